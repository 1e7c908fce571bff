package onward.sentry.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.evidence.History;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.FakeInstrument;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunTraces;
import org.junit.jupiter.api.Test;

/** The evidence of whole runs: what failed last, how the readings stood, and what was tried about it. */
class RunDiagnosisTest {

    private static final int ZERO = 2;
    private static final int GAS = 3;

    private LiveRun run;
    private FakeInstrument instrument;

    private void begin(RetryPolicy tries, Map<Integer, Double> response) {
        var plain = Fixtures.quoin4();
        var card = Fixtures.quoin4(tries, plain.litresPerRun(), plain.calibration());
        run = LiveRun.start(card, SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LINK));
        instrument = new FakeInstrument(run, response);
        does(new RunCommand.ConfirmChecks(0));
        instrument.runFor(31);
    }

    private void does(RunCommand command) {
        run.carryOut(command, instrument.now(), "Una");
    }

    private void zero() {
        does(new RunCommand.StartZero(ZERO));
        instrument.runFor(70);
    }

    private void chooses() {
        does(new RunCommand.ChooseCylinder(GAS, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()));
    }

    private void onGas() {
        chooses();
        instrument.runFor(3);
        instrument.gas();
        instrument.runFor(160);
    }

    private Diagnosis diagnosis(History history) {
        return Diagnosis.of(run.state(), run.traces(), history, CrossSensitivity.shipped());
    }

    private Cause first(History history) {
        return diagnosis(history).suspects().get(0).cause();
    }

    /** Other detectors showed such shares of it on the same cylinder; this sensor once reached all of it. */
    private static History others(Double... shares) {
        return new History() {
            @Override
            public OptionalDouble lastGoodSpan(int slot) {
                return OptionalDouble.of(1);
            }

            @Override
            public List<Double> others(String cylinderId, String gasId) {
                return cylinderId.equals("HM-01") && gasId.equals("hydrogen-sulfide") ? List.of(shares) : List.of();
            }
        };
    }

    @Test
    void whereNothingFailedNothingIsSuspected() {
        begin(RetryPolicy.USUAL, Map.of());
        assertThat(diagnosis(History.NONE)).isEqualTo(Diagnosis.NONE);
        zero();
        onGas();
        assertThat(run.state().outcomes(3))
                .allSatisfy(o -> assertThat(o.judgement().verdict()).isEqualTo(Verdict.PASS));
        assertThat(diagnosis(History.NONE)).isEqualTo(Diagnosis.NONE);
    }

    @Test
    void oneReactiveGasThatIsLowOnEveryDetectorIsTheCylinderAndOnThisOneAloneTheSensor() {
        begin(new RetryPolicy(1, 0), Map.of(4, 0.45));
        zero();
        onGas();
        assertThat(first(others(0.5, 0.45))).isEqualTo(Cause.DECAYED_GAS);
        assertThat(first(others(1.0, 0.98))).isEqualTo(Cause.FADED_SENSOR);
        assertThat(diagnosis(others(0.5, 0.45))
                        .suspects()
                        .get(0)
                        .working()
                        .inputs()
                        .toString())
                .contains("2 other detectors on this cylinder");
    }

    @Test
    void whereNothingMovesNoGasArrives() {
        begin(new RetryPolicy(1, 0), Map.of());
        zero();
        chooses();
        does(new RunCommand.GasOn(GAS));
        instrument.runFor(160);
        assertThat(first(History.NONE)).isEqualTo(Cause.NO_GAS);
        assertThat(diagnosis(History.NONE).next()).contains(NextTry.CHECK_FLOW);
    }

    @Test
    void withoutItsReadingsNothingIsSaidOfAFailureOnGas() {
        begin(new RetryPolicy(1, 0), Map.of(4, 0.45));
        zero();
        onGas();
        assertThat(Diagnosis.of(run.state(), new RunTraces(), History.NONE, CrossSensitivity.shipped()))
                .isEqualTo(Diagnosis.NONE);
    }

    @Test
    void aZeroThatFailsBeforeAnyGasBlamesTheRoom() {
        begin(new RetryPolicy(1, 0), Map.of());
        instrument.meets(3, 12);
        instrument.runFor(120);
        zero();
        assertThat(run.state().outcomes(3).get(0).failed()).isTrue();
        assertThat(first(History.NONE)).isEqualTo(Cause.ROOM_GAS);
        assertThat(diagnosis(History.NONE).next()).contains(NextTry.VENTILATE);
    }

    @Test
    void whatWasTriedAndMovedNothingIsNotAskedForAgain() {
        begin(new RetryPolicy(3, 0), Map.of(4, 0.3));
        zero();
        onGas();
        var asked = diagnosis(History.NONE).next().orElseThrow();
        does(new RunCommand.GasOff(GAS));
        instrument.air();
        instrument.runFor(120);
        does(new RunCommand.TryAgain(GAS, "", "", Optional.of(asked)));
        chooses();
        instrument.runFor(3);
        instrument.gas();
        instrument.runFor(160);
        assertThat(run.state().events())
                .anyMatch(event -> event instanceof RunEvent.TryStarted again
                        && again.tried().equals(Optional.of(asked)));
        assertThat(diagnosis(History.NONE).next()).isPresent().isNotEqualTo(Optional.of(asked));
    }

    @Test
    void whatComesBackBelowZeroWasZeroedWithGasAbout() {
        begin(new RetryPolicy(1, 0), Map.of());
        zero();
        onGas();
        does(new RunCommand.ConfirmSaved(
                4, Map.of(1, Verdict.PASS, 2, Verdict.PASS, 3, Verdict.PASS, 4, Verdict.PASS)));
        instrument.air();
        instrument.meets(3, -9);
        instrument.runFor(260);
        assertThat(run.state().events()).anyMatch(RunEvent.ClearedDown.class::isInstance);
        assertThat(first(History.NONE)).isEqualTo(Cause.BAD_ZERO);
    }
}
