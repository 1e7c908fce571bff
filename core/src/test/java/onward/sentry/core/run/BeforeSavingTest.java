package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.doubt.OwnTrend;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.MethodOptions;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

/** Nothing is set to gas that is in doubt: room air in it, or a sensor that left its own trend at once. */
class BeforeSavingTest {

    private static final int GAS = 3;
    /** About 30 % room air. */
    private static final Map<Integer, Double> DILUTED = Map.of(1, 0.7, 2, 1.092, 3, 0.7, 4, 0.7);

    private static final Map<Integer, Double> SOUND = Map.of();

    private LiveRun run;
    private FakeInstrument instrument;

    private void toGas(SitePolicy policy, RunEvent.RunStarted started, Map<Integer, Double> met) {
        run = LiveRun.start(Fixtures.quoin4(), policy, started);
        instrument = new FakeInstrument(run, SOUND);
        does(new RunCommand.ConfirmChecks(0));
        instrument.runFor(31);
        does(new RunCommand.StartZero(2));
        instrument.runFor(40);
        onGas("HM-01", met);
    }

    private void onGas(String cylinder, Map<Integer, Double> met) {
        does(new RunCommand.ChooseCylinder(GAS, cylinder, Fixtures.houseMix(), Fixtures.TODAY, List.of()));
        run.state()
                .card()
                .sensors()
                .forEach(sensor -> run.state()
                        .expectedOnGas(sensor.slot())
                        .ifPresent(expected ->
                                instrument.meets(sensor.slot(), expected * met.getOrDefault(sensor.slot(), 1.0))));
        instrument.runFor(170);
        instrument.air();
        instrument.runFor(90);
    }

    private void does(RunCommand command) {
        run.carryOut(command, instrument.now(), "Una");
    }

    private void again(NextTry tried, String cylinder, Map<Integer, Double> met) {
        does(new RunCommand.TryAgain(GAS, "", "", Optional.of(tried)));
        onGas(cylinder, met);
    }

    private static RunEvent.RunStarted started() {
        return Fixtures.started(Job.CALIBRATION, ReadingSource.LINK);
    }

    private static RunEvent.RunStarted fading(double percent) {
        var plain = started();
        return new RunEvent.RunStarted(
                0,
                plain.serial(),
                plain.job(),
                plain.model(),
                1,
                1,
                plain.technician(),
                plain.source(),
                1,
                plain.sensors(),
                plain.slots(),
                false,
                Map.of(),
                0,
                plain.ownTolerancePercent(),
                plain.ownInterval(),
                plain.rules(),
                Map.of(3, new OwnTrend(percent, 1.2)));
    }

    private static SitePolicy warning() {
        var schools = SitePolicy.SHIPPED.schools();
        return SitePolicy.SHIPPED.with(new MethodOptions(
                schools.adjust(),
                schools.asFoundFirst(),
                schools.combustible(),
                schools.threading(),
                schools.zeroAir(),
                schools.accept(),
                schools.grading(),
                schools.guardBand(),
                schools.reference(),
                schools.tries(),
                schools.dueDay(),
                schools.skipped(),
                MethodOptions.DoubtRule.WARN));
    }

    private List<RunEvent.AdjustmentDoubted> doubted() {
        return run.state().events().stream()
                .filter(RunEvent.AdjustmentDoubted.class::isInstance)
                .map(RunEvent.AdjustmentDoubted.class::cast)
                .toList();
    }

