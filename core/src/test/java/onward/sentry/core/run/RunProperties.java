package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import onward.sentry.core.card.Step;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.SpanJudge;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SpanGrading;

class RunProperties {

    private static LiveRun worked(double coResponse, double h2sResponse, int gasSeconds) {
        return FakeInstrument.onGas(Map.of(3, coResponse, 4, h2sResponse), gasSeconds)
                .run();
    }

    @Property(tries = 40)
    void theFoldOfAnyPrefixAndOfAnyShuffleNeverThrows(
            @ForAll @DoubleRange(min = 0, max = 2.2) double response,
            @ForAll @IntRange(min = 0, max = 200) int gasSeconds,
            @ForAll long seed) {
        var events = worked(response, response, gasSeconds).state().events();
        for (int n = 0; n <= events.size(); n++) {
            var state = RunState.of(Fixtures.quoin4(), events.subList(0, n));
            assertThat(state.step()).isBetween(0, state.steps().size());
            assertThat(NextAction.of(state).sentence()).isNotBlank();
        }
        var shuffled = new java.util.ArrayList<>(events);
        java.util.Collections.shuffle(shuffled, new Random(seed));
        assertThat(RunState.of(Fixtures.quoin4(), shuffled).outcomes().size()).isLessThanOrEqualTo(12);
    }

    @Property(tries = 60)
    void noReadingIsAcceptedBeforeTheLeastExposure(
            @ForAll @DoubleRange(min = 0.06, max = 2.2) double co,
            @ForAll @DoubleRange(min = 0.06, max = 2.2) double h2s) {
        var state = worked(co, h2s, 170).state();
        double least = state.steps().stream()
                .filter(Step.ApplyGas.class::isInstance)
                .map(Step.ApplyGas.class::cast)
                .findFirst()
                .orElseThrow()
                .accept()
                .leastSeconds();
        var accepted = state.events().stream()
                .filter(RunEvent.ReadingAccepted.class::isInstance)
                .map(RunEvent.ReadingAccepted.class::cast)
                .toList();
        assertThat(accepted)
                .hasSize(4)
                .allSatisfy(event ->
                        assertThat(event.at() - state.flowingSince()).isGreaterThanOrEqualTo(Math.round(least * 1000)));
    }

    @Property
    void aHigherFullSpanAtEqualGasNeverWorsensTheGradeUpToTheAdjustableRange(
            @ForAll @DoubleRange(min = 1, max = 150) double applied,
            @ForAll @DoubleRange(min = 0, max = 2) double low,
            @ForAll @DoubleRange(min = 0, max = 2) double high) {
        var sensor = Fixtures.quoin4().sensor(3);
        var worse = span(sensor, applied, applied * Math.min(low, high));
        var better = span(sensor, applied, applied * Math.max(low, high));
        assertThat(better.compareTo(worse)).isLessThanOrEqualTo(0);
    }

    @Property
    void aWeakCellIsNeverPassed(@ForAll @DoubleRange(min = 0, max = 0.49) double share) {
        assertThat(span(Fixtures.quoin4().sensor(4), 15, 15 * share)).isEqualTo(Verdict.FAIL);
    }

    private static Verdict span(SensorSpec sensor, double applied, double reading) {
        return SpanJudge.judge(sensor, SpanGrading.THREE_GRADES, applied, reading, SensitivityHistory.NEW, "test")
                .judgement()
                .verdict();
    }
}
