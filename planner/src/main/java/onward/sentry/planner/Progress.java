package onward.sentry.planner;

import onward.sentry.core.plan.BenchPlan;
import onward.sentry.core.plan.PlanCost;

/**
 * The best plan so far.
 *
 * @param leastLateDays that any plan is proven to be late
 * @param leastTenths that any plan which is as little late is proven to cost beside, tenths of a minute; may be 0
 * @param seconds since the search began
 */
public record Progress(BenchPlan plan, PlanCost cost, long leastLateDays, long leastTenths, double seconds) {

    /** No plan can be better. */
    public boolean isBest() {
        return isLeastLate() && cost.tenths() <= leastTenths;
    }

    public boolean isLeastLate() {
        return cost.lateDays() <= leastLateDays;
    }

    /** How far it may still be from the best plan, as a fraction of its cost beside lateness: 0 is proven best. */
    public double gap() {
        return cost.tenths() == 0 ? 0 : Math.max(0, 1 - (double) leastTenths / cost.tenths());
    }
}
