package onward.sentry.core.offline;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.RunTraces;
import onward.sentry.core.trace.Reading;

/** What may not make a verdict better: company, noise, time that runs faster or slower. */
class VerdictProperties {

    private static final int MONOXIDE = 3;
    private static final Map<Integer, Double> LABEL = Map.of(1, 25.0, MONOXIDE, 80.0, 4, 15.0);
    private static final double GAS_AT = 10;
    private static final double NEAR_A_LIMIT = 0.05;

    /**
     * A span of carbon monoxide.
     *
     * @param share of the label that it comes to
     * @param seconds between readings, and in the rise, for each one of the plain trace
     * @param company sound sensors beside it
     */
    private static SensorOutcome outcome(double share, double noiseSteps, double seconds, boolean company, long seed) {
        var random = new Random(seed);
        var traces = new RunTraces();
        double end = GAS_AT + 160 * Math.max(1, seconds);
        for (int i = 0; 0.5 * seconds * i <= end; i++) {
            double at = 0.5 * seconds * i;
            double way = at <= GAS_AT ? 0 : 1 - Math.exp(-(at - GAS_AT) / (6 * seconds));
            var values = new HashMap<Integer, Double>();
            values.put(MONOXIDE, Math.rint(80 * share * way + noiseSteps * random.nextGaussian()));
            if (company) {
                values.put(1, Math.rint(25 * way));
                values.put(4, Math.rint(150 * way) / 10);
            }
            traces.add(new Reading(Math.round(1000 * at), values));
        }
        var slots = company ? List.copyOf(LABEL.keySet()) : List.of(MONOXIDE);
        return new BareReadings(
                        Fixtures.quoin4(),
                        SitePolicy.SHIPPED,
                        Fixtures.TODAY,
                        Map.of("HM-01", Fixtures.houseMix()),
                        Optional.empty(),
                        OptionalDouble.empty(),
                        Map.of(),
                        OptionalDouble.empty(),
                        traces)
                .judge(List.of(new BareStage(Stage.SPAN, slots, GAS_AT, end, Optional.of("HM-01")))).stream()
                        .map(JudgedStage::outcome)
                        .filter(outcome -> outcome.slot() == MONOXIDE)
                        .findFirst()
                        .orElseThrow();
    }

    private static Verdict span(double share, double noiseSteps, double seconds, boolean company, long seed) {
        return outcome(share, noiseSteps, seconds, company, seed).judgement().verdict();
    }

    private static Verdict plain(double share) {
        return span(share, 0, 1, false, 1);
    }

    /** Where a little more or less would be another verdict, chance decides. */
    private static void awayFromLimits(double share) {
        Assume.that(plain(share - NEAR_A_LIMIT) == plain(share) && plain(share + NEAR_A_LIMIT) == plain(share));
    }

    @Property(tries = 60)
    void soundSensorsBesideItChangeNoVerdict(
            @ForAll @DoubleRange(min = 0, max = 1.4) double share,
            @ForAll @DoubleRange(min = 0, max = 4) double noiseSteps,
            @ForAll long seed) {
        var alone = outcome(share, noiseSteps, 1, false, seed);
        // Noise alone may look as if gas had ended; that the others hold shows that it had not.
        Assume.that(!alone.how().equals("gas ended"));
        assertThat(span(share, noiseSteps, 1, true, seed))
                .isEqualTo(alone.judgement().verdict());
    }

    @Property(tries = 60)
    void noiseMakesNoSpanBetter(
            @ForAll @DoubleRange(min = 0, max = 1.4) double share,
            @ForAll @DoubleRange(min = 0, max = 12) double noiseSteps,
            @ForAll long seed) {
        awayFromLimits(share);
        var noisy = span(share, noiseSteps, 1, false, seed);
        if (plain(share).good()) {
            assertThat(noisy).isGreaterThanOrEqualTo(plain(share));
        } else {
            assertThat(noisy.good()).isFalse();
        }
    }

    @Property(tries = 40)
    void timeThatRunsFasterOrSlowerIsNoOtherVerdict(
            @ForAll @DoubleRange(min = 0, max = 1.4) double share, @ForAll @IntRange(min = 1, max = 8) int halves) {
        awayFromLimits(share);
        assertThat(span(share, 0.3, halves / 2.0, false, 7)).isEqualTo(plain(share));
    }
}
