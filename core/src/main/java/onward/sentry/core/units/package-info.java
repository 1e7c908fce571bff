/** What a site reads its gauges, thermometers and calendars in; records are kept in bar, °C and ISO days. */
package onward.sentry.core.units;
