package onward.sentry.core.suspect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;

/** Each pattern of the evidence on its own, with the numbers that the working must hold. */
class GasSuspicionTest {

    private static final Intake CUP = new Intake.Cup(0.4, 0.6);
    private static final Intake PUMP = new Intake.Pumped(0.5, false);
    private static final double[] EXPECTED = {25, 16, 80, 15};

    private static SensorEvidence sensor(int slot, double reading, boolean failed, List<Double> others) {
        var spec = Fixtures.quoin4().sensor(slot);
        return new SensorEvidence(
                spec,
                failed,
                spec.cleanAirReading(),
                EXPECTED[slot - 1],
                reading,
                OptionalDouble.of(spec.t90Seconds()),
                0,
                0.3,
                OptionalDouble.empty(),
                others);
    }

    private static SensorEvidence well(int slot) {
        return sensor(slot, EXPECTED[slot - 1], false, List.of());
    }

    private static SensorEvidence failed(int slot, double reading) {
        return sensor(slot, reading, true, List.of());
    }

    private static Suspicion of(Intake intake, double flow, List<Evidence.Tried> tried, SensorEvidence... sensors) {
        var rig = Rig.usual(intake, flow, java.util.Optional.empty());
        return at(0.8, rig, intake, tried, sensors);
    }

    private static Suspicion at(
            double gauge, Rig rig, Intake intake, List<Evidence.Tried> tried, SensorEvidence... sensors) {
        return GasSuspicion.of(new Evidence(Arrays.asList(sensors), 0.6, gauge, rig, intake, false, 90, tried));
    }

    private static Suspicion of(SensorEvidence... sensors) {
        return of(CUP, 0.5, List.of(), sensors);
    }

    private static String numbers(Suspicion suspicion) {
        return suspicion.suspects().get(0).working().inputs().toString();
    }

    @Test
    void theGaugeSpeaksForAnEmptyCylinderWhereNothingArrives() {
        var rig = Rig.usual(CUP, 0.5, java.util.Optional.empty());
        var silent = new SensorEvidence[] {failed(1, 0), failed(2, 20.9), failed(3, 0), failed(4, 0)};
        var empty = at(0.04, rig, CUP, List.of(), silent).suspects().get(0);
        var full = at(0.9, rig, CUP, List.of(), silent).suspects().get(0);
        assertThat(empty.cause()).isEqualTo(Cause.NO_GAS);
        assertThat(empty.weight()).isGreaterThan(full.weight());
        assertThat(empty.working().inputs().toString()).contains("gauge at 4 % of full");
    }

    @Test
    void whereNothingFailedNothingIsSuspected() {
        assertThat(of(well(1), well(2), well(3), well(4))).isEqualTo(Suspicion.NONE);
    }

    @Test
    void aLeakShowsInAllAlikeAndItsAirFractionInTheOxygen() {
        var leak = of(failed(1, 18.9), failed(2, 17.2), failed(3, 60.4), failed(4, 11.3));
        assertThat(leak.suspects().get(0).cause()).isEqualTo(Cause.AIR_LEAK);
        assertThat(leak.next()).contains(NextTry.CHECK_RIG);
        assertThat(numbers(leak)).contains("0.245").contains("all at 75 %");
    }

    @Test
    void aRegulatorThatGivesHalfOfWhatThePumpDrawsIsNamedBeforeALeak() {
        var starved = of(PUMP, 0.5, List.of(), failed(1, 12.5), failed(2, 18.45), failed(3, 40), failed(4, 7.5));
        assertThat(starved.next()).contains(NextTry.CHECK_RIG);
        assertThat(starved.suspects()).extracting(Suspect::cause).contains(Cause.UNDER_FED, Cause.AIR_LEAK);
    }

    @Test
    void twoBasesOfTheLimitShowInTheRatio() {
        var basis = of(failed(1, 22), well(2), well(3), well(4));
        assertThat(basis.suspects().get(0).cause()).isEqualTo(Cause.WRONG_BASIS);
        assertThat(numbers(basis)).contains("reading ÷ expected = 0.88");
    }

    @Test
    void otherDetectorsOnTheCylinderDecideBetweenGasAndSensor() {
        var unknown = of(well(1), well(2), well(3), sensor(4, 7, true, List.of()));
        var othersLow = of(well(1), well(2), well(3), sensor(4, 7, true, List.of(0.5, 0.45)));
        var othersFine = of(well(1), well(2), well(3), sensor(4, 7, true, List.of(0.99, 1.02)));
        assertThat(unknown.next()).contains(NextTry.ANOTHER_CYLINDER);
        assertThat(othersLow.suspects().get(0).cause()).isEqualTo(Cause.DECAYED_GAS);
        assertThat(numbers(othersLow)).contains("2 other detectors on this cylinder: 48 %");
        assertThat(othersFine.suspects().get(0).cause()).isEqualTo(Cause.FADED_SENSOR);
    }

    @Test
    void whenNothingAnswersValveAndInletCannotBeToldApart() {
        var silent = of(PUMP, 0.6, List.of(), failed(1, 0), failed(2, 20.9), failed(3, 0), failed(4, 0));
        assertThat(silent.apart()).isFalse();
        assertThat(silent.next()).contains(NextTry.CHECK_FLOW);
    }

    @Test
    void whatWasTriedInVainFallsBackAndWhatMovedAReadingDoesNot() {
        var readings = new SensorEvidence[] {well(1), well(2), well(3), failed(4, 7)};
        var vain = List.of(new Evidence.Tried(NextTry.ANOTHER_CYLINDER, false));
        var moved = List.of(new Evidence.Tried(NextTry.ANOTHER_CYLINDER, true));
        assertThat(of(CUP, 0.5, vain, readings).suspects().get(0).cause()).isEqualTo(Cause.FADED_SENSOR);
        assertThat(of(CUP, 0.5, moved, readings).suspects().get(0).cause()).isEqualTo(Cause.DECAYED_GAS);
    }

    @Test
    void aZeroThatFailedBlamesTheRoomUnlessGasWasLeft() {
        var air = List.of(new AirSuspicion.InAir(Fixtures.quoin4().sensor(3), 12, 0.3, true));
        assertThat(AirSuspicion.ofZero(air, List.of(), false, CrossSensitivity.shipped())
                        .next())
                .contains(NextTry.VENTILATE);
        assertThat(AirSuspicion.ofZero(air, List.of(), true, CrossSensitivity.shipped())
                        .next())
                .contains(NextTry.ZERO_AGAIN);
        var below = List.of(new AirSuspicion.InAir(Fixtures.quoin4().sensor(3), -5, 0.3, true));
        assertThat(AirSuspicion.ofClearDown(below, List.of()).suspects().get(0).cause())
                .isEqualTo(Cause.BAD_ZERO);
    }
}
