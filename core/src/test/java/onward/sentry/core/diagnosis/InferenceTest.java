package onward.sentry.core.diagnosis;

import static onward.sentry.core.evidence.Observation.Kind.OFFSET;
import static onward.sentry.core.evidence.Observation.Kind.OTHERS;
import static onward.sentry.core.evidence.Observation.Kind.SHARE;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.evidence.Evidence;
import onward.sentry.core.evidence.Moment;
import onward.sentry.core.evidence.Observation;
import onward.sentry.core.evidence.Setting;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.Fixtures;
import org.junit.jupiter.api.Test;

/** Patterns of evidence, as they stand in a workshop's memory, each without a run around it. */
class InferenceTest {

    private static final Intake CUP = new Intake.Cup(0.4, 0.6);
    private static final Intake PUMP = new Intake.Pumped(0.5, false);
    private static final int METHANE = 1;
    private static final int OXYGEN = 2;
    private static final int MONOXIDE = 3;
    private static final int SULFIDE = 4;
    private static final Map<Integer, Double> LABEL =
            Map.of(METHANE, 25.0, OXYGEN, 16.0, MONOXIDE, 80.0, SULFIDE, 15.0);
    private static final double STRAYS = 0.05;

    private final List<Observation> seen = new ArrayList<>();
    private Intake intake = CUP;
    private double gauge = 0.8;
    private double regulator = 0.5;
    private boolean stands = true;
    private Map<Integer, Double> lastGood = Map.of();

    private static Moment gas(long at, String cylinder, Set<NextTry> tried) {
        return new Moment(at, Moment.Type.GAS, cylinder, LABEL, tried);
    }

    private static SensorSpec sensor(int slot) {
        return Fixtures.quoin4().sensor(slot);
    }

    private void shows(Moment moment, Map<Integer, Double> shares) {
        shares.forEach((slot, share) ->
                seen.add(new Observation(SHARE, moment, sensor(slot), share, STRAYS, "slot " + slot + " " + share)));
    }

    private void showsOnly(List<Double> shares) {
        seen.clear();
        shows(shares.get(0), shares.get(1), shares.get(2), shares.get(3));
    }

    private void shows(double methane, double oxygen, double monoxide, double sulfide) {
        shows(
                gas(1, "HM-01", Set.of()),
                Map.of(METHANE, methane, OXYGEN, oxygen, MONOXIDE, monoxide, SULFIDE, sulfide));
    }

    private void inAir(Moment.Type type, int slot, double tolerances) {
        var moment = new Moment(9, type, "", Map.of(), Set.of());
        seen.add(new Observation(OFFSET, moment, sensor(slot), tolerances, 0.4, "slot " + slot));
    }

    private Evidence evidence() {
        return new Evidence(
                seen,
                new Setting(
                        seen.stream().map(Observation::sensor).distinct().toList(),
                        seen.stream()
                                .map(s -> s.moment().cylinderId())
                                .filter(id -> !id.isEmpty())
                                .collect(Collectors.toSet()),
                        gauge,
                        0.6,
                        Rig.usual(intake, regulator, Optional.empty()),
                        intake,
                        false,
                        lastGood,
                        CrossSensitivity.shipped(),
                        stands),
                0);
    }

    private Diagnosis diagnosis() {
        return Inference.of(evidence());
    }

    private Suspect first() {
        return diagnosis().suspects().get(0);
    }

    private List<Cause> alike() {
        return diagnosis().suspects().stream()
                .filter(Suspect::alike)
                .map(Suspect::cause)
                .toList();
    }

    @Test
    void roomAirWeakensEveryGasAlikeAndBringsOxygenBack() {
        shows(0.53, 0.53, 0.52, 0.54);
        assertThat(first().cause()).isEqualTo(Cause.AIR_LEAK);
        assertThat(first().working().inputs()).anyMatch(i -> i.value().equals("about 47 % room air"));
        assertThat(diagnosis().apart()).isTrue();
        assertThat(diagnosis().next()).contains(NextTry.CHECK_RIG);
    }

    @Test
    void aLeakThatHidesInsideTheToleranceIsSpokenOfThoughNothingFailed() {
        stands = false;
        shows(0.87, 0.87, 0.88, 0.87);
        assertThat(first().cause()).isEqualTo(Cause.AIR_LEAK);
    }

