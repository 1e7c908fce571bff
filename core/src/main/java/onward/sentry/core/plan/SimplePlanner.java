package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * A plan by rule: pinned jobs first, then whoever is due first and has the fewest days to choose from; each goes where it
 * costs least among the days that it can have. Then every job is tried once more on each of its days, every gas on
 * days without it, and every gas of a day is left out where its jobs stand as well on other days, until nothing gets cheaper.
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

    /**
     * Breaks no hard rule; a job that finds no day stays out.
     *
     * @param task jobs, days, gas and rules
     * @return days by detector
     */
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
        boolean better = true;
        for (int round = 0; round < MOST_ROUNDS && better; round++) {
            better = improve() | setUpMore() | leaveOut();
        }
        return new BenchPlan(found);
    }

    private void place(PlanJob job) {
        best(job, day -> true).ifPresent(day -> put(job, day.date()));
    }

    private void put(PlanJob job, LocalDate day) {
        load.day(day).orElseThrow().add(job);
        found.put(job.detector(), day);
    }

    private void take(PlanJob job) {
        load.day(found.remove(job.detector())).orElseThrow().remove(job);
    }

    private Optional<DayLoad> best(PlanJob job, Predicate<DayLoad> may) {
        return choices.get(job).stream()
                .map(day -> load.day(day.date()).orElseThrow())
                .filter(day -> may.test(day) && day.refuses(job).isEmpty())
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
            var stood = found.get(job.detector());
            if (stood != null) {
                take(job);
            }
            place(job);
            better |= !Objects.equals(stood, found.get(job.detector()));
        }
        return better;
    }

    /** Tries each gas on each day that goes without it, for jobs that stand earlier than they have to. */
    private boolean setUpMore() {
        boolean better = false;
        var byGas = task.jobs().stream().collect(Collectors.groupingBy(PlanJob::setUp));
        for (var day : load.days()) {
            for (var gas : byGas.entrySet()) {
                better |= !day.has(gas.getKey()) && setUpMore(day, gas.getValue());
            }
        }
        return better;
    }

    private boolean setUpMore(DayLoad day, List<PlanJob> jobs) {
        var later = jobs.stream().filter(job -> standsTooEarly(job, day)).toList();
        if (later.isEmpty()) {
            return false;
        }
        var before = cost();
        var stood = new HashMap<PlanJob, LocalDate>();
        for (var job : later) {
            if (day.refuses(job).isEmpty()) {
                stood.put(job, found.get(job.detector()));
                take(job);
                put(job, day.date());
            }
        }
        if (cost().compareTo(before) < 0) {
            return true;
        }
        stood.forEach((job, back) -> {
            take(job);
            put(job, back);
        });
        return false;
    }

    private boolean standsTooEarly(PlanJob job, DayLoad day) {
        var stands = found.get(job.detector());
        return stands != null
                && stands.isBefore(day.date())
                && job.lateOn(day.date()) == 0
                && choices.get(job).stream().anyMatch(choice -> choice.date().equals(day.date()));
    }

    /** Tries each gas of each day without it, the fewest jobs first. */
    private boolean leaveOut() {
        var groups = task.jobs().stream()
                .filter(job -> found.containsKey(job.detector()))
                .collect(Collectors.groupingBy(
                        job -> List.of(found.get(job.detector()), job.setUp()),
                        LinkedHashMap::new,
                        Collectors.toList()));
        boolean better = false;
        for (var group : groups.values().stream()
                .sorted(Comparator.comparingInt(List::size))
                .toList()) {
            better |= leaveOut(group);
        }
        return better;
    }

    private boolean leaveOut(List<PlanJob> group) {
        var day = found.get(group.get(0).detector());
        if (group.stream().anyMatch(job -> !day.equals(found.get(job.detector())))) {
            return false; // some went elsewhere with another gas that was left out
        }
        var before = cost();
        group.forEach(this::take);
        var moved = new ArrayList<PlanJob>();
        for (var job : group) {
            var there = best(job, other -> !other.date().equals(day));
            if (there.isEmpty()) {
                break;
            }
            put(job, there.get().date());
            moved.add(job);
        }
        if (moved.size() == group.size() && cost().compareTo(before) < 0) {
            return true;
        }
        moved.forEach(this::take);
        group.forEach(job -> put(job, day));
        return false;
    }

    private PlanCost cost() {
        return PlanCost.of(task, load, new BenchPlan(found));
    }
}