    @Test
    void roomAirInTheGasStopsBeforeAnythingIsSavedAndIsGoneOnceTheTubingSits() {
        toGas(SitePolicy.SHIPPED, started(), DILUTED);

        var next = run.next();
        assertThat(next.kind()).isEqualTo(Kind.RESOLVE_DOUBT);
        assertThat(next.sentence()).isEqualTo("Do not save yet: about 31 % room air in the gas");
        assertThat(run.state().held().orElseThrow().doubts().get(0).slots()).containsExactly(1, 2, 3, 4);
        assertThatThrownBy(() -> does(new RunCommand.ConfirmSaved(4, Map.of()))).isInstanceOf(Refused.class);

        again(NextTry.CHECK_RIG, "HM-01", SOUND);

        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_SAVED);
        assertThat(run.state().doubts()).isEmpty();
        assertThat(run.state().lastSpans().values())
                .allSatisfy(
                        span -> assertThat(span.responsePercent().orElseThrow()).isBetween(98.0, 102.0));
        assertThat(doubted()).hasSize(1);
    }

    @Test
    void applyingGasAgainIsNoTry() {
        toGas(SitePolicy.SHIPPED, started(), DILUTED);
        again(NextTry.CHECK_RIG, "HM-01", DILUTED);
        again(NextTry.CHECK_RIG, "HM-01", DILUTED);
        assertThat(run.state().tries()).isEqualTo(1);
        assertThat(run.next().kind()).isEqualTo(Kind.RESOLVE_DOUBT);
    }

    @Test
    void whatFailsOnGasWithRoomAirInItHasNotUsedUpATry() {
        toGas(SitePolicy.SHIPPED, started(), Map.of(1, 0.55, 2, 1.138, 3, 0.45, 4, 0.55));
        assertThat(run.state().outcomes(3)).last().matches(SensorOutcome::failed);
        assertThat(run.next().kind()).isEqualTo(Kind.RESOLVE_DOUBT);
        assertThat(run.state().failedHere()).containsExactly(1, 2, 3, 4);

        again(NextTry.CHECK_RIG, "HM-01", SOUND);

        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_SAVED);
        assertThat(run.state().tries()).isEqualTo(1);
    }

    @Test
    void aSensorThatStaysSilentFailsBesideThoseThatAreInDoubt() {
        toGas(SitePolicy.SHIPPED, started(), Map.of(1, 0.7, 2, 1.092, 3, 0.7, 4, 0.0));
        assertThat(run.state().held().orElseThrow().doubts().get(0).slots()).containsExactly(1, 2, 3);
        does(new RunCommand.LeaveFailed(GAS));
        assertThat(run.state().unsaved()).isEmpty();
        instrument.runFor(200);
        does(new RunCommand.Sign(Fixtures.TODAY));
        assertThat(run.state().signed().orElseThrow().results())
                .extracting(SensorResult::verdict)
                .containsExactly(Verdict.NOT_JUDGED, Verdict.NOT_JUDGED, Verdict.NOT_JUDGED, Verdict.FAIL);
    }

    @Test
    void theSameFromAnotherCylinderAndOnAnotherRigIsNeitherOfThem() {
        toGas(SitePolicy.SHIPPED, started(), DILUTED);
        again(NextTry.CHECK_RIG, "HM-01", DILUTED);
        again(NextTry.ANOTHER_CYLINDER, "HM-02", DILUTED);
        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_SAVED);
        assertThat(run.next().details()).contains("Seen again after a change: about 31 % room air in the gas.");
        assertThat(doubted()).extracting(RunEvent.AdjustmentDoubted::stops).containsExactly(true, true, false);
    }

    @Test
    void otherCylindersOnTheSameRigDoNotClearTheRig() {
        toGas(SitePolicy.SHIPPED, started(), DILUTED);
        again(NextTry.ANOTHER_CYLINDER, "HM-02", DILUTED);
        again(NextTry.ANOTHER_CYLINDER, "HM-03", DILUTED);
        assertThat(run.next().kind()).isEqualTo(Kind.RESOLVE_DOUBT);
    }

    @Test
    void freshAirInTheRoomConfirmsNoSuddenChange() {
        toGas(SitePolicy.SHIPPED, fading(95), Map.of(3, 0.75));
        again(NextTry.VENTILATE, "HM-01", Map.of(3, 0.75));
        assertThat(run.next().kind()).isEqualTo(Kind.RESOLVE_DOUBT);
        again(NextTry.CHECK_RIG, "HM-01", Map.of(3, 0.75));
        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_SAVED);
    }

    @Test
    void gasThatStaysInDoubtSetsNothingAndTheSensorsAreNotJudged() {
        toGas(SitePolicy.SHIPPED, started(), DILUTED);
        does(new RunCommand.LeaveFailed(GAS));
        instrument.runFor(200);
        assertThat(run.next().kind()).isEqualTo(Kind.SIGN);
        does(new RunCommand.Sign(Fixtures.TODAY));
        var signed = run.state().signed().orElseThrow();
        assertThat(signed.verdict()).isEqualTo(Verdict.NOT_JUDGED);
        assertThat(run.state().instrumentVerdicts()).isEmpty();
        assertThat(run.state().outcomes(3))
                .anySatisfy(outcome -> assertThat(outcome.how()).isEqualTo("in doubt"));
        assertThat(signed.results())
                .filteredOn(result -> result.slot() == 3)
                .allSatisfy(result -> assertThat(result.renewedOn()).isEmpty());
    }

    @Test
    void aSensorThatLeftItsTrendIsSeenAgainBeforeItIsSet() {
        var weaker = Map.of(3, 0.75);
        toGas(SitePolicy.SHIPPED, fading(95), weaker);
        assertThat(run.next().sentence())
                .isEqualTo("Do not save yet: Carbon monoxide has a response of 75 % where its own trend says 95 %");
        assertThat(run.state().failedHere()).containsExactly(3);

        again(NextTry.ANOTHER_CYLINDER, "HM-02", weaker);

        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_SAVED);
        assertThat(doubted()).last().satisfies(event -> {
            assertThat(event.stops()).isFalse();
            assertThat(event.doubts()).extracting(Doubt::confirmed).containsExactly(true);
        });
    }

    @Test
    void aSensorThatFollowsItsTrendIsSetAsItIs() {
        toGas(SitePolicy.SHIPPED, fading(77), Map.of(3, 0.75));
        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_SAVED);
        assertThat(doubted()).isEmpty();
    }

    @Test
    void aSensorThatHasFailedIsNotAskedAboutItsTrend() {
        toGas(SitePolicy.SHIPPED, fading(95), Map.of(3, 0.4));
        assertThat(run.state().outcomes(3)).last().matches(SensorOutcome::failed);
        assertThat(doubted()).isEmpty();
    }

    @Test
    void aSiteMayHaveItSaidOnly() {
        toGas(warning(), started(), DILUTED);
        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_SAVED);
        assertThat(run.next().details()).contains("In doubt: about 31 % room air in the gas.");
        assertThat(doubted()).extracting(RunEvent.AdjustmentDoubted::stops).containsExactly(false);
    }

    @Test
    void aSensorThatIsSkippedMeanwhileIsNotAskedToBeSaved() {
        toGas(SitePolicy.SHIPPED, fading(95), Map.of(3, 0.75));
        does(new RunCommand.Skip(List.of(3), "its part is on order"));
        assertThat(run.state().unsaved()).containsExactlyInAnyOrder(1, 4);
        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_SAVED);
    }

    @Test
    void anEventThatNamesAStepWithoutGasChangesNothing() {
        toGas(SitePolicy.SHIPPED, started(), SOUND);
        var before = run.state();
        var doubt = new Doubt(Doubt.Kind.ROOM_AIR, List.of(3), 30, 20, 40, List.of(), false, Derivation.of("", ""));
        for (int step : new int[] {-1, 0, 4, 99}) {
            var after = before.plus(List.of(new RunEvent.AdjustmentDoubted(1, step, true, List.of(doubt))));
            assertThat(after.held()).isEmpty();
            assertThat(after.step()).isEqualTo(before.step());
        }
    }

    @Test
    void whatWasBegunUnderOlderRulesGoesOnByThem() {
        toGas(SitePolicy.SHIPPED, started().under(JudgingRules.SECOND), DILUTED);
        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_SAVED);
        assertThat(doubted()).isEmpty();
    }

    @Test
    void aRunBroughtBackFromItsEventsIsHeldAsItWas() {
        toGas(SitePolicy.SHIPPED, started(), DILUTED);
        var back = LiveRun.resume(
                Fixtures.quoin4(), SitePolicy.SHIPPED, run.state().events(), instrument.readings());
        assertThat(back.next().kind()).isEqualTo(Kind.RESOLVE_DOUBT);
        assertThat(back.state().failedHere()).isEqualTo(run.state().failedHere());
    }
}
