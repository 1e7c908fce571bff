package onward.sentry.core.plan;

import static onward.sentry.core.plan.PlanFixtures.MONDAY;
import static onward.sentry.core.plan.PlanFixtures.day;
import static onward.sentry.core.plan.PlanFixtures.job;
import static onward.sentry.core.plan.PlanFixtures.task;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class PlanTest {

    private static final List<BenchDay> WEEK = List.of(day(0, 240), day(1, 240), day(2, 240), day(3, 240), day(4, 240));

    private static BenchPlan all(PlanTask task, int weekday) {
        var days = new java.util.HashMap<String, LocalDate>();
        task.jobs().forEach(job -> days.put(job.detector(), MONDAY.plusDays(weekday)));
        return new BenchPlan(days);
    }

    private static List<Breach.Kind> kinds(PlanTask task, BenchPlan plan) {
        return PlanCheck.of(task, plan).stream().map(Breach::kind).toList();
    }

    private static PlanJob asking(PlanJob job, String competence) {
        return new PlanJob(
                job.detector(),
                job.model(),
                job.crew(),
                job.setUp(),
                job.minutes(),
                job.intervalDays(),
                job.earliest(),
                job.due(),
                Optional.of(competence),
                Optional.empty());
    }

    @Test
    void aJobGoesToItsDueDayWhenNothingElseMatters() {
        var task = task(WEEK, List.of(job("Q4-1", "A", 3)));
        assertThat(SimplePlanner.plan(task).days()).containsExactly(Map.entry("Q4-1", MONDAY.plusDays(3)));
    }

    @Test
    void theSameGasIsSetUpOnce() {
        var task = task(WEEK, List.of(job("Q4-1", "A", 3), job("Q4-2", "A", 4), job("Q4-3", "A", 4)));
        var plan = SimplePlanner.plan(task);
        assertThat(plan.days().values()).containsOnly(MONDAY.plusDays(3));
        // One set-up of 10 min; two jobs of 20 min each one day early of 30.
        assertThat(PlanCost.of(task, plan)).isEqualTo(new PlanCost(0, 100, 14, 0, 0));
        assertThat(PlanCost.of(task, plan).working().result()).isEqualTo("11.4 min");
    }

    @Test
    void whatCannotBeOnTimeIsAsLittleLateAsItCanBeAndSaysWhatGives() {
        var small = List.of(day(0, 60), day(1, 60));
        var task = task(small, List.of(job("Q4-1", "A", 0), job("Q4-2", "A", 0), job("Q4-3", "A", 0)));
        var plan = SimplePlanner.plan(task);
        assertThat(PlanCost.of(task, plan).lateDays()).isEqualTo(1);
        assertThat(PlanCheck.of(task, plan)).isEmpty();
        var ways = LatenessRelief.of(task, plan, List.of());
        assertThat(ways)
                .extracting(LatenessRelief::words)
                .containsExactly("Keep this plan: 1 detector is out of use past its due day.");
    }

    @Test
    void anotherBenchDayAndMoreGasAreOfferedWithWhatTheyBring() {
        var onlyMonday = List.of(day(0, 60));
        var three = List.of(job("Q4-1", "A", 1), job("Q4-2", "A", 1), job("Q4-3", "A", 1));
        var task = task(onlyMonday, three);
        var plan = SimplePlanner.plan(task);
        assertThat(plan.unplanned(task)).hasSize(1);
        assertThat(LatenessRelief.of(task, plan, List.of(day(1, 240))))
                .extracting(LatenessRelief::words)
                .contains("Open the bench on 2026-03-03 (240 min): then nothing is late.");

        var dry = new PlanTask(
                PlanRules.USUAL,
                WEEK,
                three,
                Map.of("A", new GasSetUp("A", "the mix A", Optional.empty())),
                Map.of(),
                Map.of());
        assertThat(LatenessRelief.of(dry, SimplePlanner.plan(dry), List.of()))
                .extracting(LatenessRelief::words)
                .contains("Get more of the mix A, there is none: then nothing is late.");
    }

    @Test
    void everyHardRuleIsNamedWithTheDayAndByHowMuch() {
        var four = List.of(job("Q4-1", "A", 3), job("Q4-2", "A", 3), job("Q4-3", "B", 3), job("Q4-4", "B", 3));
        var crowded = task(List.of(day(0, 90)), four, Map.of("Quarry", 3), Map.of());
        assertThat(PlanCheck.of(crowded, all(crowded, 0)))
                .extracting(Breach::sentence)
                .containsExactlyInAnyOrder(
                        "2026-03-02: 100 minutes of work and set-ups, 90 are there.",
                        "2026-03-02: 4 detectors of Quarry at once, at most 3.");
        assertThat(kinds(crowded, all(crowded, 1))).containsOnly(Breach.Kind.CLOSED);
        var pinned = task(WEEK, List.of(job("Q4-1", "A", 3).pinnedTo(Optional.of(MONDAY.plusDays(2)))));
        assertThat(kinds(pinned, all(pinned, 1))).containsExactly(Breach.Kind.PINNED);
        assertThat(SimplePlanner.plan(pinned).days()).containsValue(MONDAY.plusDays(2));
    }

    @Test
    void whoIsOverdueTakesNothingAwayFromItsCrew() {
        var late = task(
                WEEK,
                List.of(job("Q4-1", "A", -1), job("Q4-2", "A", -3), job("Q4-3", "A", 2)),
                Map.of("Quarry", 1),
                Map.of());
        assertThat(kinds(late, all(late, 0))).isEmpty();
        assertThat(PlanCost.of(late, all(late, 0)).lateDays()).isEqualTo(4);
    }

    @Test
    void noMoreIsAskedOfACompetenceThanThoseWhoHoldItHave() {
        var day =
                new BenchDay(MONDAY, List.of(new Shift("Una", 30, Set.of("lamps")), new Shift("Brand", 200, Set.of())));
        var two =
                List.of(asking(job("P-1", "A", 0), "lamps"), asking(job("P-2", "A", 0), "lamps"), job("Q4-1", "A", 0));
        var task = task(List.of(day), two);
        assertThat(PlanCheck.of(task, all(task, 0)))
                .extracting(Breach::sentence)
                .containsExactly("2026-03-02: 40 minutes that ask for lamps, 30 are there.");
        assertThat(SimplePlanner.plan(task).unplanned(task)).hasSize(1);
    }

    @Test
    void gasThatWillBeOutServesNoLaterDay() {
        var task = new PlanTask(
                PlanRules.USUAL,
                WEEK,
                List.of(job("Q4-1", "A", 4)),
                Map.of("A", new GasSetUp("A", "the mix A", Optional.of(MONDAY.plusDays(1)))),
                Map.of(),
                Map.of());
        assertThat(SimplePlanner.plan(task).days()).containsValue(MONDAY.plusDays(1));
        assertThat(DayChoice.why(task, new BenchPlan(Map.of()), task.jobs().get(0)))
                .contains(
                        "It has found no day.",
                        "The first day that it might have, 2026-03-02: it would cost 12.7 min more.");
        assertThat(PlanCheck.of(task, all(task, 2)).get(0).sentence())
                .isEqualTo("No gas for Q4-1 on 2026-03-04: the mix A lasts until 2026-03-03.");
    }

    @Test
    void aStandingPlanMovesOnlyWhereThatIsWorthTellingPeople() {
        var jobs = List.of(job("Q4-1", "A", 3), job("Q4-2", "B", 3));
        var before = Map.of("Q4-1", MONDAY.plusDays(1), "Q4-2", MONDAY.plusDays(1));
        var task = task(WEEK, jobs, Map.of(), before);
        // 2 days early give 1.3 min away each; moving costs 5 min each.
        assertThat(PlanChange.between(task, SimplePlanner.plan(task))).isEmpty();
        var closed = task(List.of(day(0, 240), day(2, 240), day(3, 240)), jobs, Map.of(), before);
        var plan = SimplePlanner.plan(closed);
        assertThat(PlanChange.between(closed, plan))
                .extracting(PlanChange::detector)
                .containsExactly("Q4-1", "Q4-2");
        assertThat(plan.days().values()).containsOnly(MONDAY.plusDays(3));
    }

    @Test
    void aJobSaysWhyItStandsThereAndWhatItsNeighboursWouldCost() {
        var task = task(WEEK, List.of(job("Q4-1", "A", 2), job("Q4-2", "A", 3)));
        var plan = SimplePlanner.plan(task);
        var why = DayChoice.why(task, plan, task.jobs().get(1));
        assertThat(why)
                .containsExactly(
                        "Q4-2 is due on 2026-03-05 and may be done from 2026-03-02.",
                        "1 other that day uses the same gas: one set-up serves all.",
                        "That is 1 day early, which gives away 0.7 min of work.",
                        "A bench day earlier, 2026-03-03: it would cost 10.6 min more.",
                        "A bench day later, 2026-03-05: it would cost 9.3 min more.");
    }

    @Test
    void aDayForAJobSaysWhatItWouldBreak() {
        var small = task(List.of(day(0, 60), day(1, 55)), List.of(job("Q4-1", "A", 1), job("Q4-2", "B", 1)));
        var plan = new BenchPlan(Map.of("Q4-1", MONDAY, "Q4-2", MONDAY.plusDays(1)));
        assertThat(DayChoice.of(small, plan, small.jobs().get(0))
                        .get(1)
                        .breaks()
                        .orElseThrow()
                        .sentence())
                .isEqualTo("2026-03-03: 60 minutes of work and set-ups, 55 are there.");
    }

    @Test
    void figuresOfTheHouseAreRefusedByName() {
        assertThatThrownBy(() -> new PlanRules(20, 10, 25, 10, 2, 15))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("30 to 600, not 20");
        assertThat(PlanRules.USUAL.mostAway(10)).isEqualTo(2);
        assertThat(PlanRules.USUAL.mostAway(3)).isEqualTo(1);
    }
}
