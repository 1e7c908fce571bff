package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Which detector is calibrated on which day.
 *
 * @param days by detector; a job that is not in it has found no day
 */
public record BenchPlan(Map<String, LocalDate> days) {

    public BenchPlan {
        days = Map.copyOf(days);
    }

    public Optional<LocalDate> dayOf(PlanJob job) {
        return Optional.ofNullable(days.get(job.detector()));
    }

    /** The same with one job on another day. */
    public BenchPlan with(String detector, LocalDate day) {
        var other = new LinkedHashMap<>(days);
        other.put(detector, day);
        return new BenchPlan(other);
    }

    /** Jobs of a task that are planned for a day after their due day. */
    public List<PlanJob> late(PlanTask task) {
        return task.jobs().stream()
                .filter(job -> dayOf(job).filter(on -> job.lateOn(on) > 0).isPresent())
                .toList();
    }

    /** Jobs of a task that found no day. */
    public List<PlanJob> unplanned(PlanTask task) {
        return task.jobs().stream().filter(job -> dayOf(job).isEmpty()).toList();
    }

    /** Jobs of a task by day, in the order of the task. */
    public Map<LocalDate, List<PlanJob>> byDay(PlanTask task) {
        return task.jobs().stream()
                .filter(job -> dayOf(job).isPresent())
                .collect(Collectors.groupingBy(job -> dayOf(job).orElseThrow()));
    }
}
