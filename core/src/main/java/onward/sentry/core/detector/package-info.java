/** What a portable gas detector is made of: its sensors, their units, ranges and alarms. */
package onward.sentry.core.detector;
