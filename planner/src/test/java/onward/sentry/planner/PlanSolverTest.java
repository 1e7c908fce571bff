package onward.sentry.planner;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import onward.sentry.core.plan.BenchDay;
import onward.sentry.core.plan.BenchPlan;
import onward.sentry.core.plan.GasSetUp;
import onward.sentry.core.plan.PlanCheck;
import onward.sentry.core.plan.PlanCost;
import onward.sentry.core.plan.PlanJob;
import onward.sentry.core.plan.PlanRules;
import onward.sentry.core.plan.PlanTask;
import onward.sentry.core.plan.Shift;
import onward.sentry.core.plan.SimplePlanner;
import onward.sentry.core.sim.SimFleet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PlanSolverTest {

    private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);
    private static final Duration LONG_ENOUGH = Duration.ofSeconds(40);

    private static PlanJob job(String detector, String setUp, int minutes, int dueIn) {
        return new PlanJob(
                detector,
                "Quoin 4",
                "Quarry",
                setUp,
                minutes,
                30,
                MONDAY,
                MONDAY.plusDays(dueIn),
                Optional.empty(),
                Optional.empty());
    }

    private static PlanTask task(int days, int minutes, Map<String, LocalDate> before, PlanJob... jobs) {
        var bench = new ArrayList<BenchDay>();
        for (int i = 0; i < days; i++) {
            bench.add(new BenchDay(MONDAY.plusDays(i), List.of(new Shift("Una", minutes, Set.of()))));
        }
        var setUps = new HashMap<String, GasSetUp>();
        for (var job : jobs) {
            setUps.put(job.setUp(), new GasSetUp(job.setUp(), "mix", Optional.of(MONDAY.plusYears(1))));
        }
        return new PlanTask(PlanRules.USUAL, bench, List.of(jobs), setUps, Map.of("Quarry", 3), before);
    }

    private static PlanCost cheapest(PlanTask task) {
        return cheapest(task, 0, new BenchPlan(Map.of()));
    }

    /** Every plan there is, one after the other. */
    private static PlanCost cheapest(PlanTask task, int job, BenchPlan plan) {
        if (job == task.jobs().size()) {
            return PlanCheck.of(task, plan).isEmpty()
                    ? PlanCost.of(task, plan)
                    : new PlanCost(Long.MAX_VALUE, 0, 0, 0, 0);
        }
        var best = cheapest(task, job + 1, plan);
        for (var day : task.days()) {
            var with = cheapest(task, job + 1, plan.with(task.jobs().get(job).detector(), day.date()));
            best = with.compareTo(best) < 0 ? with : best;
        }
        return best;
    }

    @Test
    void ofASmallTaskItFindsAndProvesTheCheapestOfAllPlans() {
        var task = task(
                3,
                100,
                Map.of("D-3", MONDAY),
                job("D-1", "A", 20, 0),
                job("D-2", "B", 30, 1),
                job("D-3", "A", 20, 2),
                job("D-4", "B", 20, 2),
                job("D-5", "A", 40, 2),
                job("D-6", "B", 30, 1));
        var found = new PlanSolver(task, LONG_ENOUGH, progress -> {}).search();
        assertThat(found.cost()).usingComparator(PlanCost::compareTo).isEqualTo(cheapest(task));
        assertThat(found.isBest()).isTrue();
    }

    @Test
    void whereNotAllCanBeOnTimeTheLeastLatenessIsProvenFirst() {
        var task = task(
                2,
                70,
                Map.of(),
                job("D-1", "A", 30, 0),
                job("D-2", "A", 30, 0),
                job("D-3", "A", 30, 0),
                job("D-4", "B", 40, 0));
        var found = new PlanSolver(task, LONG_ENOUGH, progress -> {}).search();
        assertThat(found.cost()).usingComparator(PlanCost::compareTo).isEqualTo(cheapest(task));
        assertThat(found.isLeastLate()).isTrue();
        assertThat(found.isBest()).isTrue();
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13})
    void ofAFleetNoPlanIsEverWorseThanTheOneByRuleNorBreaksARule(long seed) {
        var task = SimFleet.task(64, 30, MONDAY, seed);
        var heard = Collections.synchronizedList(new ArrayList<Progress>());
        var found = new PlanSolver(task, Duration.ofSeconds(5), heard::add).search();
        assertThat(PlanCheck.of(task, found.plan())).isEmpty();
        assertThat(found.cost()).isLessThanOrEqualTo(PlanCost.of(task, SimplePlanner.plan(task)));
        assertThat(found.leastTenths())
                .isPositive()
                .isLessThanOrEqualTo(found.cost().tenths());
        for (int i = 1; i < heard.size(); i++) {
            assertThat(heard.get(i).cost()).isLessThanOrEqualTo(heard.get(i - 1).cost());
            assertThat(heard.get(i).leastTenths())
                    .isGreaterThanOrEqualTo(heard.get(i - 1).leastTenths());
        }
    }

    @Test
    void aSearchThatIsStoppedKeepsItsBestPlan() {
        var task = SimFleet.task(400, 30, MONDAY, 5);
        var solver = new PlanSolver[1];
        solver[0] = new PlanSolver(task, LONG_ENOUGH, progress -> {
            if (progress.leastTenths() > 0) {
                new Thread(solver[0]::stop).start();
            }
        });
        var found = solver[0].search();
        assertThat(found.seconds()).isLessThan(LONG_ENOUGH.toSeconds());
        assertThat(PlanCheck.of(task, found.plan())).isEmpty();
    }
}
