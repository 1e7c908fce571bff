package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.Step;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.sim.Health;
import onward.sentry.core.sim.SimTechnician;

/** Laws that hold for every card, whatever its sensors answer. */
class EveryCardProperties {

    private static SimTechnician.Worked worked(int card, double response, long seed) {
        var chosen = CardLibrary.all().get(card);
        int slot = chosen.sensors().get(chosen.sensors().size() - 1).slot();
        return Skerravoe.work(
                chosen, Job.CALIBRATION, SitePolicy.SHIPPED, slot, health -> new Health(response, 1, 0, 1), seed);
    }

    @Property(tries = 30)
    void theFoldOfAnyPrefixAndOfAnyShuffleNeverThrows(
            @ForAll @IntRange(min = 0, max = 9) int card,
            @ForAll @DoubleRange(min = 0, max = 2.2) double response,
            @ForAll @IntRange(max = 5) int seed) {
        var state = worked(card, response, seed).run().state();
        for (int n = 0; n <= state.events().size(); n++) {
            var prefix = RunState.of(state.card(), state.events().subList(0, n));
            assertThat(prefix.step()).isBetween(0, prefix.steps().size());
            assertThat(NextAction.of(prefix).sentence()).isNotBlank();
        }
        var shuffled = new ArrayList<>(state.events());
        Collections.shuffle(shuffled, new Random(seed));
        assertThat(RunState.of(state.card(), shuffled).outcomes().size())
                .isLessThanOrEqualTo(state.outcomes().size() + 20);
    }

    @Property(tries = 30)
    void noReadingIsAcceptedBeforeTheLeastExposure(
            @ForAll @IntRange(min = 0, max = 9) int card,
            @ForAll @DoubleRange(min = 0.3, max = 1.6) double response,
            @ForAll @IntRange(max = 5) int seed) {
        var state = worked(card, response, seed).run().state();
        long opened = -1;
        for (var event : state.events()) {
            if (event instanceof RunEvent.GasOpened) {
                opened = event.at();
            } else if (event instanceof RunEvent.ReadingAccepted accepted) {
                var gas = (Step.ApplyGas) state.steps().get(accepted.step());
                assertThat((accepted.at() - opened) / 1000.0)
                        .isGreaterThanOrEqualTo(state.accept(gas.accept()).leastSeconds());
            }
        }
    }

    @Property(tries = 30)
    void whatHasLostHalfOfItsResponseNeverPasses(
            @ForAll @IntRange(min = 0, max = 9) int card,
            @ForAll @DoubleRange(min = 0, max = 0.47) double response,
            @ForAll @IntRange(max = 5) int seed) {
        assertThat(worked(card, response, seed)
                        .run()
                        .state()
                        .signed()
                        .orElseThrow()
                        .verdict())
                .isEqualTo(Verdict.FAIL);
    }
}
