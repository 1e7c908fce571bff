package onward.sentry.core.plan;

import static onward.sentry.core.working.Figures.day;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.working.Figures;

/**
 * A way to let a plan be less late.
 *
 * @param kind what has to give
 * @param words what it takes and what it brings
 * @param lateDays that remain with it, by the plan of rules
 * @param lateJobs that remain late, or without a day
 */
public record LatenessRelief(Kind kind, String words, long lateDays, long lateJobs) {

    /** What has to give. */
    public enum Kind {
        /** The plan stays; detectors are out of use past their due day. */
        LATER_DATE,
        /** The bench opens on a day on which it is closed. */
        ANOTHER_DAY,
        /** More gas is bought. */
        MORE_GAS
    }

    /**
     * {@return what can be done about a plan that is late: leave it so, open the bench on another day, or get more gas}
     *
     * @param task jobs, days, gas and rules
     * @param plan the plan to look at
     * @param mayOpen days on which the bench is closed and could be opened
     */
    public static List<LatenessRelief> of(PlanTask task, BenchPlan plan, List<BenchDay> mayOpen) {
        long late = PlanCost.of(task, plan).lateDays();
        var ways = new ArrayList<LatenessRelief>();
        if (late == 0) {
            return ways;
        }
        long jobs = lateJobs(task, plan);
        ways.add(new LatenessRelief(
                Kind.LATER_DATE,
                "Keep this plan: "
                        + Figures.counted(
                                jobs,
                                "detector is out of use past its due day.",
                                "detectors are out of use past their due day."),
                late,
                jobs));
        var needed = late;
        mayOpen.stream()
                .map(open -> opened(task, open, jobs))
                .filter(way -> way.lateDays() < needed)
                .min(Comparator.comparingLong(LatenessRelief::lateDays))
                .ifPresent(ways::add);
        task.setUps().values().stream()
                .map(setUp -> moreOf(task, setUp, jobs))
                .flatMap(Optional::stream)
                .filter(way -> way.lateDays() < needed)
                .sorted(Comparator.comparingLong(LatenessRelief::lateDays))
                .forEach(ways::add);
        return ways;
    }

    private static LatenessRelief opened(PlanTask task, BenchDay open, long before) {
        var days = new ArrayList<>(task.days());
        days.add(open);
        var with = task.with(days);
        return relief(
                with,
                Kind.ANOTHER_DAY,
                "Open the bench on " + day(open.date()) + " (" + open.minutes() + " min)",
                before);
    }

    private static Optional<LatenessRelief> moreOf(PlanTask task, GasSetUp setUp, long before) {
        var last = task.days().get(task.days().size() - 1).date();
        if (setUp.servesOn(last)) {
            return Optional.empty();
        }
        var setUps = new HashMap<>(task.setUps());
        setUps.put(setUp.key(), new GasSetUp(setUp.key(), setUp.words(), Optional.of(last)));
        var with = new PlanTask(task.rules(), task.days(), task.jobs(), setUps, task.mostAway(), task.before());
        return Optional.of(
                relief(with, Kind.MORE_GAS, "Get more of " + setUp.words() + needBy(setUp.lastDay()), before));
    }

    private static LatenessRelief relief(PlanTask with, Kind kind, String what, long before) {
        var plan = SimplePlanner.plan(with);
        long left = lateJobs(with, plan);
        return new LatenessRelief(
                kind,
                what + ": " + (left == 0 ? "then nothing is late." : left + " of the " + before + " remain late."),
                PlanCost.of(with, plan).lateDays(),
                left);
    }

    /**
     * {@return jobs that are late, or not scheduled}
     *
     * @param task jobs, days, gas and rules
     * @param plan the plan to look at
     */
    public static long lateJobs(PlanTask task, BenchPlan plan) {
        return task.jobs().stream()
                .filter(job -> plan.dayOf(job).map(on -> job.lateOn(on) > 0).orElse(true))
                .count();
    }

    private static String needBy(Optional<LocalDate> last) {
        return last.map(on -> ", in use by " + day(on.plusDays(1))).orElse(", there is none");
    }
}
