package onward.sentry.core.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Target;
import onward.sentry.core.judge.CalibrationCheck;
import onward.sentry.core.judge.CheckRule;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Unsettled;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.judge.ZeroJudge;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.trace.Trace;

/** What noise, scale and restlessness may and may not do to a verdict. */
class MeasureProperties {

    private static Optional<Verdict> bump(double share, double noiseSteps, long seed) {
        var card = Fixtures.quoin4();
        var trace = new Trace();
        var taking = new GasTaking(
                new GasJudge(card, SitePolicy.SHIPPED, OptionalDouble.empty()),
                Target.of(3, Purpose.BUMP),
                80,
                Optional.empty(),
                SensitivityHistory.NEW,
                0,
                false,
                new AcceptRule.OnStability(5, 60),
                45,
                new Exposure(trace, 10_000, 10_000, false, false, () -> false));
        var random = new Random(seed);
        for (long at = 0; at <= 71_000; at += 1_000) {
            double way = at <= 10_000 ? 0 : 1 - Math.exp(-(at - 10_000) / 8_000.0);
            trace.add(at, Math.rint(80 * share * way + noiseSteps * random.nextGaussian()));
            var taken = taking.at(at);
            if (taken.isPresent()) {
                return Optional.of(taken.get().outcome().judgement().verdict());
            }
        }
        return Optional.empty();
    }

    @Property(tries = 300)
    void noiseCarriesNoBumpOverItsLevelFromBelow(
            @ForAll @DoubleRange(min = 0, max = 0.45) double share,
            @ForAll @DoubleRange(min = 0, max = 1) double noiseSteps,
            @ForAll long seed) {
        assertThat(bump(share, noiseSteps, seed)).isNotEqualTo(Optional.of(Verdict.PASS));
    }

    @Property
    void whatIsUnsettledNeverImprovesAVerdict(
            @ForAll @DoubleRange(min = 60, max = 100) double reading,
            @ForAll @DoubleRange(min = 0, max = 30) double spread,
            @ForAll @DoubleRange(min = -0.5, max = 0.5) double slope) {
        var sensor = Fixtures.quoin4().sensor(3);
        var rule = CheckRule.of(10, "house");
        var unsettled = new Unsettled(false, spread, slope, 10.9, 15, 0, 15);
        var settled = CalibrationCheck.judge(sensor, 80, reading, rule).verdict();
        var moving =
                CalibrationCheck.judge(sensor, 80, reading, unsettled, rule).verdict();
        assertThat(moving).isGreaterThanOrEqualTo(settled);
        var zeroSettled = ZeroJudge.judge(sensor, reading - 80, Unsettled.NONE, 80, "test")
                .verdict();
        assertThat(ZeroJudge.judge(sensor, reading - 80, unsettled, 80, "test").verdict())
                .isGreaterThanOrEqualTo(zeroSettled);
    }

    @Property
    void theTimeScaleOfATraceMarksNoOtherReadings(
            @ForAll @IntRange(min = 1, max = 8) int stretch, @ForAll long seed, @ForAll @IntRange(max = 40) int spike) {
        var once = new Trace();
        var stretched = new Trace();
        var random = new Random(seed);
        for (int i = 0; i <= 40; i++) {
            double value = 50 + random.nextInt(3) + (i == spike ? 40 : 0);
            once.add(500L * i, value);
            stretched.add(500L * stretch * i, value);
        }
        for (int i = 0; i <= 40; i++) {
            assertThat(stretched.isMarked(i, 1)).isEqualTo(once.isMarked(i, 1));
        }
        assertThat(once.isMarked(spike, 1)).isTrue();
        assertThat(once.markedSince(0, 1)).isEqualTo(List.of(500L * spike));
        assertThat(once.markedSince(500L * spike + 1, 1)).isEmpty();
    }

    @Property
    void theUnitOfATraceMarksNoOtherReadings(
            @ForAll @DoubleRange(min = 0.01, max = 1000) double unit, @ForAll long seed) {
        var plain = new Trace();
        var scaled = new Trace();
        var random = new Random(seed);
        for (int i = 0; i <= 30; i++) {
            double value = random.nextInt(8);
            plain.add(1000L * i, value);
            scaled.add(1000L * i, value * unit);
        }
        for (int i = 0; i <= 30; i++) {
            assertThat(scaled.isMarked(i, unit)).isEqualTo(plain.isMarked(i, 1));
        }
    }
}
