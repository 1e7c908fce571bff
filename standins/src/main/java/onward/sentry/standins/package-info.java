/** Stand-ins for outside devices: the gateway that speaks for simulated detectors, and a mailbox to look into. */
package onward.sentry.standins;
