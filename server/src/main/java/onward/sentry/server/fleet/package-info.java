/**
 * Detectors and their sensors: what is fitted, what is due, what is on hold, and who has it.
 *
 * <p>Start with {@code Fleet}, {@code DetectorEntity} and {@code FleetList}.
 */
package onward.sentry.server.fleet;
