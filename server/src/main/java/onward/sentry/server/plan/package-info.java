/**
 * The bench plan, the gas forecast, and Today: what to do now, in which order, with which gas.
 *
 * <p>Start with {@code BenchPlans}, {@code GasAhead} and {@code TodayController}.
 */
package onward.sentry.server.plan;
