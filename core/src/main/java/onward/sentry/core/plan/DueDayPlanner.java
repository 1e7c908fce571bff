package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.HashMap;

/**
 * Each detector on its own due day, or the last bench day before: how it goes when nobody plans. It looks at nothing else
 * and may break every rule; it is there to be compared with.
 */
public final class DueDayPlanner {

    private DueDayPlanner() {}

    /**
     * {@return every job on its due day or the nearest bench day, without regard to minutes: the plan to compare with}
     *
     * @param task jobs, days, gas and rules
     */
    public static BenchPlan plan(PlanTask task) {
        var found = new HashMap<String, LocalDate>();
        for (var job : task.jobs()) {
            var last = task.days().get(0).date();
            for (var day : task.days()) {
                if (!day.date().isAfter(job.due()) || day.date().isBefore(job.earliest())) {
                    last = day.date();
                }
            }
            found.put(job.detector(), last);
        }
        return new BenchPlan(found);
    }
}
