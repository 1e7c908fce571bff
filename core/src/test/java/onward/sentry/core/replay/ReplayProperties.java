package onward.sentry.core.replay;

import static onward.sentry.core.working.Limit.refused;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.FakeInstrument;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunEvent.ZeroJudged;

class ReplayProperties {

    /** A run that was worked as far as somebody got within some seconds on gas. */
    private record Worked(LiveRun run, FakeInstrument instrument) {

        static Worked of(double coResponse, double h2sResponse, int gasSeconds) {
            var instrument = FakeInstrument.onGas(Map.of(3, coResponse, 4, h2sResponse), gasSeconds);
            var run = instrument.run();
            run.carryOut(new RunCommand.Remark("the hood sits askew"), instrument.now(), "Una");
            return new Worked(run, instrument);
        }

        List<RunEvent> events() {
            return run.state().events();
        }

        Replay again(SitePolicy policy) {
            return Replay.of(run.state().card(), policy, events(), instrument.readings());
        }
    }

    @Property(tries = 25)
    void workedAgainByTheSameRulesARunComesToTheSame(
            @ForAll @DoubleRange(min = 0.1, max = 1.8) double co,
            @ForAll @DoubleRange(min = 0.1, max = 1.8) double h2s,
            @ForAll @IntRange(min = 0, max = 200) int gasSeconds) {
        var worked = Worked.of(co, h2s, gasSeconds);
        var again = worked.again(SitePolicy.SHIPPED);
        assertThat(again.notRepeated()).isEmpty();
        assertThat(again.run().state().events()).isEqualTo(worked.events());
    }

    @Property(tries = 15)
    void aRecordWhoseVerdictWasChangedDoesNotComeOutAgain(@ForAll @IntRange(min = 0, max = 3) int sensor) {
        var worked = Worked.of(1, 1, 0);
        var forged = worked.events().stream()
                .map(event -> event instanceof ZeroJudged zero ? forged(zero, sensor) : event)
                .toList();
        assertThat(forged).isNotEqualTo(worked.events());
        var again = Replay.of(
                worked.run().state().card(),
                SitePolicy.SHIPPED,
                forged,
                worked.instrument().readings());
        assertThat(again.run().state().events()).isNotEqualTo(forged).isEqualTo(worked.events());
    }

    private static RunEvent forged(ZeroJudged zero, int sensor) {
        var outcomes = new ArrayList<>(zero.outcomes());
        var was = outcomes.get(sensor);
        outcomes.set(
                sensor,
                new SensorOutcome(
                        was.slot(),
                        was.stage(),
                        new Judgement(Verdict.FAIL, was.judgement().working()),
                        was.reading(),
                        was.expected(),
                        was.responsePercent(),
                        was.t90Seconds(),
                        was.how()));
        return new ZeroJudged(zero.at(), zero.step(), outcomes);
    }

    @Example
    void whatTheRulesNoLongerAllowIsNamedAndTheRestGoesOn() {
        var worked = Worked.of(1, 1, 0);
        var events = new ArrayList<>(worked.events());
        var chosen = events.stream()
                .filter(RunEvent.CylinderChosen.class::isInstance)
                .findFirst()
                .orElseThrow();
        int at = events.indexOf(chosen);
        events.add(at + 1, new RunEvent.GasLeftOut(chosen.at(), 3, "none of it here"));
        var again = Replay.of(
                worked.run().state().card(),
                SitePolicy.SHIPPED,
                events,
                worked.instrument().readings());
        assertThat(again.notRepeated()).singleElement().asString().contains("GasLeftOut");
        assertThat(again.run().state().events()).isEqualTo(worked.events());
    }

    @Example
    void aRunBeginsWithItsStart() {
        var events = Worked.of(1, 1, 0).events();
        refused(
                "events-no-start",
                "events[0]",
                () -> Replay.of(Fixtures.quoin4(), SitePolicy.SHIPPED, List.of(), List.of()),
                () -> Replay.of(Fixtures.quoin4(), SitePolicy.SHIPPED, events.subList(1, 3), List.of()));
    }
}
