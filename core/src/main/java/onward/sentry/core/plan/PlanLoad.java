package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.Collection;
import java.util.Optional;
import java.util.TreeMap;

/** All bench days of a task with what is on them. */
final class PlanLoad {

    private final TreeMap<LocalDate, DayLoad> days = new TreeMap<>();

    PlanLoad(PlanTask task) {
        var competences = task.competenceSets();
        task.days().forEach(day -> days.put(day.date(), new DayLoad(task, day, competences)));
    }

    /** Jobs on days that the bench is closed are left out. */
    static PlanLoad of(PlanTask task, BenchPlan plan) {
        var load = new PlanLoad(task);
        task.jobs().forEach(job -> plan.dayOf(job).flatMap(load::day).ifPresent(day -> day.add(job)));
        return load;
    }

    Optional<DayLoad> day(LocalDate date) {
        return Optional.ofNullable(days.get(date));
    }

    Collection<DayLoad> days() {
        return days.values();
    }

    int setUps() {
        return days.values().stream().mapToInt(DayLoad::setUps).sum();
    }

    int tight() {
        return days.values().stream().mapToInt(DayLoad::tight).sum();
    }
}
