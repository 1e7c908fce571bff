package onward.sentry.core.sim;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import onward.sentry.core.plan.BenchDay;
import onward.sentry.core.plan.GasSetUp;
import onward.sentry.core.plan.PlanJob;
import onward.sentry.core.plan.PlanRules;
import onward.sentry.core.plan.PlanTask;
import onward.sentry.core.plan.Shift;

/**
 * A fleet that never was, falling due over some weeks: six models on gases of their own, crews of about eight, one model that
 * asks for a competence, some detectors overdue at the start. The same seed makes the same fleet.
 */
public final class SimFleet {

    private static final int MODELS = 6;
    private static final int CREW = 8;
    private static final int EARLY_DAYS = 10;
    private static final int MINUTES_EACH = 44;

    private SimFleet() {}

    /**
     * {@return a task of planning for such a fleet}
     *
     * @param detectors how many detectors
     * @param benchDays Monday to Friday from there
     * @param from first bench day, a weekday
     * @param seed the same seed gives the same result
     */
    public static PlanTask task(int detectors, int benchDays, LocalDate from, long seed) {
        var random = new Random(seed);
        var days = new ArrayList<BenchDay>();
        int minutes = Math.max(120, MINUTES_EACH * detectors / benchDays);
        for (var date = from; days.size() < benchDays; date = date.plusDays(1)) {
            if (date.getDayOfWeek().getValue() <= DayOfWeek.FRIDAY.getValue()) {
                days.add(new BenchDay(date, shifts(minutes)));
            }
        }
        int span = (int) (days.get(days.size() - 1).date().toEpochDay() - from.toEpochDay());
        var jobs = new ArrayList<PlanJob>();
        var inCrew = new HashMap<String, Integer>();
        for (int i = 0; i < detectors; i++) {
            int model = random.nextInt(MODELS);
            var crew = "crew " + random.nextInt(1 + detectors / CREW);
            inCrew.merge(crew, 1, Integer::sum);
            var due = from.plusDays(random.nextInt(span + 3) - 2);
            var earliest = due.minusDays(EARLY_DAYS);
            jobs.add(new PlanJob(
                    "D-" + (1001 + i),
                    "model " + model,
                    crew,
                    "mix " + model,
                    12 + random.nextInt(3) * 6,
                    model % 2 == 0 ? 30 : 180,
                    earliest.isBefore(from) ? from : earliest,
                    due,
                    model == MODELS - 1 ? Optional.of("lamps") : Optional.empty(),
                    Optional.empty()));
        }
        var setUps = new HashMap<String, GasSetUp>();
        for (int model = 0; model < MODELS; model++) {
            setUps.put(
                    "mix " + model,
                    new GasSetUp("mix " + model, "the mix for model " + model, Optional.of(from.plusYears(1))));
        }
        var away = new HashMap<String, Integer>();
        inCrew.forEach((crew, count) -> away.put(crew, PlanRules.USUAL.mostAway(count)));
        return new PlanTask(PlanRules.USUAL, days, jobs, setUps, away, Map.of());
    }

    private static List<Shift> shifts(int minutes) {
        int technicians = 2 + minutes / 600;
        var shifts = new ArrayList<Shift>();
        for (int i = 0; i < technicians; i++) {
            shifts.add(new Shift(
                    "technician " + (i + 1),
                    Math.max(60, minutes / technicians),
                    i % 2 == 0 ? Set.of("lamps") : Set.of()));
        }
        return shifts;
    }
}
