/** Stand-ins for outside devices: simulated detectors, air, cylinders, and the gateway that speaks for them. */
package onward.sentry.standins;
