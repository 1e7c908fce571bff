/**
 * When work is due, and the state of a detector today.
 *
 * <p>Start with {@link onward.sentry.core.schedule.IntervalRule}, {@link onward.sentry.core.schedule.DetectorFacts} and
 * {@link onward.sentry.core.schedule.StateToday}.
 */
package onward.sentry.core.schedule;
