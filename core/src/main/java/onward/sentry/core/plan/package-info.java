/**
 * Which detector is calibrated on which bench day: hard rules, costs, the reasons for a day, and ways to be less late.
 *
 * <p>Start with {@link onward.sentry.core.plan.PlanTask}, {@link onward.sentry.core.plan.BenchPlan}, {@link
 * onward.sentry.core.plan.PlanCheck} and {@link onward.sentry.core.plan.PlanCost}.
 */
package onward.sentry.core.plan;
