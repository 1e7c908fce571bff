package onward.sentry.core.plan;

import static onward.sentry.core.working.Figures.day;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Holds a plan against the hard rules, whoever has made it. */
public final class PlanCheck {

    private PlanCheck() {}

    /**
     * {@return every hard rule that a plan breaks; empty: it can be worked}
     *
     * @param task jobs, days, gas and rules
     * @param plan the plan to look at
     */
    public static List<Breach> of(PlanTask task, BenchPlan plan) {
        var breaches = new ArrayList<Breach>();
        task.jobs()
                .forEach(job ->
                        plan.dayOf(job).flatMap(on -> alone(task, job, on)).ifPresent(breaches::add));
        PlanLoad.of(task, plan).days().forEach(load -> breaches.addAll(load.breaches()));
        return breaches;
    }

    /** What keeps a job from a day whatever else is on it. */
    static Optional<Breach> alone(PlanTask task, PlanJob job, LocalDate on) {
        if (job.pinned().filter(pin -> !pin.equals(on)).isPresent()) {
            return breach(
                    Breach.Kind.PINNED,
                    on,
                    job.detector() + " is pinned to " + day(job.pinned().orElseThrow()));
        }
        if (task.day(on).isEmpty()) {
            return breach(Breach.Kind.CLOSED, on, "the bench is closed on " + day(on));
        }
        if (on.isBefore(job.earliest())) {
            return breach(
                    Breach.Kind.TOO_EARLY, on, job.detector() + " is not to be done before " + day(job.earliest()));
        }
        if (!task.setUp(job).servesOn(on)) {
            return breach(
                    Breach.Kind.NO_GAS,
                    on,
                    "no gas for " + job.detector() + " on " + day(on) + ": "
                            + task.setUp(job).words()
                            + task.setUp(job)
                                    .lastDay()
                                    .map(last -> " lasts until " + day(last))
                                    .orElse(" is not among the cylinders"));
        }
        return Optional.empty();
    }

    private static Optional<Breach> breach(Breach.Kind kind, LocalDate on, String words) {
        return Optional.of(new Breach(kind, on, Character.toUpperCase(words.charAt(0)) + words.substring(1) + "."));
    }
}
