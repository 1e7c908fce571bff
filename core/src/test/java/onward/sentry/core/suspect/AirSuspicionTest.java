package onward.sentry.core.suspect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.suspect.AirSuspicion.InAir;
import onward.sentry.core.suspect.Evidence.Tried;
import org.junit.jupiter.api.Test;

/** What is suspected of sensors in clean air, and what is tried first about it. */
class AirSuspicionTest {

    private static InAir in(int slot, double reading, double jitter, boolean failed) {
        return new InAir(Fixtures.quoin4().sensor(slot), reading, jitter, failed);
    }

    private static InAir failed(int slot, double reading) {
        return in(slot, reading, 0.2, true);
    }

    private static InAir well(int slot) {
        return in(slot, Fixtures.quoin4().sensor(slot).cleanAirReading(), 0.2, false);
    }

    private static Suspicion zero(boolean gasLeft, List<Tried> tried, InAir... sensors) {
        return AirSuspicion.ofZero(Arrays.asList(sensors), tried, gasLeft, CrossSensitivity.shipped());
    }

    private static Suspicion clearDown(InAir... sensors) {
        return AirSuspicion.ofClearDown(Arrays.asList(sensors), List.of());
    }

    private static List<Cause> causes(Suspicion suspicion) {
        return suspicion.suspects().stream().map(Suspect::cause).toList();
    }

    @Test
    void whereEverySensorIsWellNothingIsSuspected() {
        assertThat(zero(false, List.of(), well(1), well(2), well(3))).isEqualTo(Suspicion.NONE);
        assertThat(clearDown(well(1), well(3))).isEqualTo(Suspicion.NONE);
    }

    @Test
    void gasThatHadNotClearedDownIsSuspectedBeforeTheRoom() {
        assertThat(causes(zero(true, List.of(), failed(3, 6), failed(4, 1))))
                .containsExactly(Cause.RESIDUAL_GAS, Cause.ROOM_GAS, Cause.ZERO_SENSOR);
        assertThat(causes(zero(false, List.of(), failed(3, 6), failed(4, 1))))
                .containsExactly(Cause.ROOM_GAS, Cause.RESIDUAL_GAS, Cause.ZERO_SENSOR);
    }

    @Test
    void oneSensorAloneSpeaksMoreForTheSensorThanSeveralDo() {
        var alone = zero(false, List.of(), failed(3, 6), well(4));
        var several = zero(false, List.of(), failed(3, 6), failed(4, 1));
        assertThat(weight(alone, Cause.ZERO_SENSOR)).isGreaterThan(weight(several, Cause.ZERO_SENSOR));
    }

    private static double weight(Suspicion suspicion, Cause cause) {
        return suspicion.suspects().stream()
                .filter(one -> one.cause() == cause)
                .findFirst()
                .orElseThrow()
                .weight();
    }

    @Test
    void whatWasTriedAndMovedNothingFallsBehind() {
        var aired = zero(false, List.of(new Tried(NextTry.VENTILATE, false)), failed(3, 6), well(4));
        assertThat(causes(aired).get(0)).isEqualTo(Cause.ZERO_SENSOR);
        var helped = zero(false, List.of(new Tried(NextTry.VENTILATE, true)), failed(3, 6), well(4));
        assertThat(causes(helped).get(0)).isEqualTo(Cause.ROOM_GAS);
    }

    @Test
    void restlessReadingsPointAtTheGasWhereSeveralAreAndAtTheSensorWhereOneIs() {
        var several = zero(false, List.of(), in(3, 6, 9, true), in(4, 1, 9, true));
        assertThat(several.suspects().get(0).cause()).isEqualTo(Cause.UNSETTLED_GAS);
        var one = zero(false, List.of(), in(3, 6, 9, true), well(4));
        assertThat(one.suspects().get(0).cause()).isEqualTo(Cause.UNSETTLED_SENSOR);
        var lonely = zero(false, List.of(), in(3, 6, 9, true));
        assertThat(lonely.suspects().get(0).cause())
                .as("a detector of one sensor cannot tell them apart")
                .isEqualTo(Cause.UNSETTLED_GAS);
    }

    @Test
    void whatComesBackBelowZeroWasZeroedWithGasAbout() {
        var below = clearDown(failed(3, -4), well(4));
        assertThat(causes(below)).containsExactly(Cause.BAD_ZERO);
        assertThat(below.next()).contains(NextTry.ZERO_AGAIN);
        assertThat(below.suspects().get(0).working().inputs().toString()).contains("CO -4 ppm");
    }

    @Test
    void whatStaysUpIsGasInTheHoseOrASlowSensorAndOxygenIsNeverBelowZero() {
        assertThat(causes(clearDown(failed(3, 9), well(4))))
                .as("gas that is left would be left at the other one too")
                .containsExactly(Cause.SLOW_SENSOR, Cause.RESIDUAL_GAS);
        assertThat(causes(clearDown(failed(3, 9), failed(4, 2), well(1))))
                .containsExactly(Cause.RESIDUAL_GAS, Cause.SLOW_SENSOR);
        assertThat(causes(clearDown(failed(2, 18.2)))).containsExactly(Cause.RESIDUAL_GAS, Cause.SLOW_SENSOR);
        assertThat(causes(clearDown(failed(3, -4), failed(4, 3))))
                .containsExactly(Cause.BAD_ZERO, Cause.RESIDUAL_GAS, Cause.SLOW_SENSOR);
    }

    @Test
    void everyCauseHasSomethingThatShowsIt() {
        for (var cause : Cause.values()) {
            assertThat(cause.words()).isNotBlank();
            assertThat(cause.shownBy().words()).isNotBlank();
        }
    }
}
