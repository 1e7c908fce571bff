package onward.sentry.core.plan;

import static onward.sentry.core.working.Figures.upTo;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * What a plan costs beyond the work itself. Days of lateness are compared first; minutes only between plans that are late by
 * the same.
 *
 * @param lateDays over all jobs; one that finds no day counts to the end of the plan and a month more
 * @param setUps tenths of a minute
 * @param givenAway of intervals by being early, tenths of a minute of work that is due again sooner
 * @param tight half of the minutes that are better kept free, tenths of a minute
 * @param moved tenths of a minute for telling people that a day of the standing plan has changed
 */
public record PlanCost(long lateDays, long setUps, long givenAway, long tight, long moved)
        implements Comparable<PlanCost> {

    /** A job without a day is late by the rest of the plan and so many days more. */
    static final int BEYOND_DAYS = 30;

    /** Tenths of a minute for each minute that should have been kept free. */
    public static final int TIGHT = 5;

    /** Tenths of a minute for each job that has moved. */
    static final int MOVED = 50;

    /**
     * Lateness apart, tenths of a minute.
     *
     * @return tenths of a minute, 0 or more
     */
    public long tenths() {
        return setUps + givenAway + tight + moved;
    }

    @Override
    public int compareTo(PlanCost other) {
        return lateDays != other.lateDays
                ? Long.compare(lateDays, other.lateDays)
                : Long.compare(tenths(), other.tenths());
    }

    /**
     * {@return days that a job is late when it finds no day at all}
     *
     * @param task jobs, days, gas and rules
     * @param job a job of the task
     */
    public static int lateWithout(PlanTask task, PlanJob job) {
        var last = task.days().get(task.days().size() - 1).date();
        return BEYOND_DAYS + (int) Math.max(0, ChronoUnit.DAYS.between(job.due(), last));
    }

    /**
     * {@return what a job costs on a day by itself, lateness apart}
     *
     * @param task jobs, days, gas and rules
     * @param job a job of the task
     * @param day the day to look at
     */
    public static int alone(PlanTask task, PlanJob job, LocalDate day) {
        var stood = task.before().get(job.detector());
        return job.givenAwayOn(day) + (stood == null || stood.equals(day) ? 0 : MOVED);
    }

    /**
     * {@return the cost of a plan}
     *
     * @param task jobs, days, gas and rules
     * @param plan the plan to look at
     */
    public static PlanCost of(PlanTask task, BenchPlan plan) {
        return of(task, PlanLoad.of(task, plan), plan);
    }

    static PlanCost of(PlanTask task, PlanLoad load, BenchPlan plan) {
        long late = 0;
        long away = 0;
        long moved = 0;
        for (var job : task.jobs()) {
            var day = plan.dayOf(job);
            if (day.isEmpty()) {
                late += lateWithout(task, job);
                continue;
            }
            late += job.lateOn(day.get());
            away += job.givenAwayOn(day.get());
            moved += alone(task, job, day.get()) - job.givenAwayOn(day.get());
        }
        return new PlanCost(
                late, 10L * load.setUps() * task.rules().setUpMinutes(), away, (long) TIGHT * load.tight(), moved);
    }

    /** {@return the sum with its parts in minutes} */
    public Derivation working() {
        return Derivation.of("Cost of the plan beyond its work", "set-ups + given away + tight + moved")
                .with("set-ups", minutes(setUps))
                .with("given away", minutes(givenAway))
                .with("tight", minutes(tight))
                .with("moved", minutes(moved))
                .with("late before all that", Figures.days(lateDays))
                .gives(minutes(tenths()));
    }

    private static String minutes(long tenths) {
        return upTo(tenths / 10.0, 1) + " min";
    }
}
