/**
 * Readings over time: whether they have settled, at which value, and how fast. Numbers only; it knows no gas.
 *
 * <p>Start with {@link onward.sentry.core.trace.Trace} and {@link onward.sentry.core.trace.Stability}.
 */
package onward.sentry.core.trace;
