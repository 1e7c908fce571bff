package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.card.Step;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.NextAction.Kind;
import org.junit.jupiter.api.Test;

/** Runs with more than one application of gas, with tries, and on some of the sensors only. */
class WholeRunTest {

    private static final Map<Integer, Verdict> ALL_PASS =
            Map.of(1, Verdict.PASS, 2, Verdict.PASS, 3, Verdict.PASS, 4, Verdict.PASS);
    private static final int AS_FOUND = 2;
    private static final int ZERO = 4;
    private static final int SPAN = 5;
    private static final int SAVE = 6;

    private LiveRun run;
    private FakeInstrument instrument;
    private int confirmations;

    private void begin(ProcedureCard card, List<Integer> slots, Map<Integer, Double> response) {
        run = LiveRun.start(card, SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LINK, slots));
        instrument = new FakeInstrument(run, response);
    }

    private void confirm(RunCommand command) {
        confirmations++;
        run.carryOut(command, instrument.now(), "Una");
    }

    private RunCommand.ChooseCylinder mix(int step) {
        return new RunCommand.ChooseCylinder(step, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of());
    }

    private Kind asked() {
        return NextAction.of(run.state()).kind();
    }

    private void throughAsFound() {
        confirm(new RunCommand.ConfirmChecks(0));
        instrument.runFor(31);
        confirm(mix(AS_FOUND));
        instrument.runFor(5);
        instrument.gas();
        instrument.runFor(95);
        assertThat(asked()).isEqualTo(Kind.CLOSE_GAS);
        instrument.air();
        instrument.runFor(150);
        confirm(new RunCommand.StartZero(ZERO));
        instrument.runFor(40);
        assertThat(asked()).isEqualTo(Kind.CHOOSE_CYLINDER);
    }

    private void gasOn() {
        confirm(mix(SPAN));
        instrument.runFor(5);
        instrument.gas();
        instrument.runFor(155);
    }

    /** Nothing is measured while gas is on, so the valve comes first. */
    private NextAction closeValve() {
        var first = run.next();
        assertThat(first.kind()).isEqualTo(Kind.CLOSE_GAS);
        assertThat(first.sentence()).isEqualTo("Close the valve");
        instrument.air();
        instrument.runFor(60);
        return run.next();
    }

    private RunEvent.RunSigned saveVerifyAndSign() {
        confirm(new RunCommand.ConfirmSaved(SAVE, ALL_PASS));
        instrument.runFor(70);
        instrument.air();
        instrument.runFor(170);
        confirm(new RunCommand.Sign(Fixtures.TODAY));
        return run.state().signed().orElseThrow();
    }

    @Test
    void asFoundThenSpanThenVerifiedOnTheSameGasTakesSixConfirmations() {
        begin(Fixtures.quoin4Whole(RetryPolicy.USUAL), List.of(1, 2, 3, 4), Map.of());
        throughAsFound();
        gasOn();
        var signed = saveVerifyAndSign();

        assertThat(signed.verdict()).isEqualTo(Verdict.PASS);
        assertThat(confirmations).isEqualTo(6);
        assertThat(run.state().outcomes(3))
                .extracting(SensorOutcome::stage)
                .containsExactly(Stage.AS_FOUND, Stage.CLEAR, Stage.ZERO, Stage.SPAN, Stage.VERIFY, Stage.CLEAR);
        var verified = run.state().outcomes(3).get(4);
        assertThat(verified.t90Seconds()).as("gas was on already").isEmpty();
        assertThat(run.state().events())
                .filteredOn(RunEvent.CylinderChosen.class::isInstance)
                .extracting(e -> ((RunEvent.CylinderChosen) e).straightOn())
                .containsExactly(false, false, true);
        assertThat(run.state().events())
                .filteredOn(RunEvent.GasClosed.class::isInstance)
                .hasSize(2);
    }

    @Test
    void aDriftFoundBeforeTheAdjustmentIsOnRecordAndDoesNotFailTheSensor() {
        begin(Fixtures.quoin4Whole(RetryPolicy.USUAL), List.of(1, 2, 3, 4), Map.of(3, 0.8));
        throughAsFound();
        gasOn();
        confirm(new RunCommand.ConfirmSaved(SAVE, ALL_PASS));
        run.state()
                .sensors()
                .forEach(s -> run.state().expectedOnGas(s.slot()).ifPresent(e -> instrument.meets(s.slot(), e)));
        instrument.runFor(70);
        instrument.air();
        instrument.runFor(170);
        confirm(new RunCommand.Sign(Fixtures.TODAY));

        var found = run.state().outcomes(3).get(0);
        assertThat(found.stage()).isEqualTo(Stage.AS_FOUND);
        assertThat(found.judgement().verdict()).isEqualTo(Verdict.FAIL);
        assertThat(found.judgement().working().result()).startsWith("error -20");
        assertThat(run.state().standing(3)).extracting(SensorOutcome::stage).doesNotContain(Stage.AS_FOUND);
        assertThat(run.state().signed().orElseThrow().verdict()).isEqualTo(Verdict.PASS);
    }

    @Test
    void whatWasSetButReadsWronglyAfterwardsFails() {
        begin(Fixtures.quoin4Whole(RetryPolicy.USUAL), List.of(1, 2, 3, 4), Map.of());
        throughAsFound();
        gasOn();
        confirm(new RunCommand.ConfirmSaved(SAVE, ALL_PASS));
        instrument.meets(4, 12.0);
        instrument.runFor(70);
        instrument.air();
        instrument.runFor(170);
        confirm(new RunCommand.Sign(Fixtures.TODAY));
        var result = run.state().signed().orElseThrow().results().get(3);
        assertThat(result.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(result.due()).isEmpty();
    }

    @Test
    void aFailedSpanPassesOnTheSecondTryAfterTheGasWasChanged() {
        begin(Fixtures.quoin4Whole(RetryPolicy.USUAL), List.of(1, 2, 3, 4), Map.of(3, 0.4));
        throughAsFound();
        gasOn();
        assertThatThrownBy(() -> confirm(new RunCommand.TryAgain(SPAN, "other cylinder")))
                .hasMessageContaining("Close the valve");
        var next = closeValve();
        assertThat(next.kind()).isEqualTo(Kind.TRY_AGAIN);
        assertThat(next.sentence()).isEqualTo("Carbon monoxide failed: change what you suspect, then try again");
        assertThat(next.details()).contains("Try 1 of 2.");
        assertThatThrownBy(() -> confirm(new RunCommand.TryAgain(SPAN, " "))).hasMessageContaining("changed first");
        assertThatThrownBy(() -> confirm(new RunCommand.ConfirmSaved(SAVE, ALL_PASS)))
                .hasMessageContaining("another step");

        confirm(new RunCommand.TryAgain(SPAN, "other cylinder"));
        assertThat(asked()).isEqualTo(Kind.CHOOSE_CYLINDER);
        confirm(mix(SPAN));
        assertThat(run.state().gasOpenedAt())
                .as("the last of the old gas is not the new gas")
                .isEmpty();
        instrument.runFor(60);
        assertThat(run.state().gasOpenedAt()).isEmpty();
        Map.of(1, 25.0, 2, 16.0, 3, 72.0, 4, 15.0).forEach(instrument::meets);
        instrument.runFor(155);
        assertThat(asked()).isEqualTo(Kind.CONFIRM_SAVED);
        instrument.meets(3, 80); // the gain has been set
        var signed = saveVerifyAndSign();

        assertThat(signed.verdict()).isEqualTo(Verdict.PASS);
        assertThat(run.state().outcomes(3))
                .filteredOn(o -> o.stage() == Stage.SPAN)
                .hasSize(2);
        assertThat(run.state().standing(3))
                .filteredOn(o -> o.stage() == Stage.SPAN)
                .singleElement()
                .matches(o -> o.judgement().verdict() == Verdict.PASS);
        assertThat(run.state().outcomes(1))
                .filteredOn(o -> o.stage() == Stage.SPAN)
                .hasSize(1);
    }

    @Test
    void newGasIsSeenAlthoughTheOldHasNotQuiteGone() {
        begin(Fixtures.quoin4Whole(RetryPolicy.USUAL), List.of(1, 2, 3, 4), Map.of(3, 0.4));
        throughAsFound();
        gasOn();
        instrument.air();
        instrument.runFor(12);
        confirm(new RunCommand.TryAgain(SPAN, "regulator"));
        assertThat(asked()).isEqualTo(Kind.CHOOSE_CYLINDER);
        confirm(mix(SPAN));
        instrument.runFor(2);
        instrument.meets(3, 72);
        long valve = instrument.now();
        instrument.runFor(15);
        assertThat(run.state().gasOpenedAt().orElseThrow()).isBetween(valve - 1_000, valve + 2_000);
    }

    @Test
    void outOfTriesItStaysFailedAndIsNotVerified() {
        begin(Fixtures.quoin4Whole(new RetryPolicy(1, 0)), List.of(1, 2, 3, 4), Map.of(3, 0.4));
        throughAsFound();
        gasOn();
        assertThat(asked()).isEqualTo(Kind.CONFIRM_SAVED);
        var signed = saveVerifyAndSign();
        assertThat(signed.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(run.state().outcomes(3)).extracting(SensorOutcome::stage).doesNotContain(Stage.VERIFY);
        assertThat(run.state().outcomes(4)).extracting(SensorOutcome::stage).contains(Stage.VERIFY);
    }

    @Test
    void aTryThatIsLeftMayBeDeclined() {
        begin(Fixtures.quoin4Whole(RetryPolicy.USUAL), List.of(1, 2, 3, 4), Map.of(3, 0.4));
        throughAsFound();
        gasOn();
        confirm(new RunCommand.LeaveFailed(SPAN));
        assertThat(asked()).isEqualTo(Kind.CONFIRM_SAVED);
        assertThat(saveVerifyAndSign().verdict()).isEqualTo(Verdict.FAIL);
    }

    @Test
    void theCardsWaitBetweenTwoTriesIsKept() {
        begin(Fixtures.quoin4Whole(new RetryPolicy(2, 2_700)), List.of(1, 2, 3, 4), Map.of(3, 0.4));
        throughAsFound();
        gasOn();
        var wait = closeValve().countdown().orElseThrow();
        assertThat(wait.until() - wait.from()).isEqualTo(2_700_000);
        assertThatThrownBy(() -> confirm(new RunCommand.TryAgain(SPAN, "rested")))
                .hasMessageContaining("a wait of 45 min between two tries");
        run.carryOut(new RunCommand.TryAgain(SPAN, "rested"), wait.until(), "Una");
        assertThat(run.state().tries()).isEqualTo(2);
    }

    @Test
    void aZeroThatFailsMayBeTriedAgainForThatSensorAlone() {
        begin(Fixtures.quoin4Whole(RetryPolicy.USUAL), List.of(1, 2, 3, 4), Map.of());
        confirm(new RunCommand.ConfirmChecks(0));
        instrument.runFor(31);
        confirm(mix(AS_FOUND));
        instrument.runFor(5);
        instrument.gas();
        instrument.runFor(95);
        instrument.air();
        instrument.meets(4, 0.3);
        instrument.runFor(150);
        instrument.meets(4, 1.5);
        instrument.runFor(60);
        confirm(new RunCommand.StartZero(ZERO));
        instrument.runFor(70);
        assertThat(asked()).isEqualTo(Kind.TRY_AGAIN);
        assertThat(run.state().failedHere()).containsExactly(4);
        confirm(new RunCommand.TryAgain(ZERO, "moved away from the vent"));
        instrument.meets(4, 0);
        instrument.runFor(60);
        assertThat(asked()).isEqualTo(Kind.START_ZERO);
        confirm(new RunCommand.StartZero(ZERO));
        instrument.runFor(40);
        assertThat(run.state().failedZero(4)).isFalse();
        assertThat(run.state().outcomes(1))
                .filteredOn(o -> o.stage() == Stage.ZERO)
                .hasSize(1);
        assertThat(asked()).isEqualTo(Kind.CHOOSE_CYLINDER);
    }

    @Test
    void aJobOnOneSensorAsksForItsGasAloneAndRenewsItAlone() {
        begin(Fixtures.quoin4Whole(RetryPolicy.USUAL), List.of(3), Map.of());
        throughAsFound();
        var demand = GasDemands.of(run.state(), SitePolicy.SHIPPED, Fixtures.TODAY, Optional.empty());
        assertThat(demand.wanted()).extracting(w -> w.sensor().gasId()).containsExactly("carbon-monoxide");
        gasOn();
        var signed = saveVerifyAndSign();
        assertThat(signed.verdict()).isEqualTo(Verdict.PASS);
        assertThat(signed.results())
                .singleElement()
                .matches(r -> r.slot() == 3 && r.due().isPresent());
        assertThat(run.state().outcomes()).allMatch(o -> o.slot() == 3);
    }

    @Test
    void aStepOfItsOwnIsConfirmedWithItsNote() {
        var whole = Fixtures.quoin4();
        var off = new Step.Confirm("Charcoal off", "Take the charcoal filter off", "It twists off to the left.");
        var card = new ProcedureCard(
                whole.model(),
                1,
                whole.lelBasis(),
                whole.sensors(),
                0.5,
                1.2,
                0.6,
                50,
                whole.interval(),
                RetryPolicy.USUAL,
                List.of(new Step.Zero(List.of(3), new AcceptRule.OnStability(15, 60), ""), off),
                whole.bump());
        begin(card, List.of(1, 2, 3, 4), Map.of());
        confirm(new RunCommand.StartZero(0));
        instrument.runFor(40);
        var next = NextAction.of(run.state());
        assertThat(next.kind()).isEqualTo(Kind.CONFIRM_STEP);
        assertThat(next.sentence()).isEqualTo("Take the charcoal filter off");
        assertThat(next.details()).containsExactly("It twists off to the left.");
        confirm(new RunCommand.ConfirmStep(1));
        assertThat(run.state().phase()).isEqualTo(RunPhase.TO_SIGN);
    }

    @Test
    void gasThatIsTurnedOffBeforeItsReadingsIsAppliedAgainAndIsNoTry() {
        begin(Fixtures.quoin4Whole(RetryPolicy.USUAL), List.of(1, 2, 3, 4), Map.of());
        throughAsFound();
        confirm(mix(SPAN));
        instrument.gas();
        instrument.runFor(20);
        confirm(new RunCommand.GasOff(SPAN));
        assertThat(run.state().gasIsOn()).isFalse();
        instrument.air();
        instrument.runFor(60);
        assertThat(asked()).isEqualTo(Kind.OPEN_GAS);
        instrument.gas();
        instrument.runFor(155);
        assertThat(run.state().outcomes(3))
                .filteredOn(o -> o.stage() == Stage.SPAN)
                .singleElement()
                .matches(o -> o.judgement().verdict() == Verdict.PASS);
        assertThat(run.state().events()).noneMatch(RunEvent.TryStarted.class::isInstance);
    }
}