    @Test
    void whatOneSoundDetectorShowsIsNotSpokenOf() {
        stands = false;
        shows(0.97, 1.02, 1.0, 0.95);
        assertThat(diagnosis()).isEqualTo(Diagnosis.NONE);
    }

    @Test
    void oneWeakOxygenCellIsNoLeak() {
        shows(1.0, 0.5, 0.99, 1.01);
        assertThat(first().cause()).isEqualTo(Cause.FADED_SENSOR);
        assertThat(first().working().inputs()).anyMatch(i -> i.value().startsWith("slot 2"));
        assertThat(alike()).doesNotContain(Cause.AIR_LEAK);
    }

    @Test
    void anOxygenCellThatStaysAtAirWhileTheGasesStandRightIsDeadAndNoOtherMix() {
        shows(1.0, 0.0, 0.99, 1.01);
        assertThat(first().cause()).isEqualTo(Cause.DEAD_SENSOR);
        assertThat(alike()).doesNotContain(Cause.WRONG_MIX);
        assertThat(diagnosis().next()).contains(NextTry.SERVICE_SENSOR);
    }

    @Test
    void severalGasesThatStandWrongEachInItsOwnWayAreAnotherMix() {
        shows(1.32, 1.8, 2.01, 1.49);
        assertThat(first().cause()).isEqualTo(Cause.WRONG_MIX);
        assertThat(diagnosis().next()).contains(NextTry.COMPARE_LABEL);
    }

    @Test
    void allHigherByOneFactorWithOxygenNearerToAirIsPressure() {
        shows(1.3, (1.3 * 16 - 20.9) / (16 - 20.9), 1.29, 1.31);
        assertThat(first().cause()).isEqualTo(Cause.PRESSURISED);
        assertThat(diagnosis().next()).contains(NextTry.LESS_FLOW);
    }

    @Test
    void nothingAnswersOnTwoCylindersIsTheWayInAndNotTwoShutValves() {
        intake = PUMP;
        shows(0, 0, 0, 0);
        shows(gas(2, "HM-02", Set.of()), Map.of(METHANE, 0.0, OXYGEN, 0.0, MONOXIDE, 0.0, SULFIDE, 0.0));
        assertThat(alike()).contains(Cause.BLOCKED_INLET, Cause.NO_GAS);
        assertThat(diagnosis().next()).contains(NextTry.CHECK_FLOW);
    }

    @Test
    void aLowGaugeSpeaksForAnEmptyCylinder() {
        shows(0, 0, 0, 0);
        double full = first().percent();
        gauge = 0.02;
        assertThat(first().cause()).isEqualTo(Cause.NO_GAS);
        assertThat(first().percent()).isGreaterThan(full);
    }

    @Test
    void ofOneSilentSensorAloneNothingCanBeTold() {
        shows(gas(1, "CO-01", Set.of()), Map.of(MONOXIDE, 0.0));
        assertThat(diagnosis().apart()).isFalse();
        assertThat(alike()).contains(Cause.NO_GAS, Cause.DEAD_SENSOR);
        assertThat(diagnosis().next()).contains(NextTry.CHECK_FLOW);
    }

    @Test
    void otherDetectorsOnTheCylinderDecideBetweenGasAndSensor() {
        shows(1, 1, 1, 0.45);
        assertThat(alike()).contains(Cause.DECAYED_GAS, Cause.FADED_SENSOR);
        assertThat(diagnosis().next()).contains(NextTry.ANOTHER_CYLINDER);
        var moment = seen.get(0).moment();
        seen.add(new Observation(OTHERS, moment, sensor(SULFIDE), 0.99, 0.06, "2 others"));
        assertThat(first().cause()).isEqualTo(Cause.FADED_SENSOR);
        assertThat(alike()).doesNotContain(Cause.DECAYED_GAS);
        seen.set(seen.size() - 1, new Observation(OTHERS, moment, sensor(SULFIDE), 0.46, 0.06, "2 others"));
        assertThat(alike()).containsExactly(Cause.DECAYED_GAS);
    }

