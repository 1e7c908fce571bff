/** Detectors and their sensors: what is fitted, what is due, what is on hold. */
package onward.sentry.server.fleet;
