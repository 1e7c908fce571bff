package onward.sentry.core.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;

class TraceProperties {

    record Step(int millis, double value) {}

    @Provide
    Arbitrary<List<Step>> steps() {
        var millis = Arbitraries.integers().between(1, 90_000);
        var values = Arbitraries.doubles().between(-500, 20_000).ofScale(4);
        return Combinators.combine(millis, values).as(Step::new).list().ofMaxSize(300);
    }

    private static Trace trace(List<Step> steps) {
        var trace = new Trace();
        long at = 0;
        for (var step : steps) {
            at += step.millis();
            trace.add(at, step.value());
        }
        return trace;
    }

    @Property(tries = 200)
    void whatIsEncodedComesBackToTheFourthDecimal(@ForAll("steps") List<Step> steps) {
        var before = trace(steps);
        var after = TraceCodec.decode(TraceCodec.encode(before));
        assertThat(after.size()).isEqualTo(before.size());
        for (int i = 0; i < before.size(); i++) {
            assertThat(after.timeAt(i)).isEqualTo(before.timeAt(i));
            assertThat(after.valueAt(i)).isCloseTo(before.valueAt(i), within(5e-5));
        }
        assertThat(TraceCodec.encode(after)).isEqualTo(TraceCodec.encode(before));
    }

    @Property(tries = 100)
    void aReadingThatIsNotLaterThanTheLastChangesNothing(@ForAll("steps") List<Step> steps) {
        var trace = trace(steps);
        var digest = TraceCodec.digest(TraceCodec.encode(trace));
        for (int i = 0; i < trace.size(); i++) {
            assertThat(trace.add(trace.timeAt(i), 1)).isFalse();
        }
        assertThat(TraceCodec.digest(TraceCodec.encode(trace))).isEqualTo(digest);
    }

    @Property(tries = 100)
    void aPartHoldsJustTheReadingsBetween(
            @ForAll("steps") List<Step> steps,
            @ForAll @IntRange(max = 900_000) int from,
            @ForAll @IntRange(max = 900_000) int to) {
        var whole = trace(steps);
        var part = whole.between(from, to);
        int expected = 0;
        for (int i = 0; i < whole.size(); i++) {
            expected += whole.timeAt(i) >= from && whole.timeAt(i) <= to ? 1 : 0;
        }
        assertThat(part.size()).isEqualTo(expected);
    }

    @Property
    void theTimeToNinetyPercentOfAFirstOrderResponseIsTwoPointThreeTimeConstants(
            @ForAll @DoubleRange(min = 2, max = 60) double tau,
            @ForAll @DoubleRange(min = -50, max = 300) double start,
            @ForAll @DoubleRange(min = 1, max = 300) double step) {
        var trace = new Trace();
        for (long at = 0; at <= tau * 8_000; at += 100) {
            trace.add(at, start + step * (1 - Math.exp(-at / 1000.0 / tau)));
        }
        assertThat(ResponseTime.t90(trace, 0, start, start + step).orElseThrow())
                .isCloseTo(tau * Math.log(10), within(0.02 * tau));
    }

    @Property
    void aReadingThatStandsStillIsSettledAndOneThatClimbsThroughTheBandIsNot(
            @ForAll @DoubleRange(min = 20, max = 250) double level,
            @ForAll @DoubleRange(min = 2, max = 10) double slopes) {
        var limits = StabilityLimits.of(1, level, 25);
        var still = new Trace();
        var climbing = new Trace();
        for (long at = 0; at <= 20_000; at += 250) {
            still.add(at, level);
            climbing.add(at, level + slopes * limits.band() * at / 1000 / limits.windowSeconds());
        }
        assertThat(Stability.sampled(still, 0, limits).settled()).isTrue();
        assertThat(Stability.sampled(climbing, 0, limits).settled()).isFalse();
    }
}
