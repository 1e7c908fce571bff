package onward.sentry.core.plan;

import static onward.sentry.core.working.Figures.day;
import static onward.sentry.core.working.Figures.days;
import static onward.sentry.core.working.Figures.upTo;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.working.Figures;

/**
 * A bench day as a place for one job of a plan.
 *
 * @param breaks the hard rule that it would break there
 * @param lateDays that it would be late
 * @param moreMinutes that the whole plan would cost beyond where it stands now; negative: less
 */
public record DayChoice(LocalDate on, Optional<Breach> breaks, int lateDays, double moreMinutes) {

    /**
     * {@return every bench day for one job, against the plan as it stands}
     *
     * @param task jobs, days, gas and rules
     * @param plan the plan to look at
     * @param job a job of the task
     */
    public static List<DayChoice> of(PlanTask task, BenchPlan plan, PlanJob job) {
        var load = PlanLoad.of(task, plan);
        var stands = plan.dayOf(job);
        stands.flatMap(load::day).ifPresent(here -> here.remove(job));
        var free = job.pinnedTo(Optional.empty());
        double now =
                stands.flatMap(load::day).map(here -> cost(task, here, job)).orElse(0.0);
        return task.days().stream()
                .map(bench -> {
                    var there = load.day(bench.date()).orElseThrow();
                    var breaks = PlanCheck.alone(task, free, bench.date()).or(() -> there.refuses(free));
                    return new DayChoice(
                            bench.date(), breaks, job.lateOn(bench.date()), (cost(task, there, job) - now) / 10);
                })
                .toList();
    }

    private static double cost(PlanTask task, DayLoad there, PlanJob job) {
        return job.givenAwayOn(there.date())
                + (there.has(job.setUp()) ? 0 : 10.0 * task.rules().setUpMinutes())
                + (double) PlanCost.TIGHT * (there.tight(there.minutesWith(job)) - there.tight());
    }

    /**
     * {@return why a job stands where it stands, in sentences: its due day, what shares its set-up, and what the nearest
     * other days would break or cost}
     *
     * @param task jobs, days, gas and rules
     * @param plan the plan to look at
     * @param job a job of the task
     */
    public static List<String> why(PlanTask task, BenchPlan plan, PlanJob job) {
        var said = new ArrayList<String>();
        said.add(
                job.detector() + " is due on " + day(job.due()) + " and may be done from " + day(job.earliest()) + ".");
        var stands = plan.dayOf(job);
        if (stands.isEmpty()) {
            said.add("It has found no day.");
        } else {
            here(task, plan, job, stands.get()).forEach(said::add);
        }
        var all = of(task, plan, job);
        all.stream()
                .filter(choice -> stands.map(on -> choice.on().isBefore(on)).orElse(false)
                        && !choice.on().isBefore(job.earliest()))
                .reduce((first, second) -> second)
                .ifPresent(earlier -> said.add("A bench day earlier, " + earlier.words()));
        all.stream()
                .filter(choice -> stands.map(on -> choice.on().isAfter(on))
                        .orElse(!choice.on().isBefore(job.earliest())))
                .findFirst()
                .ifPresent(later ->
                        said.add((stands.isPresent() ? "A bench day later, " : "The first day that it might have, ")
                                + later.words()));
        return said;
    }

    private static List<String> here(PlanTask task, BenchPlan plan, PlanJob job, LocalDate on) {
        var said = new ArrayList<String>();
        if (job.pinned().isPresent()) {
            said.add("It is pinned to this day by hand.");
        }
        long same = task.jobs().stream()
                .filter(other -> other != job
                        && other.setUp().equals(job.setUp())
                        && plan.dayOf(other).filter(on::equals).isPresent())
                .count();
        said.add(
                same == 0
                        ? "It is the only one on its gas that day: a set-up of "
                                + task.rules().setUpMinutes() + " min for it alone."
                        : Figures.counted(same, "other that day uses", "others that day use")
                                + " the same gas: one set-up serves all.");
        if (job.lateOn(on) > 0) {
            said.add("It is late by " + days(job.lateOn(on)) + ".");
        } else if (job.givenAwayOn(on) > 0) {
            said.add("That is " + days(job.due().toEpochDay() - on.toEpochDay()) + " early, which gives away "
                    + upTo(job.givenAwayOn(on) / 10.0, 1) + " min of work.");
        }
        return said;
    }

    /** {@code "Thu 2026-12-03: 2 min more."} */
    private String words() {
        if (breaks.isPresent()) {
            return "not possible: " + breaks.get().sentence();
        }
        var late = lateDays > 0 ? "late by " + days(lateDays) + ", " : "";
        var cost = Math.abs(moreMinutes) < 0.05
                ? "it would cost the same"
                : "it would cost " + upTo(Math.abs(moreMinutes), 1) + " min " + (moreMinutes > 0 ? "more" : "less");
        return day(on) + ": " + late + cost + ".";
    }
}
