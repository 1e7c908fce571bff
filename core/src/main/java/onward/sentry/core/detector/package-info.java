/**
 * What a portable gas detector is made of: sensors with units, ranges, alarms and reading modes.
 *
 * <p>Start with {@link onward.sentry.core.detector.SensorSpec}.
 */
package onward.sentry.core.detector;
