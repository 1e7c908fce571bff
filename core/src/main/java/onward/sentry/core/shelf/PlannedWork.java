package onward.sentry.core.shelf;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.cylinder.Wanted;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.GasDemands;

/**
 * Work that will draw gas on a day.
 *
 * @param what in words, for example {@code "Quoin 4 bump"}
 * @param demand one application of it
 * @param times how often on that day, 1 or more
 * @param litres each time
 */
public record PlannedWork(LocalDate on, String what, GasDemand demand, int times, double litres) {
    /**
     * Checks the limits.
     *
     * @param on the day of the work
     * @param what in words, for example {@code "Quoin 4 bump"}
     * @param demand one application of it
     * @param times how often on that day, 1 or more
     * @param litres each time
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public PlannedWork {
        Objects.requireNonNull(on, "on");
        Objects.requireNonNull(demand, "demand");
        if (times < 1 || !(litres > 0)) {
            throw new IllegalArgumentException("planned work draws gas: " + times + " times " + litres + " L");
        }
    }

    /**
     * {@return a job on a day: one line for each set of sensors that meet gas together, sharing its litres evenly} Where a
     * set meets the same gas several times, the application that sets the sensors stands for all.
     *
     * @param card the procedure card of the model
     * @param job calibration or bump
     * @param policy the rules of the site
     * @param on the day of the work
     * @param times how often
     */
    public static List<PlannedWork> of(ProcedureCard card, Job job, SitePolicy policy, LocalDate on, int times) {
        return of(card, job, slots(card), policy, on, times);
    }

    /**
     * {@return the bumps of detectors in daily use, from one day through another: each sensor on the days on which it is to
     * be bumped}
     *
     * @param card the procedure card of the model
     * @param policy the rules of the site
     * @param from the first day
     * @param through the last day
     * @param detectors how many, 1 or more
     */
    public static List<PlannedWork> bumps(
            ProcedureCard card, SitePolicy policy, LocalDate from, LocalDate through, int detectors) {
        var wanted = new TreeMap<LocalDate, List<Integer>>();
        for (var sensor : card.bumpedSensors()) {
            policy.rhythm()
                    .bumpsOn(sensor.bumpDays(), from, through)
                    .forEach(day ->
                            wanted.computeIfAbsent(day, d -> new ArrayList<>()).add(sensor.slot()));
        }
        return wanted.entrySet().stream()
                .flatMap(day -> of(card, Job.BUMP, day.getValue(), policy, day.getKey(), detectors).stream())
                .toList();
    }

    private static List<PlannedWork> of(
            ProcedureCard card, Job job, List<Integer> slots, SitePolicy policy, LocalDate on, int times) {
        double litres =
                card.litres(job) / bySensors(card, job, slots(card), policy, on).size();
        return bySensors(card, job, slots, policy, on).stream()
                .map(demand -> new PlannedWork(on, card.model() + " " + job.label(), demand, times, litres))
                .toList();
    }

    private static List<Integer> slots(ProcedureCard card) {
        return card.sensors().stream().map(SensorSpec::slot).toList();
    }

    private static Collection<GasDemand> bySensors(
            ProcedureCard card, Job job, List<Integer> slots, SitePolicy policy, LocalDate on) {
        var bySensors = new LinkedHashMap<Set<Integer>, GasDemand>();
        for (var demand : GasDemands.of(card, job, slots, policy, on)) {
            var together = demand.wanted().stream()
                    .map(wanted -> wanted.sensor().slot())
                    .collect(Collectors.toSet());
            bySensors.merge(together, demand, (known, next) -> setsMore(next, known) ? next : known);
        }
        return bySensors.values();
    }

    private static boolean setsMore(GasDemand one, GasDemand other) {
        return sets(one) > sets(other);
    }

    private static long sets(GasDemand demand) {
        return demand.wanted().stream().filter(Wanted::sets).count();
    }
}
