package onward.sentry.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Map;
import java.util.Set;
import onward.sentry.core.evidence.Moment;
import onward.sentry.core.evidence.Observation;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What each model predicts, beside figures that were worked by hand. */
class ModelsTest {

    private static final int METHANE = 1;
    private static final int OXYGEN = 2;
    private static final int MONOXIDE = 3;
    private static final int SULFIDE = 4;

    private static Observation seen(Observation.Kind kind, Moment.Type type, int slot) {
        var moment = new Moment(
                0, type, "HM-01", Map.of(METHANE, 25.0, OXYGEN, 16.0, MONOXIDE, 80.0, SULFIDE, 15.0), Set.of());
        return new Observation(kind, moment, Fixtures.quoin4().sensor(slot), 0, 0.05, "");
    }

    private static Observation share(int slot) {
        return seen(Observation.Kind.SHARE, Moment.Type.GAS, slot);
    }

    private static Observation offset(Moment.Type type, int slot) {
        return seen(Observation.Kind.OFFSET, type, slot);
    }

    @Test
    void roomAirTakesTheSameShareOfEveryGas() {
        var leak = new RoomAirInGas(new double[] {0.3});
        assertThat(leak.of(share(MONOXIDE), 0.3).mean()).isEqualTo(0.7);
        assertThat(leak.of(share(OXYGEN), 0.3).mean()).isEqualTo(0.7);
        assertThat(leak.of(offset(Moment.Type.ZERO, MONOXIDE), 0.3).mean()).isZero();
    }

    @Test
    void underPressureOxygenReadsMoreSoThatItsShareFalls() {
        // 1.25 · 16 = 20 vol%, and (20 − 20.9) ÷ (16 − 20.9) = 0.1837
        assertThat(new Pressurised().of(share(OXYGEN), 1.25).mean()).isCloseTo(0.1837, within(1e-4));
        assertThat(new Pressurised().of(share(SULFIDE), 1.25).mean()).isEqualTo(1.25, within(1e-9));
    }

    @Test
    void withoutOxygenTheBeadBurnsNothingAndTheOxygenSensorGoesPastTheLabel() {
        // (20.9 − 0) ÷ (20.9 − 16) = 4.2653
        assertThat(new TooLittleOxygen().of(share(OXYGEN), 0).mean()).isCloseTo(4.2653, within(1e-4));
        assertThat(new TooLittleOxygen().of(share(METHANE), 0).mean()).isLessThan(0.05);
        assertThat(new TooLittleOxygen().of(share(MONOXIDE), 0).mean()).isEqualTo(1);
    }

    @Test
    void aGasOfTheRoomShowsOnEachCellByTheTable() {
        var cross = CrossSensitivity.shipped();
        double tolerance =
                onward.sentry.core.judge.ZeroJudge.tolerance(Fixtures.quoin4().sensor(MONOXIDE));
        assertThat(new RoomGas("carbon-monoxide", true, cross)
                        .of(offset(Moment.Type.ZERO, MONOXIDE), 20)
                        .mean())
                .isCloseTo(20 / tolerance, within(1e-9));
        // 40 ppm of hydrogen: up to one and a half times 16 ppm
        var hydrogen = new RoomGas("hydrogen", false, cross).of(offset(Moment.Type.ZERO, MONOXIDE), 40);
        assertThat(hydrogen.parts().get(0).high()).isCloseTo(1.5 * 16 / tolerance, within(1e-9));
        assertThat(new RoomGas("hydrogen", false, cross).of(share(MONOXIDE), 40).mean())
                .isEqualTo(1);
    }

    @Test
    void gasThatIsLeftShowsOnlyAfterGas() {
        double tolerance =
                onward.sentry.core.judge.ZeroJudge.tolerance(Fixtures.quoin4().sensor(MONOXIDE));
        assertThat(new ResidualGas()
                        .of(offset(Moment.Type.CLEAR, MONOXIDE), 0.2)
                        .mean())
                .isCloseTo(16 / tolerance, within(1e-9));
        var before = new Observation(
                Observation.Kind.OFFSET,
                new Moment(0, Moment.Type.BEFORE, "", Map.of(), Set.of()),
                Fixtures.quoin4().sensor(MONOXIDE),
                0,
                0.4,
                "");
        assertThat(new ResidualGas().of(before, 0.2).mean()).isZero();
    }

    @Test
    void aBadZeroOfThisRunShowsAfterItAndOneBeforeItUntilThen() {
        assertThat(new BadZero(MONOXIDE, true)
                        .of(offset(Moment.Type.CLEAR, MONOXIDE), 3)
                        .mean())
                .isEqualTo(-3);
        assertThat(new BadZero(MONOXIDE, false)
                        .of(offset(Moment.Type.BEFORE, MONOXIDE), 3)
                        .mean())
                .isEqualTo(-3);
        assertThat(new BadZero(MONOXIDE, true)
                        .of(offset(Moment.Type.CLEAR, SULFIDE), 3)
                        .mean())
                .isZero();
    }

    @Test
    void tubingHoldsBackWhatIsStickyOnly() {
        assertThat(new AbsorbingTubing().of(share(SULFIDE), 0.4).mean()).isEqualTo(0.4);
        assertThat(new AbsorbingTubing().of(share(MONOXIDE), 0.4).mean()).isEqualTo(1);
    }

    @Test
    void aSlowSensorIsLateByItsStrength() {
        var speed = new SlowSensor(MONOXIDE).of(seen(Observation.Kind.SPEED, Moment.Type.GAS, MONOXIDE), 4);
        assertThat(speed.parts().get(0).high()).isCloseTo(Math.log(4), within(1e-9));
        assertThat(new SlowSensor(MONOXIDE).of(share(SULFIDE), 4).mean()).isEqualTo(1);
    }

    @Test
    void likelihoodsOfAPredictionAddUpToOne() {
        for (var prediction : java.util.List.of(Prediction.at(1), Prediction.between(-0.2, 1.4))) {
            double sum = 0;
            for (double value = -1; value <= 2; value += 0.001) {
                var at = new Observation(
                        Observation.Kind.SHARE,
                        share(MONOXIDE).moment(),
                        Fixtures.quoin4().sensor(MONOXIDE),
                        value,
                        0.05,
                        "");
                sum += prediction.density(at) * 0.001;
            }
            assertThat(sum).isCloseTo(1, within(0.01));
        }
    }

    @ParameterizedTest
    @EnumSource
    void everyCauseHasSomethingThatShowsIt(Cause cause) {
        assertThat(cause.isShownBy(cause.shownBy())).isTrue();
        assertThat(cause.words()).isNotBlank();
        assertThat(Arrays.stream(Cause.values()).map(Cause::words)).doesNotHaveDuplicates();
    }
}
