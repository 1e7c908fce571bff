package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * A job whose day is another one than before.
 *
 * @param from empty: it had none
 * @param to empty: it has none
 */
public record PlanChange(String detector, Optional<LocalDate> from, Optional<LocalDate> to) {

    /**
     * {@return what a plan does otherwise than the one that stood, in the order of the task; jobs that are new to it left
     * out}
     *
     * @param task jobs, days, gas and rules
     * @param plan the plan to look at
     */
    public static List<PlanChange> between(PlanTask task, BenchPlan plan) {
        return task.jobs().stream()
                .filter(job -> task.before().containsKey(job.detector()))
                .map(job ->
                        new PlanChange(job.detector(), Optional.of(task.before().get(job.detector())), plan.dayOf(job)))
                .filter(change -> !change.from().equals(change.to()))
                .toList();
    }
}
