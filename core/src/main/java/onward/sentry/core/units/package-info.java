/**
 * The units and date form that a site reads; records are kept in bar, °C and ISO days.
 *
 * <p>Start with {@link onward.sentry.core.units.SiteUnits} and {@link onward.sentry.core.units.DateForm}.
 */
package onward.sentry.core.units;
