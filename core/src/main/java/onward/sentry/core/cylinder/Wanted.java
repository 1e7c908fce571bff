package onward.sentry.core.cylinder;

import onward.sentry.core.detector.SensorSpec;

/**
 * A sensor that an application of gas is for.
 *
 * @param setPoint the concentration that it expects, in its unit
 * @param sets the instrument sets itself on it, so that its set point must stand for the gas
 */
public record Wanted(SensorSpec sensor, double setPoint, boolean sets) {}