    @Test
    void aRegulatorThatGivesLessThanThePumpDrawsIsLikelierWhereTheShareAgrees() {
        intake = PUMP;
        regulator = 0.3;
        shows(0.6, 0.6, 0.61, 0.59);
        assertThat(first().cause()).isEqualTo(Cause.UNDER_FED);
        assertThat(alike()).contains(Cause.AIR_LEAK);
    }

    @Test
    void aBeadOffByTheRatioOfTheBasesHasAnotherBasis() {
        shows(4.4 / 5.0, 1, 1, 1);
        assertThat(first().cause()).isEqualTo(Cause.WRONG_BASIS);
    }

    @Test
    void aSensorThatHadFadedBeforeAndShowsTheSameIsThatSensor() {
        lastGood = Map.of(MONOXIDE, 0.55);
        shows(1, 1, 1, 1);
        assertThat(first().cause()).isEqualTo(Cause.FADED_SENSOR);
    }

    @Test
    void oneSensorWithItsOwnTroubleDoesNotHideALeak() {
        shows(0.6, 0.6, 0.6, 0.05);
        assertThat(first().cause()).isEqualTo(Cause.AIR_LEAK);
    }

    @Test
    void whatWasTriedInVainIsBelievedLess() {
        shows(1, 1, 1, 0.45);
        double before = percent(Cause.DECAYED_GAS);
        shows(
                gas(2, "HM-01", Set.of(NextTry.ANOTHER_CYLINDER)),
                Map.of(METHANE, 1.0, OXYGEN, 1.0, MONOXIDE, 1.0, SULFIDE, 0.45));
        assertThat(percent(Cause.DECAYED_GAS)).isLessThan(before);
        assertThat(diagnosis().next()).isNotEqualTo(Optional.of(NextTry.ANOTHER_CYLINDER));
    }

    private double percent(Cause cause) {
        return diagnosis().suspects().stream()
                .filter(s -> s.cause() == cause)
                .mapToDouble(Suspect::percent)
                .findFirst()
                .orElse(0);
    }

    @Test
    void aCellAboveZeroIsTheRoomOrItselfAndBelowZeroNoGasOfTheRoom() {
        inAir(Moment.Type.BEFORE, MONOXIDE, 6);
        inAir(Moment.Type.ZERO, MONOXIDE, 6);
        assertThat(alike()).contains(Cause.ROOM_GAS);
        assertThat(diagnosis().next()).isPresent().isNotEqualTo(Optional.of(NextTry.SERVICE_SENSOR));
        seen.clear();
        inAir(Moment.Type.BEFORE, MONOXIDE, -6);
        inAir(Moment.Type.ZERO, MONOXIDE, -6);
        assertThat(alike()).contains(Cause.BAD_ZERO, Cause.OFF_ZERO).doesNotContain(Cause.ROOM_GAS);
        assertThat(diagnosis().next()).contains(NextTry.ZERO_AGAIN);
    }

    @Property(tries = 60)
    void theOrderOfWhatWasSeenAtOnceMeansNothing(
            @ForAll @Size(4) List<@DoubleRange(min = -0.2, max = 2) Double> shares,
            @ForAll @IntRange(max = 99) int seed) {
        showsOnly(shares);
        var before = diagnosis();
        Collections.shuffle(seen, new Random(seed));
        var after = diagnosis();
        assertThat(after.next()).isEqualTo(before.next());
        for (int i = 0; i < before.suspects().size(); i++) {
            assertThat(after.suspects().get(i).percent())
                    .isCloseTo(before.suspects().get(i).percent(), within(1e-6));
        }
    }

    @Property(tries = 60)
    void whatIsBelievedIsNeverMoreThanAll(@ForAll @Size(4) List<@DoubleRange(min = -0.2, max = 2) Double> shares) {
        showsOnly(shares);
        var suspects = diagnosis().suspects();
        assertThat(suspects.stream().mapToDouble(Suspect::percent).sum()).isBetween(2.0, 100.0 + 1e-9);
        assertThat(suspects.get(0).alike()).isTrue();
        assertThat(suspects).isSortedAccordingTo((a, b) -> Double.compare(b.percent(), a.percent()));
    }
}
