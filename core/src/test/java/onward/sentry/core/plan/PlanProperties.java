package onward.sentry.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import onward.sentry.core.sim.SimFleet;

class PlanProperties {

    /** Whatever the fleet: no hard rule is broken, and the plan costs no more than the days that nobody planned would. */
    @Property(tries = 60)
    void aPlanByRuleBreaksNothing(@ForAll @IntRange(min = 1, max = 120) int detectors, @ForAll long seed) {
        var task = SimFleet.task(detectors, 20, PlanFixtures.MONDAY, seed);
        var plan = SimplePlanner.plan(task);
        assertThat(PlanCheck.of(task, plan)).isEmpty();
        for (var job : task.jobs()) {
            plan.dayOf(job).ifPresent(day -> assertThat(day).isAfterOrEqualTo(job.earliest()));
        }
        var nobody = DueDayPlanner.plan(task);
        if (PlanCheck.of(task, nobody).isEmpty()) {
            assertThat(PlanCost.of(task, plan)).isLessThanOrEqualTo(PlanCost.of(task, nobody));
        }
    }

    /** What a day is said to cost is what the whole plan then costs more. */
    @Property(tries = 30)
    void aChoiceCostsWhatItSays(@ForAll @IntRange(min = 2, max = 60) int detectors, @ForAll long seed) {
        var task = SimFleet.task(detectors, 12, PlanFixtures.MONDAY, seed);
        var plan = SimplePlanner.plan(task);
        var job = task.jobs().get((int) Math.floorMod(seed, (long) detectors));
        if (plan.dayOf(job).isEmpty()) {
            return;
        }
        var now = PlanCost.of(task, plan);
        for (var choice : DayChoice.of(task, plan, job)) {
            var there = plan.with(job.detector(), choice.on());
            assertThat(PlanCost.of(task, there).tenths() - now.tenths())
                    .isEqualTo(Math.round(10 * choice.moreMinutes()));
            assertThat(PlanCheck.of(task, there).isEmpty())
                    .isEqualTo(choice.breaks().isEmpty());
        }
    }
}
