package onward.sentry.core.detector;

import java.util.OptionalDouble;

/**
 * A sensor's alarm set points, in the sensor's unit.
 *
 * @param stel short-term exposure limit, 15 min; empty where the sensor has none
 * @param twa time-weighted average, 8 h; empty where the sensor has none
 */
public record Alarms(OptionalDouble low, OptionalDouble high, OptionalDouble stel, OptionalDouble twa) {}
