/** The physics: atmospheres, sensors that lag, drift and fade, and hands that do what was confirmed. */
package onward.sentry.core.sim;
