package onward.sentry.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Target;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.trace.Trace;
import org.junit.jupiter.api.Test;

/** Carbon monoxide in slot 3 on 80 ppm: step 1 ppm, tolerance 8 ppm, τ 10.9 s, gas on at 10 s. */
class GasTakingTest {

    private static final long GAS_ON = 10_000;
    private static final AcceptRule COUNTDOWN = new AcceptRule.Countdown(60);
    private static final AcceptRule STILL = new AcceptRule.OnStability(20, 60);

    /** @param after what it reads so many seconds after gas came on */
    private static Optional<GasTaking.Taken> taken(
            JudgingRules rules, Purpose purpose, AcceptRule accept, double before, DoubleUnaryOperator after) {
        var trace = new Trace();
        var exposure = new Exposure(trace, GAS_ON, GAS_ON, false, false, () -> false);
        var taking = new GasTaking(
                new GasJudge(Fixtures.quoin4(), SitePolicy.SHIPPED, OptionalDouble.empty(), rules),
                Target.of(3, purpose),
                80,
                Optional.empty(),
                SensitivityHistory.NEW,
                0,
                false,
                accept,
                45,
                exposure);
        for (long at = 0; at <= GAS_ON + 61_000; at += 1_000) {
            double seconds = (at - GAS_ON) / 1000.0;
            trace.add(at, seconds <= 0 ? before : Math.rint(after.applyAsDouble(seconds)));
            var taken = taking.at(at);
            if (taken.isPresent()) {
                return taken;
            }
        }
        return Optional.empty();
    }

    private static SensorOutcome outcome(Purpose purpose, AcceptRule accept, DoubleUnaryOperator after) {
        return taken(JudgingRules.SECOND, purpose, accept, 0, after)
                .orElseThrow()
                .outcome();
    }

    private static Verdict byTheFirstRules(Purpose purpose, AcceptRule accept, DoubleUnaryOperator after) {
        return taken(JudgingRules.FIRST, purpose, accept, 0, after)
                .orElseThrow()
                .outcome()
                .judgement()
                .verdict();
    }

    private static double rising(double seconds) {
        return 80 * (1 - Math.exp(-seconds / 8));
    }

    private static double swinging(double seconds, double by) {
        return 80 + by * (Math.round(seconds / 4) % 2 == 0 ? 1 : -1);
    }

    @Test
    void aReadingThatHasSettledIsTakenWithItsWindowInTheWorking() {
        var settled = outcome(Purpose.CHECK, STILL, GasTakingTest::rising);
        assertThat(settled.how()).isEqualTo("settled");
        assertThat(settled.judgement().verdict()).isEqualTo(Verdict.PASS);
        assertThat(settled.judgement().working().inputs())
                .extracting("name")
                .contains("window", "slope", "spread", "readings left out as outliers")
                .doesNotContain("τ");
    }

    @Test
    void whatIsUnsettledCountsAgainstAReadingThatIsTakenAtItsCountdown() {
        var surely = outcome(Purpose.CHECK, COUNTDOWN, s -> swinging(s, 4));
        assertThat(surely.judgement().verdict()).isEqualTo(Verdict.PASS);
        assertThat(surely.judgement().working().result()).contains("still moving by 4 ppm → pass");
        var hardly = outcome(Purpose.CHECK, COUNTDOWN, s -> swinging(s, 4) + 5);
        assertThat(hardly.judgement().verdict()).as("85 ppm, give or take 4").isEqualTo(Verdict.MARGINAL);
        var unstable = outcome(Purpose.CHECK, COUNTDOWN, s -> swinging(s, 9));
        assertThat(unstable.judgement().verdict()).isEqualTo(Verdict.FAIL);
        assertThat(unstable.judgement().working().result()).contains("unstable");
        assertThat(byTheFirstRules(Purpose.CHECK, COUNTDOWN, s -> swinging(s, 9)))
                .as("by the first rules")
                .isEqualTo(Verdict.PASS);
    }

    @Test
    void aSpanIsGradedByWhatIsSureOfIt() {
        var span = outcome(Purpose.SPAN, COUNTDOWN, s -> swinging(s, 5) - 20);
        assertThat(span.responsePercent().orElseThrow()).isCloseTo(75, within(2.0));
        assertThat(span.judgement().verdict()).as("75 % less 6 %").isEqualTo(Verdict.MARGINAL);
    }

    @Test
    void oneReadingThatIsFarOffChangesNothing() {
        DoubleUnaryOperator spiked = s -> s == 50 ? 300 : rising(s);
        var still = outcome(Purpose.CHECK, COUNTDOWN, spiked);
        assertThat(still.reading().orElseThrow()).isCloseTo(80, within(0.5));
        assertThat(outcome(Purpose.BUMP, STILL, s -> s == 20 ? 70 : rising(s) / 10)
                        .judgement()
                        .verdict())
                .isEqualTo(Verdict.FAIL);
        assertThat(byTheFirstRules(Purpose.BUMP, STILL, s -> s == 20 ? 70 : rising(s) / 10))
                .as("by the first rules")
                .isEqualTo(Verdict.PASS);
    }

    @Test
    void gasThatEndsEarlyIsNoMeasurement() {
        DoubleUnaryOperator shut = s -> s < 48 ? rising(s) : 80 * Math.exp(-(s - 48) / 8);
        var ended = taken(JudgingRules.SECOND, Purpose.SPAN, COUNTDOWN, 0, shut).orElseThrow();
        assertThat(ended.kind()).isEqualTo(GasTaking.Kind.GAS_ENDED);
        assertThat(ended.outcome().judgement().verdict()).isEqualTo(Verdict.NOT_JUDGED);
        assertThat(ended.outcome().judgement().working().rule())
                .contains("100 % of the expected value, then gas ended");
    }

    @Test
    void aSensorThatShowedTheSameBeforeGasHasNotMoved() {
        var stuck = taken(JudgingRules.SECOND, Purpose.CHECK, COUNTDOWN, 80, s -> 80)
                .orElseThrow();
        assertThat(stuck.outcome().how()).isEqualTo("no response");
    }

    @Test
    void aReadingPastTheRangeHasNoValue() {
        var past = outcome(Purpose.SPAN, COUNTDOWN, s -> 300);
        assertThat(past.how()).isEqualTo("past range");
        assertThat(past.judgement().verdict()).isEqualTo(Verdict.FAIL);
        var bump = outcome(Purpose.BUMP, STILL, s -> 300);
        assertThat(bump.judgement().verdict()).isEqualTo(Verdict.PASS);
        assertThat(bump.judgement().working().result()).startsWith("reads past its range");
    }

    @Test
    void oneGapBeforeTheLastReadingGivesASilentLinkNoMoreTime() {
        var trace = new Trace();
        for (int second = 0; second <= 100; second++) {
            trace.add(1_000L * second, 80);
        }
        trace.add(130_000, 80);
        assertThat(Exposure.isReadAt(trace, 0, 145, false, JudgingRules.FOURTH)).isTrue();
        assertThat(Exposure.isReadAt(trace, 0, 145.1, false, JudgingRules.FOURTH))
                .as("15 s at a reading each second, whatever one gap was")
                .isFalse();
        assertThat(Exposure.isReadAt(trace, 0, 145.1, false, JudgingRules.THIRD))
                .isTrue();
    }
}
