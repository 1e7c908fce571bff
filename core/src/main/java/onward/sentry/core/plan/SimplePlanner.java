package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A plan by rule: pinned jobs first, then whoever is due first and has the fewest days to choose from; each goes where it
 * costs least among the days that it can have. Then every job is tried once more on each of its days, until nothing gets
 * cheaper.
 */
public final class SimplePlanner {

    private static final int MOST_ROUNDS = 4;

    private final PlanTask task;
    private final PlanLoad load;
    private final Map<String, LocalDate> found = new HashMap<>();
    private final Map<PlanJob, List<BenchDay>> choices = new HashMap<>();

    private SimplePlanner(PlanTask task) {
        this.task = task;
        this.load = new PlanLoad(task);
        task.jobs().forEach(job -> choices.put(job, task.daysFor(job)));
    }

    /** Breaks no hard rule; a job that finds no day stays out. */
    public static BenchPlan plan(PlanTask task) {
        return new SimplePlanner(task).plan();
    }

    private BenchPlan plan() {
        task.jobs().stream()
                .sorted(Comparator.comparing((PlanJob job) -> job.pinned().isEmpty())
                        .thenComparing(PlanJob::due)
                        .thenComparing(job -> choices.get(job).size())
                        .thenComparing(PlanJob::setUp)
                        .thenComparing(PlanJob::detector))
                .forEach(this::place);
        for (int round = 0; round < MOST_ROUNDS && improve(); round++) {
            continue;
        }
        return new BenchPlan(found);
    }

    private void place(PlanJob job) {
        best(job).ifPresent(day -> {
            day.add(job);
            found.put(job.detector(), day.date());
        });
    }

    private Optional<DayLoad> best(PlanJob job) {
        return choices.get(job).stream()
                .map(day -> load.day(day.date()).orElseThrow())
                .filter(day -> day.refuses(job).isEmpty())
                .min(Comparator.comparingInt((DayLoad day) -> job.lateOn(day.date()))
                        .thenComparingLong(day -> cost(job, day))
                        .thenComparing(DayLoad::date, Comparator.reverseOrder()));
    }

    private long cost(PlanJob job, DayLoad day) {
        int with = day.minutesWith(job);
        return PlanCost.alone(task, job, day.date())
                + (day.has(job.setUp()) ? 0 : 10L * task.rules().setUpMinutes())
                + (long) PlanCost.TIGHT * (day.tight(with) - day.tight());
    }

    private boolean improve() {
        boolean better = false;
        for (var job : task.jobs()) {
            var stood = found.remove(job.detector());
            if (stood != null) {
                load.day(stood).orElseThrow().remove(job);
            }
            place(job);
            better |= !java.util.Objects.equals(stood, found.get(job.detector()));
        }
        return better;
    }
}
