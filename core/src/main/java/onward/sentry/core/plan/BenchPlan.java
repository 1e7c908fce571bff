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

    /**
     * Copies what it is given.
     *
     * @param days by detector; a job that is not in it has found no day
     */
    public BenchPlan {
        days = Map.copyOf(days);
    }

    /**
     * {@return the day of a job; empty when it is not scheduled}
     *
     * @param job a job of the task
     */
    public Optional<LocalDate> dayOf(PlanJob job) {
        return Optional.ofNullable(days.get(job.detector()));
    }

    /**
     * {@return the same with one job on another day}
     *
     * @param detector serial of the detector
     * @param day the day to look at
     */
    public BenchPlan with(String detector, LocalDate day) {
        var other = new LinkedHashMap<>(days);
        other.put(detector, day);
        return new BenchPlan(other);
    }

    /**
     * {@return jobs of a task that are planned for a day after their due day}
     *
     * @param task jobs, days, gas and rules
     */
    public List<PlanJob> late(PlanTask task) {
        return task.jobs().stream()
                .filter(job -> dayOf(job).filter(on -> job.lateOn(on) > 0).isPresent())
                .toList();
    }

    /**
     * {@return jobs of a task that found no day}
     *
     * @param task jobs, days, gas and rules
     */
    public List<PlanJob> unplanned(PlanTask task) {
        return task.jobs().stream().filter(job -> dayOf(job).isEmpty()).toList();
    }

    /**
     * {@return jobs of a task by day, in the order of the task}
     *
     * @param task jobs, days, gas and rules
     */
    public Map<LocalDate, List<PlanJob>> byDay(PlanTask task) {
        return task.jobs().stream()
                .filter(job -> dayOf(job).isPresent())
                .collect(Collectors.groupingBy(job -> dayOf(job).orElseThrow()));
    }
}
