package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Small plans for tests, and seeded fleets. */
final class PlanFixtures {

    /** A Monday. */
    static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);

    private PlanFixtures() {}

    static BenchDay day(int weekday, int minutes) {
        return new BenchDay(MONDAY.plusDays(weekday), List.of(new Shift("Una", minutes, Set.of())));
    }

    static PlanJob job(String detector, String setUp, int dueIn) {
        return new PlanJob(
                detector,
                "Quoin 4",
                "Quarry",
                setUp,
                20,
                30,
                MONDAY,
                MONDAY.plusDays(dueIn),
                Optional.empty(),
                Optional.empty());
    }

    static PlanTask task(List<BenchDay> days, List<PlanJob> jobs) {
        return task(days, jobs, Map.of("Quarry", 9), Map.of());
    }

    static PlanTask task(
            List<BenchDay> days, List<PlanJob> jobs, Map<String, Integer> away, Map<String, LocalDate> before) {
        var setUps = new HashMap<String, GasSetUp>();
        jobs.forEach(job -> setUps.put(
                job.setUp(), new GasSetUp(job.setUp(), "the mix " + job.setUp(), Optional.of(MONDAY.plusYears(1)))));
        return new PlanTask(PlanRules.USUAL, days, jobs, setUps, away, before);
    }
}
