package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.Prescribed;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.rig.Delivery;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Regulator;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.trace.LinkSilence;
import onward.sentry.core.trace.Reading;
import org.junit.jupiter.api.Test;

/** Gas that is on while nobody watches: it comes first, it is counted, and it never gives more than the cylinder holds. */
class UnattendedGasTest {

    private static final int GAS = 0;
    private static final Step.ApplyGas SPAN_CO =
            new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), new AcceptRule.StableOrDeadline(30, 150), 60, "");

    private LiveRun run;
    private FakeInstrument instrument;

    private void begin(ProcedureCard card, Job job, ReadingSource source, Map<Integer, Double> response) {
        run = LiveRun.start(card, SitePolicy.SHIPPED, Fixtures.started(job, source, List.of(3)));
        instrument = new FakeInstrument(run, response);
    }

    private void begin(Map<Integer, Double> response, Step... steps) {
        begin(card(0, steps), Job.CALIBRATION, ReadingSource.LINK, response);
    }

    private static ProcedureCard card(int exposureSecondsPerDay, Step... steps) {
        var plain = Fixtures.quoin4(new RetryPolicy(2, 0), 1.2, List.of(steps));
        return new ProcedureCard(
                plain.model(),
                1,
                plain.lelBasis(),
                plain.sensors(),
                0.5,
                1.2,
                0.6,
                50,
                plain.interval(),
                plain.tries(),
                Optional.empty(),
                new Intake.Cup(0.4, 0.6),
                Optional.empty(),
                plain.tolerancePercent(),
                "",
                exposureSecondsPerDay,
                Prescribed.NONE,
                List.of(),
                plain.calibration(),
                plain.bump(),
                List.of());
    }

    private List<RunEvent> does(RunCommand command) {
        return run.carryOut(command, instrument.now(), "Una");
    }

    private void gasOn(Cylinder cylinder, int seconds) {
        does(new RunCommand.ChooseCylinder(run.state().step(), "HM-01", cylinder, Fixtures.TODAY, List.of()));
        instrument.gas();
        instrument.runFor(seconds);
    }

    private GasWatch watch() {
        return run.gasWatch(instrument.now()).orElseThrow();
    }

    private <E extends RunEvent> List<E> events(Class<E> kind) {
        return run.state().events().stream()
                .filter(kind::isInstance)
                .map(kind::cast)
                .toList();
    }

    @Test
    void whileAReadingIsWaitedForTheValveStaysOpenAndWhatItCostsIsCounted() {
        begin(Map.of(), SPAN_CO);
        gasOn(Fixtures.houseMix(), 30);
        assertThat(run.next().kind()).isEqualTo(Kind.WAIT_SETTLE);
        assertThat(watch().idle()).isFalse();
        assertThat(watch().litresDrawn()).isCloseTo(0.1 + 0.5 * watch().seconds() / 60, within(1e-9));
        assertThat(watch().litresLeft()).isCloseTo(54 - watch().litresDrawn(), within(1e-9));
        assertThat(watch().usableLitres()).isCloseTo(watch().litresLeft() - 0.05 * 72, within(1e-9));
        assertThat(watch().limitSeconds()).isEqualTo(300);
        assertThat(run.gasWatch(0))
                .as("before the moment that is known counts as that")
                .isPresent();
    }

    @Test
    void afterAFailedAndAfterAFinishedApplicationTheValveComesFirst() {
        begin(Map.of(3, 0.3), SPAN_CO);
        gasOn(Fixtures.houseMix(), 160);
        assertThat(run.state().awaitsTry()).isTrue();
        assertThat(run.next().sentence()).isEqualTo("Close the valve");
        assertThat(run.next().details()).anyMatch(detail -> detail.startsWith("Carbon monoxide failed."));

        begin(Map.of(), SPAN_CO);
        gasOn(Fixtures.houseMix(), 160);
        assertThat(run.state().phase()).isEqualTo(RunPhase.TO_SIGN);
        assertThat(run.next().kind()).isEqualTo(Kind.CLOSE_GAS);
        assertThatThrownBy(() -> does(new RunCommand.Sign(Fixtures.TODAY))).hasMessageContaining("Gas is still on");
        assertThatThrownBy(() -> does(new RunCommand.Stop("called away"))).hasMessageContaining("Close the valve");
        does(new RunCommand.GasOff(99));
        assertThat(run.next().kind()).isEqualTo(Kind.SIGN);
        assertThat(run.gasWatch(instrument.now())).isEmpty();
    }

    @Test
    void aDemandRegulatorHasNoValveSoItsTubingComesOff() {
        var pumped = new ProcedureCard(
                "Quoin 4",
                1,
                Fixtures.quoin4().lelBasis(),
                Fixtures.quoin4().sensors(),
                0.5,
                1.2,
                0.6,
                50,
                Fixtures.quoin4().interval(),
                Optional.of(RetryPolicy.USUAL),
                Optional.empty(),
                new Intake.Pumped(0.3, false),
                Optional.empty(),
                java.util.OptionalDouble.empty(),
                "",
                0,
                Prescribed.NONE,
                List.of(),
                List.of(SPAN_CO),
                Fixtures.quoin4().bump(),
                List.of());
        begin(pumped, Job.CALIBRATION, ReadingSource.LINK, Map.of(3, 0.3));
        var rig = new Rig(Regulator.demand(), Delivery.DIRECT, pumped.usualRig().tubing());
        does(new RunCommand.ChooseCylinder(
                GAS, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of(), Optional.of(rig)));
        instrument.gas();
        instrument.runFor(160);
        assertThat(run.next().sentence()).isEqualTo("Take the tubing off");
        assertThat(watch().demand()).isTrue();
        assertThat(watch().litresDrawn()).isCloseTo(0.1 + 0.3 * watch().seconds() / 60, within(1e-9));
    }

    @Test
    void alarmsAreNoticedInGasForAMinuteAtMost() {
        begin(card(0, SPAN_CO), Job.BUMP, ReadingSource.LINK, Map.of());
        gasOn(Fixtures.houseMix(), 40);
        assertThat(run.next().kind()).isEqualTo(Kind.CONFIRM_ALARMS);
        assertThat(watch().idle()).isFalse();
        instrument.runFor(61);
        assertThat(run.next().kind()).isEqualTo(Kind.CLOSE_GAS);
        assertThat(watch().idle()).isTrue();
        instrument.air();
        instrument.runFor(20);
        assertThat(run.next().kind()).as("the readings showed that it is off").isEqualTo(Kind.CONFIRM_ALARMS);
    }

    @Test
    void anExposurePastItsLimitIsNotedOnceAndStandsOnTheRecord() {
        var short30 = new Step.ApplyGas(
                List.of(Target.of(3, Purpose.SPAN)), new AcceptRule.StableOrDeadline(10, 40), 30, false, 45, "");
        begin(Map.of(), short30);
        gasOn(Fixtures.houseMix(), 44);
        assertThat(events(RunEvent.ExposureExceeded.class)).isEmpty();
        instrument.runFor(200);
        assertThat(events(RunEvent.ExposureExceeded.class))
                .singleElement()
                .matches(e -> e.limitSeconds() == 45 && e.cylinderId().equals("HM-01"));
        does(new RunCommand.GasOff(GAS));
        does(new RunCommand.Sign(Fixtures.TODAY));
        assertThat(run.state().signed().orElseThrow().remark())
                .contains("Gas stayed on longer than the card allows (HM-01, limit 45 s).");
        assertThat(run.state().restsUntil())
                .as("a cell that gas does not desensitise")
                .isEmpty();
    }

    @Test
    void aCellThatGasDesensitisesRestsAsLongAsItWasExposed() {
        begin(card(3_600, SPAN_CO), Job.CALIBRATION, ReadingSource.LINK, Map.of(3, 0.3));
        gasOn(Fixtures.houseMix(), 400);
        does(new RunCommand.GasOff(GAS));
        long closed = instrument.now();
        long exposed = closed - run.state().exposedSince();
        assertThat(run.state().restsUntil()).hasValue(closed + exposed);
        assertThat(run.next().countdown().orElseThrow().until()).isEqualTo(closed + exposed);
        assertThatThrownBy(() -> does(new RunCommand.TryAgain(GAS, "hose"))).hasMessageContaining("Wait another");
        run.carryOut(new RunCommand.TryAgain(GAS, "hose"), closed + exposed, "Una");
        assertThat(run.next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
    }

    @Test
    void aCylinderNeverGivesMoreThanItHolds() {
        // 72 L full, 5 % reserve: at 2.75 of 40 bar 4.95 L are left, 1.35 above the reserve; the purge takes 0.1 L, and
        // the
        // rest lasts 150 s at 0.5 L/min.
        var nearlyEmpty = Fixtures.houseMix().withGauge(2.75);
        var slow =
                new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), new AcceptRule.Countdown(170), 60, false, 0, "");
        begin(Map.of(), slow);
        gasOn(nearlyEmpty, 145);
        assertThat(events(RunEvent.CylinderSpent.class)).isEmpty();
        instrument.runFor(300);
        assertThat(events(RunEvent.CylinderSpent.class)).hasSize(1);
        assertThat(run.state().outcomes()).as("no reading is taken from it").isEmpty();
        assertThat(run.next().sentence()).isEqualTo("HM-01 is at its reserve: close the valve");
        assertThat(run.next().details()).containsExactly("No reading was taken from it. Take another cylinder next.");
        assertThat(watch().litresLeft()).isNotNegative();
        assertThat(watch().usableLitres()).isZero();
        assertThat(GasUse.of(run.state(), instrument.now()).get("HM-01"))
                .as("what the run drew is counted, the shelf caps it")
                .isPositive();
        does(new RunCommand.GasOff(GAS));
        assertThat(run.next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
        assertThat(run.state().tries()).as("it is no failed try").isEqualTo(1);
    }

    @Test
    void aSilentGatewayTurnsTheActionIntoClosingTheValve() {
        begin(Map.of(), SPAN_CO);
        var silent = new RunMoment(0, Optional.of(new LinkSilence(15_000, 250)));
        var late = new RunMoment(0, Optional.of(new LinkSilence(6_000, 250)));
        does(new RunCommand.ChooseCylinder(GAS, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()));
        assertThat(run.next(silent).sentence()).isEqualTo("No readings from the detector: leave the valve closed");
        assertThat(run.next(silent).confirm()).isEmpty();
        instrument.gas();
        instrument.runFor(10);
        assertThat(run.next(late).kind()).isEqualTo(Kind.WAIT_SETTLE);
        var close = run.next(silent);
        assertThat(close.kind()).isEqualTo(Kind.CLOSE_GAS);
        assertThat(close.sentence()).isEqualTo("No readings from the detector: close the valve");
        assertThat(close.seenInReadings()).as("nothing will show it").isFalse();
    }

    @Test
    void whoClosesTheValveOfASilentDetectorHasNothingJudgedOnReadingsOfBefore() {
        begin(Map.of(), SPAN_CO);
        gasOn(Fixtures.houseMix(), 15);
        // The server was away: the deadline of the span passed meanwhile, and no reading has come again yet.
        run.carryOut(new RunCommand.GasOff(GAS), instrument.now() + 570_000, "Una");
        assertThat(run.state().outcomes())
                .as("still rising when it was last read")
                .isEmpty();
        assertThat(run.next().kind()).isEqualTo(Kind.OPEN_GAS);
        assertThat(run.state().tries()).isEqualTo(1);
    }

    @Test
    void aRecordOfBeforeKeepsTheReadingThatItsRulesTookFromASilentLink() {
        run = LiveRun.start(
                card(0, SPAN_CO),
                SitePolicy.SHIPPED,
                Fixtures.started(Job.CALIBRATION, ReadingSource.LINK, List.of(3))
                        .under(JudgingRules.THIRD));
        instrument = new FakeInstrument(run, Map.of());
        gasOn(Fixtures.houseMix(), 15);
        run.carryOut(new RunCommand.GasOff(GAS), instrument.now() + 570_000, "Una");
        assertThat(run.state().outcomes()).hasSize(1);
    }

    @Test
    void aShortGapIsNotedAndALongOneRepeatsTheApplication() {
        begin(Map.of(), SPAN_CO);
        gasOn(Fixtures.houseMix(), 20);
        run.observe(new Reading(instrument.now() + 7_000, Map.of(3, 60.0)));
        assertThat(events(RunEvent.ReadingsMissed.class)).singleElement().matches(e -> !e.repeat());
        assertThat(run.next().kind()).isEqualTo(Kind.WAIT_SETTLE);

        run.observe(new Reading(instrument.now() + 107_000, Map.of(3, 80.0)));
        var gap = events(RunEvent.ReadingsMissed.class).get(1);
        assertThat(gap.repeat()).isTrue();
        assertThat(gap.at() - gap.from()).isEqualTo(100_000);
        assertThat(run.next().kind()).isEqualTo(Kind.CLOSE_GAS);
        assertThat(run.next().details()).containsExactly("Gas is applied again after that.");
        run.carryOut(new RunCommand.GasOff(GAS), instrument.now() + 110_000, "Una");
        assertThat(run.next().kind()).as("the same cylinder, once more").isEqualTo(Kind.OPEN_GAS);
        assertThat(run.state().tries()).isEqualTo(1);
        assertThat(run.state().outcomes()).isEmpty();
    }

    @Test
    void aZeroAcrossALongGapBeginsAgain() {
        begin(Map.of(), new Step.Zero(List.of(3), new AcceptRule.OnStability(15, 60), ""), SPAN_CO);
        does(new RunCommand.StartZero(0));
        instrument.runFor(5);
        run.observe(new Reading(instrument.now() + 40_000, Map.of(3, 0.0)));
        assertThat(run.next().kind()).isEqualTo(Kind.START_ZERO);
        assertThat(run.state().outcomes()).isEmpty();
    }

    @Test
    void readingsThatAGatewayKeptAndSendsLaterLeaveNoGap() {
        begin(Map.of(), SPAN_CO);
        gasOn(Fixtures.houseMix(), 30);
        run.carryOut(new RunCommand.Remark("looks fine"), instrument.now() + 60_000, "Una");
        instrument.runFor(70);
        assertThat(events(RunEvent.ReadingsMissed.class)).isEmpty();
    }

    @Test
    void aSensorThatTheGatewayNeverReadIsNotJudged() {
        begin(Map.of(), SPAN_CO);
        does(new RunCommand.ChooseCylinder(GAS, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()));
        does(new RunCommand.GasOn(GAS));
        for (int second = 1; second <= 200; second++) {
            run.observe(new Reading(second * 1_000L, Map.of(1, 25.0)));
        }
        assertThat(run.state().outcomes()).isEmpty();
        assertThat(run.next().kind()).isEqualTo(Kind.CLOSE_GAS);
        assertThat(run.next().details().get(0))
                .isEqualTo(
                        "No reading of carbon monoxide came. Skip it with a reason, or switch this run to typed readings.");
    }

    @Test
    void anOpenRunIsSwitchedToTypedReadingsAndBackAtAnyStep() {
        begin(Map.of(), SPAN_CO);
        gasOn(Fixtures.houseMix(), 20);
        assertThatThrownBy(() -> does(new RunCommand.TypeReading(3, 79))).hasMessageContaining("Switch it to typed");
        does(new RunCommand.SwitchSource(ReadingSource.TYPED));
        assertThatThrownBy(() -> does(new RunCommand.SwitchSource(ReadingSource.TYPED)))
                .hasMessageContaining("typed already");
        assertThatThrownBy(() -> does(new RunCommand.SwitchSource(ReadingSource.PAPER)))
                .hasMessageContaining("neither");
        assertThat(run.next().sentence()).isEqualTo("Keep gas on: type each reading");
        run.carryOut(new RunCommand.TypeReading(3, 79), instrument.now() + 20_000, "Una");
        run.carryOut(new RunCommand.DeclareSettled(GAS, 3), instrument.now() + 21_000, "Una");
        var taken = run.state().outcomes(3).get(0);
        assertThat(taken.how()).isEqualTo("declared");
        assertThat(taken.t90Seconds()).as("nobody can know it").isEmpty();
        assertThat(run.observe(new Reading(instrument.now() + 22_000, Map.of(3, 12.0))))
                .as("a gateway that goes on sending is not listened to")
                .isEmpty();
        var again = LiveRun.resume(
                run.state().card(), SitePolicy.SHIPPED, run.state().events(), instrument.readings());
        assertThat(again.traces().trace(3).size())
                .as("brought back with both kinds of readings")
                .isEqualTo(run.traces().trace(3).size());
        run.carryOut(new RunCommand.SwitchSource(ReadingSource.LINK), instrument.now() + 25_000, "Una");
        assertThat(run.state().typed()).isFalse();
        assertThat(events(RunEvent.SourceSwitched.class)).hasSize(2).allMatch(e -> e.by().equals("Una"));
    }

    @Test
    void aTypedZeroIsDeclaredSettledForAllThatHaveBeenRead() {
        var typed = LiveRun.start(
                Fixtures.quoin4(
                        new RetryPolicy(1, 0),
                        1.2,
                        List.of(new Step.Zero(List.of(1, 2, 3, 4), new AcceptRule.OnStability(15, 60), ""))),
                SitePolicy.SHIPPED,
                Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED));
        typed.carryOut(new RunCommand.StartZero(0), 0, "Una");
        assertThat(typed.next().sentence()).isEqualTo("Hold still in clean air: type each reading");
        var readings = new ArrayList<>(List.of(0.0, 20.9, 1.0, 0.0));
        for (int slot = 1; slot <= 3; slot++) {
            typed.carryOut(new RunCommand.TypeReading(slot, readings.get(slot - 1)), 10_000, "Una");
        }
        assertThatThrownBy(() -> typed.carryOut(new RunCommand.DeclareAllSettled(0), 14_000, "Una"))
                .hasMessageContaining("at least 15 s");
        assertThatThrownBy(() -> typed.carryOut(new RunCommand.DeclareAllSettled(0), 16_000, "Una"))
                .hasMessageContaining("Hydrogen sulfide: no reading has been typed since the zero was started");
        typed.carryOut(new RunCommand.DeclareSettled(0, 2), 17_000, "Una");
        assertThat(typed.state().outcomes())
                .singleElement()
                .matches(o -> o.slot() == 2 && o.how().equals("declared"));

        typed.carryOut(new RunCommand.TimePassed(), 500_000, "Una");
        assertThat(typed.state().outcomes())
                .as("what was typed long before the limit, or not at all, is not judged by the clock")
                .hasSize(1);
        assertThat(typed.next().sentence()).isEqualTo("Type the reading of 3 sensors");
        typed.carryOut(new RunCommand.Skip(List.of(4), "display broken"), 510_000, "Una");
        typed.carryOut(new RunCommand.DeclareAllSettled(0), 520_000, "Una");
        assertThat(typed.state().outcomes())
                .extracting(SensorOutcome::slot, o -> o.judgement().verdict(), SensorOutcome::how)
                .containsExactly(
                        tuple(2, Verdict.PASS, "declared"),
                        tuple(1, Verdict.PASS, "declared"),
                        tuple(3, Verdict.PASS, "declared"));
        assertThat(typed.state().phase()).isEqualTo(RunPhase.TO_SIGN);
    }

    @Test
    void aTypedReadingFromBeforeTheDeadlineIsNotTakenAtIt() {
        begin(card(0, SPAN_CO), Job.CALIBRATION, ReadingSource.TYPED, Map.of());
        does(new RunCommand.ChooseCylinder(GAS, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()));
        does(new RunCommand.GasOn(GAS));
        run.carryOut(new RunCommand.TypeReading(3, 20), 6_000, "Una");
        run.carryOut(new RunCommand.TimePassed(), 240_000, "Una");
        assertThat(run.state().outcomes()).isEmpty();
        assertThat(run.next().sentence()).isEqualTo("Type the reading of carbon monoxide");
        run.carryOut(new RunCommand.TypeReading(3, 79), 241_000, "Una");
        assertThat(run.state().outcomes(3))
                .singleElement()
                .matches(o -> o.how().equals("deadline") && o.reading().getAsDouble() == 79);
    }
}
