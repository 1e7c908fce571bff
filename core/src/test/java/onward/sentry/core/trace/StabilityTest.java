package onward.sentry.core.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.function.DoubleUnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class StabilityTest {

    private static final StabilityLimits CO = StabilityLimits.of(1, 80, 25);

    private static Trace every250ms(int seconds, DoubleUnaryOperator valueAt) {
        var trace = new Trace();
        for (int i = 0; i <= seconds * 4; i++) {
            trace.add(i * 250L, valueAt.applyAsDouble(i / 4.0));
        }
        return trace;
    }

    @Test
    void limitsFollowResolutionExpectedValueAndSpeed() {
        assertThat(CO).isEqualTo(new StabilityLimits(15, 2, 0.8, 25 / Math.log(10), false));
        assertThat(StabilityLimits.of(0.1, 0, 90).windowSeconds()).isEqualTo(45);
        assertThat(StabilityLimits.of(0.1, 0, 90).band()).isEqualTo(0.2);
    }

    @Test
    void aFirstOrderRiseSettlesOnlyWhenItHasStoppedCreeping() {
        double tau = 25 / Math.log(10);
        DoubleUnaryOperator rise = t -> 80 * (1 - Math.exp(-t / tau));
        assertThat(Stability.sampled(every250ms(45, rise), 0, CO).settled()).isFalse();
        assertThat(Stability.sampled(every250ms(75, rise), 0, CO).settled()).isTrue();
    }

    @Test
    void aSlowCellInsideTheBandIsNotTakenWhileItCreeps() {
        DoubleUnaryOperator creep = t -> 70 + 0.09 * t;
        var stability = Stability.sampled(every250ms(60, creep), 0, CO);
        assertThat(stability.spread()).isLessThan(2);
        assertThat(stability.slopePerSecond()).isCloseTo(0.09, within(1e-9));
        assertThat(stability.settled()).isFalse();
    }

    @Test
    void theWindowMustLieInsideTheExposure() {
        var flat = every250ms(20, t -> 80);
        assertThat(Stability.sampled(flat, 4_000, CO).settled()).isTrue();
        assertThat(Stability.sampled(flat, 6_000, CO).settled()).isFalse();
    }

    @Test
    void fewReadingsDoNotSettle() {
        var sparse = new Trace();
        for (int i = 0; i < 4; i++) {
            sparse.add(i * 5_000L, 80);
        }
        assertThat(Stability.sampled(sparse, 0, CO).settled()).isFalse();
    }

    @Test
    void typedReadingsNeedThreeEntriesFiveSecondsApart() {
        var typed = new Trace();
        typed.add(0, 80);
        typed.add(4_000, 80);
        typed.add(8_000, 80);
        assertThat(Stability.typed(typed, 0, CO).settled()).isFalse();
        typed.add(14_000, 80);
        assertThat(Stability.typed(typed, 0, CO).settled()).isTrue();
        typed.add(20_000, 74);
        assertThat(Stability.typed(typed, 0, CO).settled()).isFalse();
    }

    @Test
    void t90IsInterpolatedAndWorksDownwards() {
        var up = new Trace();
        var down = new Trace();
        for (int i = 0; i <= 2; i++) {
            up.add(i * 10_000L, i * 50.0);
            down.add(i * 10_000L, 20.9 - i * 2.45);
        }
        assertThat(ResponseTime.t90(up, 0, 0, 100).orElseThrow()).isCloseTo(18, within(1e-9));
        assertThat(ResponseTime.t90(down, 0, 20.9, 16.0).orElseThrow()).isCloseTo(18, within(1e-9));
        assertThat(ResponseTime.t90(up, 0, 0, 200)).isEmpty();
    }

    @Test
    void aBatchThatArrivesTwiceChangesNothing() {
        var trace = new Trace();
        assertThat(trace.add(0, 1)).isTrue();
        assertThat(trace.add(250, 2)).isTrue();
        assertThat(trace.add(0, 1)).isFalse();
        assertThat(trace.add(250, 9)).isFalse();
        assertThat(trace.size()).isEqualTo(2);
        assertThat(trace.last()).isEqualTo(2);
    }

    @Property
    void aStoredTraceComesBackAsItWas(
            @ForAll @Size(max = 300) List<@IntRange(min = 1, max = 60_000) Integer> steps,
            @ForAll @DoubleRange(min = -50, max = 900) double level) {
        var trace = new Trace();
        long at = 0;
        for (int step : steps) {
            at += step;
            trace.add(at, Math.round((level + step % 7) * 10) / 10.0);
        }
        var back = TraceCodec.decode(TraceCodec.encode(trace));
        assertThat(back.size()).isEqualTo(trace.size());
        for (int i = 0; i < trace.size(); i++) {
            assertThat(back.timeAt(i)).isEqualTo(trace.timeAt(i));
            assertThat(back.valueAt(i)).isEqualTo(trace.valueAt(i));
        }
    }
}
