/** How gas gets to the sensors: flow, what is missing when the flow falls short, how long a line holds it up. */
package onward.sentry.core.rig;
