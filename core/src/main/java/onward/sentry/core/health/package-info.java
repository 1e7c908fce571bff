/**
 * Loss of sensitivity over months: the trend of span responses, when it crosses a limit, when to order a sensor, which
 * days are suspect after a failure, and whether intervals are right.
 *
 * <p>Start with {@link onward.sentry.core.health.ResponseTrend} and {@link onward.sentry.core.health.SuspectPeriod}.
 */
package onward.sentry.core.health;
