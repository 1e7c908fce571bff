package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.trace.TraceCodec;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;

class LiveRunTest {

    private static final Map<Integer, Verdict> ALL_PASS =
            Map.of(1, Verdict.PASS, 2, Verdict.PASS, 3, Verdict.PASS, 4, Verdict.PASS);

    private final LiveRun run =
            LiveRun.start(Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LINK));
    private int confirmations;

    private List<RunEvent> confirm(LiveRun target, RunCommand command, long at) {
        confirmations++;
        return target.carryOut(command, at, "Una");
    }

    private RunCommand.ChooseCylinder choose(Cylinder cylinder) {
        return new RunCommand.ChooseCylinder(3, "cyl-1", cylinder, Fixtures.TODAY, List.of());
    }

    private FakeInstrument toGas(Map<Integer, Double> response) {
        var instrument = new FakeInstrument(run, response);
        confirm(run, new RunCommand.ConfirmChecks(0), 0);
        instrument.runFor(31);
        confirm(run, new RunCommand.StartZero(2), instrument.now());
        instrument.runFor(40);
        confirm(run, choose(Fixtures.houseMix()), instrument.now());
        instrument.runFor(5);
        instrument.gas();
        return instrument;
    }

    private RunEvent.RunSigned finish(FakeInstrument instrument) {
        instrument.runFor(170);
        confirm(run, new RunCommand.ConfirmSaved(4, ALL_PASS), instrument.now());
        instrument.air();
        instrument.runFor(170);
        confirm(run, new RunCommand.Sign(Fixtures.TODAY), instrument.now());
        return run.state().signed().orElseThrow();
    }

    @Test
    void aCleanRunPassesInFiveConfirmationsAndRenewsEverySensor() {
        var signed = finish(toGas(Map.of(1, 0.93, 3, 0.88, 4, 0.81)));

        assertThat(signed.verdict()).isEqualTo(Verdict.PASS);
        assertThat(confirmations).isEqualTo(5);
        assertThat(signed.results()).allSatisfy(result -> {
            assertThat(result.renewedOn()).contains(Fixtures.TODAY);
            assertThat(result.due().orElseThrow().date()).isEqualTo(LocalDate.of(2026, 4, 2));
        });
        var span = run.state().outcomes(3).stream()
                .filter(o -> o.stage() == Stage.SPAN)
                .findFirst()
                .orElseThrow();
        assertThat(span.responsePercent().orElseThrow()).isCloseTo(88, within(1.5));
        assertThat(span.t90Seconds().orElseThrow()).isCloseTo(25, within(2.0));
        assertThat(span.judgement().working().source()).isEqualTo("card Quoin 4 v1, site rules v1");
        var oxygen = run.state().outcomes(2);
        assertThat(oxygen).extracting(SensorOutcome::stage).containsExactly(Stage.ZERO, Stage.CHECK, Stage.CLEAR);
        assertThat(oxygen.get(1).judgement().working().source()).isEqualTo("site rules v1, card Quoin 4 v1");
    }

    @Test
    void gasIsSeenInTheReadingsAndItsStartIsDatedBack() {
        var instrument = toGas(Map.of());
        long valve = instrument.now();
        var events = instrument.runFor(20);
        var opened = (RunEvent.GasOpened) events.stream()
                .filter(RunEvent.GasOpened.class::isInstance)
                .findFirst()
                .orElseThrow();
        assertThat(opened.seen()).isTrue();
        assertThat(opened.at()).isBetween(valve, valve + 1_000);
    }

    /** At 31 s, with a cylinder chosen and its valve shut. */
    private static LiveRun methaneAwaitsItsGas() {
        var run = LiveRun.start(
                Fixtures.quoin4Whole(RetryPolicy.USUAL),
                SitePolicy.SHIPPED,
                Fixtures.started(Job.CALIBRATION, ReadingSource.LINK, List.of(1)));
        run.carryOut(new RunCommand.ConfirmChecks(0), 0, "Una");
        run.observe(new Reading(31_000, Map.of(1, 0.0)));
        run.carryOut(
                new RunCommand.ChooseCylinder(2, "C", Fixtures.houseMix(), Fixtures.TODAY, List.of()), 31_000, "Una");
        return run;
    }

    @Test
    void whatCreepsUpInTheRoomWhileARunWaitsForItsGasIsNotTheGas() {
        var run = methaneAwaitsItsGas();
        int hour = 3_600;
        for (int second = 32; second <= hour; second++) {
            run.observe(new Reading(second * 1000L, Map.of(1, Math.rint(6.0 * second / hour))));
        }
        assertThat(run.state().gasIsOn()).isFalse();
        for (int second = hour + 1; second <= hour + 10; second++) {
            run.observe(new Reading(second * 1000L, Map.of(1, 6.0 + 2 * (second - hour))));
        }
        assertThat(run.state().gasIsOn()).isTrue();
        assertThat(run.state().gasOpenedAt().orElseThrow()).isBetween((hour - 1) * 1000L, (hour + 2) * 1000L);
    }

    @Test
    void aDisplayThatFlickersByOneStepDoesNotDateGasBackBeforeItCame() {
        var run = methaneAwaitsItsGas();
        run.observe(new Reading(32_000, Map.of(1, 0.0)));
        for (int second = 33; second <= 60; second++) {
            run.observe(new Reading(second * 1000L, Map.of(1, 1.0)));
        }
        run.observe(new Reading(61_000, Map.of(1, 6.0)));
        assertThat(run.state().gasOpenedAt())
                .as("one reading may be an outlier")
                .isEmpty();
        run.observe(new Reading(62_000, Map.of(1, 9.0)));
        assertThat(run.state().gasOpenedAt()).hasValue(60_000);
    }

    @Test
    void aCellThatReachesFortySixPercentFailsTheDetectorAndIsNotRenewed() {
        var signed = finish(toGas(Map.of(3, 0.46)));

        assertThat(signed.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(signed.results())
                .filteredOn(r -> r.slot() == 3)
                .singleElement()
                .satisfies(co -> {
                    assertThat(co.ours()).isEqualTo(Verdict.FAIL);
                    assertThat(co.due()).isEmpty();
                    assertThat(co.differs()).isTrue();
                });
        assertThat(signed.remark().orElseThrow()).contains("slot 3: ours fail, instrument pass");
        assertThat(signed.results())
                .filteredOn(r -> r.slot() == 4)
                .allMatch(r -> r.due().isPresent());
        assertThat(run.state().outcomes(3).get(1).responsePercent().orElseThrow())
                .isCloseTo(46, within(1.5));
        assertThat(run.state().outcomes(3).get(1).judgement().working().result())
                .endsWith("% → fail");
    }

    @Test
    void aSilentSensorDoesNotRespondAndTheOthersAreStillJudged() {
        var instrument = toGas(Map.of());
        instrument.meets(4, 0);
        var signed = finish(instrument);
        assertThat(run.state().outcomes(4).get(1).how()).isEqualTo("no response");
        assertThat(signed.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(signed.results()).filteredOn(r -> r.slot() != 4).allMatch(r -> r.verdict() == Verdict.PASS);
    }

    @Test
    void aSensorThatDoesNotZeroIsNotSpanned() {
        var instrument = new FakeInstrument(run, Map.of());
        instrument.meets(4, 1.5);
        confirm(run, new RunCommand.ConfirmChecks(0), 0);
        instrument.runFor(31);
        confirm(run, new RunCommand.StartZero(2), instrument.now());
        instrument.runFor(70);
        assertThat(run.state().failedZero(4)).isTrue();
        confirm(run, choose(Fixtures.houseMix()), instrument.now());
        instrument.gas();
        instrument.runFor(20);
        assertThat(run.state().outcomes(4).get(1).how()).isEqualTo("zero failed");
    }

    @Test
    void anExpiredCylinderIsRefusedAndNothingHappens() {
        var instrument = new FakeInstrument(run, Map.of());
        confirm(run, new RunCommand.ConfirmChecks(0), 0);
        instrument.runFor(31);
        confirm(run, new RunCommand.StartZero(2), instrument.now());
        instrument.runFor(40);
        int before = run.state().events().size();
        var late = new RunCommand.ChooseCylinder(3, "cyl-1", Fixtures.houseMix(), LocalDate.of(2027, 4, 2), List.of());
        assertThatThrownBy(() -> confirm(run, late, instrument.now()))
                .isInstanceOfSatisfying(
                        Refused.class, r -> assertThat(r.refusal().code()).isEqualTo("cylinder-expired"))
                .hasMessageContaining("Expired on 2027-04-01, 1 day ago");
        assertThat(run.state().events()).hasSize(before);
    }

    @Test
    void aConfirmationNamesItsStep() {
        assertThatThrownBy(() -> confirm(run, new RunCommand.StartZero(2), 0))
                .hasMessageContaining("this run is at Before gas");
        confirm(run, new RunCommand.ConfirmChecks(0), 0);
        assertThatThrownBy(() -> confirm(run, new RunCommand.ConfirmChecks(0), 100))
                .hasMessageContaining("this run is at Warm-up");
    }

    @Test
    void theLastConfirmationCanBeWithdrawnUntilItWasJudgedOn() {
        var instrument = new FakeInstrument(run, Map.of());
        confirm(run, new RunCommand.ConfirmChecks(0), 0);
        instrument.runFor(31);
        confirm(run, new RunCommand.StartZero(2), instrument.now());
        int zeroStarted = run.state().events().size() - 1;
        confirm(run, new RunCommand.Withdraw(zeroStarted), instrument.now());
        assertThat(run.state().zeroStartedAt()).isEmpty();
        assertThat(NextAction.of(run.state()).kind()).isEqualTo(NextAction.Kind.START_ZERO);
        confirm(run, new RunCommand.StartZero(2), instrument.now());
        instrument.runFor(40);
        assertThatThrownBy(() -> confirm(
                        run, new RunCommand.Withdraw(run.state().events().size() - 2), 0))
                .hasMessageContaining("Only the last confirmation");
    }

    @Test
    void anotherTechnicianMustTakeOverFirst() {
        assertThatThrownBy(() -> run.carryOut(new RunCommand.ConfirmChecks(0), 0, "Brand"))
                .hasMessageContaining("Una is working on this detector");
        run.carryOut(new RunCommand.TakeOver(), 0, "Brand");
        run.carryOut(new RunCommand.ConfirmChecks(0), 10, "Brand");
        assertThat(run.state().technician()).isEqualTo("Brand");
        assertThat(run.state().step()).isEqualTo(1);
    }

    @Test
    void aRunComesBackFromWhatWasStoredAndGoesOnAlike() {
        var instrument = toGas(Map.of(3, 0.46));
        instrument.runFor(25);
        var readings = new java.util.ArrayList<Reading>();
        var co = run.traces().trace(3);
        for (int i = 0; i < co.size(); i++) {
            var values = new java.util.HashMap<Integer, Double>();
            for (int slot = 1; slot <= 4; slot++) {
                values.put(slot, run.traces().trace(slot).valueAt(i));
            }
            readings.add(new Reading(co.timeAt(i), values));
        }
        var resumed = LiveRun.resume(
                Fixtures.quoin4(), SitePolicy.SHIPPED, run.state().events(), readings);
        assertThat(resumed.state().gasOpenedAt()).isEqualTo(run.state().gasOpenedAt());
        for (long at = instrument.now() + 250; at < instrument.now() + 150_000; at += 250) {
            var reading = new Reading(at, Map.of(1, 25.0, 2, 16.0, 3, 37.0, 4, 15.0));
            assertThat(resumed.observe(reading)).isEqualTo(run.observe(reading));
        }
        assertThat(resumed.state().outcomes()).isEqualTo(run.state().outcomes());
        assertThat(run.state().outcomes(3)).hasSize(2);
    }

    @Test
    void gasOffSealsTheTracesUnderTheirHash() {
        finish(toGas(Map.of()));
        var closed = (RunEvent.GasClosed) run.state().events().stream()
                .filter(RunEvent.GasClosed.class::isInstance)
                .findFirst()
                .orElseThrow();
        assertThat(closed.seen()).isTrue();
        assertThat(closed.traces()).containsOnlyKeys(1, 2, 3, 4);
        var upToGasOff = run.traces().trace(3).between(0, closed.at());
        assertThat(closed.traces().get(3)).isEqualTo(TraceCodec.digest(TraceCodec.encode(upToGasOff)));
    }

    @Test
    void aValveThatWasClosedBeforeAnybodyAskedIsSeenAllTheSame() {
        for (int seconds : new int[] {10, 40, 200}) {
            var early = LiveRun.start(
                    Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LINK));
            var instrument = new FakeInstrument(early, Map.of());
            confirm(early, new RunCommand.ConfirmChecks(0), 0);
            instrument.runFor(31);
            confirm(early, new RunCommand.StartZero(2), instrument.now());
            instrument.runFor(40);
            confirm(early, choose(Fixtures.houseMix()), instrument.now());
            instrument.gas();
            instrument.runFor(170);
            instrument.air();
            instrument.runFor(seconds);
            confirm(early, new RunCommand.ConfirmSaved(4, ALL_PASS), instrument.now());
            instrument.runFor(170);
            assertThat(early.state().phase()).as("closed %s s before", seconds).isEqualTo(RunPhase.TO_SIGN);
        }
    }

    @Test
    void aBumpPassesOnResponseAndFailsWhenAnAlarmWasNotNoticed() {
        for (boolean vibration : new boolean[] {true, false}) {
            var bump = LiveRun.start(
                    Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.BUMP, ReadingSource.LINK));
            var instrument = new FakeInstrument(bump, Map.of());
            instrument.runFor(6);
            confirm(
                    bump,
                    new RunCommand.ChooseCylinder(0, "cyl-1", Fixtures.houseMix(), Fixtures.TODAY, List.of()),
                    instrument.now());
            instrument.gas();
            instrument.runFor(30);
            confirm(bump, new RunCommand.ConfirmAlarms(1, true, true, vibration), instrument.now());
            instrument.air();
            instrument.runFor(120);
            confirm(bump, new RunCommand.Sign(Fixtures.TODAY), instrument.now());
            assertThat(bump.state().outcomes(3).get(0).t90Seconds()).isPresent();
            assertThat(bump.state().signed().orElseThrow().verdict())
                    .isEqualTo(vibration ? Verdict.NOT_JUDGED : Verdict.FAIL);
        }
    }

    @Test
    void anEnteredReadingSettlesInItsBandOnceTheLeastTimeHasPassedAndIsElseOnlyStored() {
        var typed = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED));
        confirm(typed, new RunCommand.ConfirmChecks(0), 0);
        confirm(typed, new RunCommand.StartZero(2), 30_000);
        type(typed, 35_000, 6_000, 3, Map.of(1, 0.0, 2, 20.9, 3, 0.0, 4, 0.0));
        confirm(typed, choose(Fixtures.houseMix()), 60_000);
        confirm(typed, new RunCommand.GasOn(3), 65_000);
        confirm(typed, new RunCommand.EnterReading(3, 4, 14), 66_000);
        assertThat(typed.state().outcomes(4)).as("one second of gas").hasSize(1);
        confirm(typed, new RunCommand.EnterReading(3, 4, 9), 120_000);
        assertThat(typed.state().outcomes(4)).as("60 % of the label").hasSize(1);
        confirm(typed, new RunCommand.EnterReading(2, 4, 13.9), 121_000);
        assertThat(typed.state().outcomes(4)).as("entered for another step").hasSize(1);
        confirm(typed, new RunCommand.EnterReading(3, 4, 13.9), 122_000);
        var taken = typed.state().outcomes(4).get(1);
        assertThat(taken.how()).isEqualTo("declared");
        assertThat(taken.reading()).hasValue(13.9);
        assertThat(typed.traces().trace(4).size()).isEqualTo(7);
        assertThat(typed.state().outcomes(3)).as("another sensor").hasSize(1);
    }

    @Test
    void typedReadingsGiveTheSameKindOfRecord() {
        var typed = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED));
        confirm(typed, new RunCommand.ConfirmChecks(0), 0);
        assertThatThrownBy(() -> confirm(typed, new RunCommand.StartZero(2), 29_000))
                .hasMessageContaining("this run is at Warm-up");
        confirm(typed, new RunCommand.StartZero(2), 30_000);
        type(typed, 35_000, 6_000, 3, Map.of(1, 0.0, 2, 20.9, 3, 0.0, 4, 0.0));
        assertThat(typed.state().step()).isEqualTo(3);
        confirm(typed, choose(Fixtures.houseMix()), 60_000);
        confirm(typed, new RunCommand.GasOn(3), 65_000);
        type(typed, 100_000, 6_000, 3, Map.of(1, 24.0, 2, 16.1, 3, 76.0));
        confirm(typed, new RunCommand.TypeReading(4, 13.9), 120_000);
        confirm(typed, new RunCommand.DeclareSettled(3, 4), 121_000);
        confirm(typed, new RunCommand.ConfirmSaved(4, ALL_PASS), 130_000);
        confirm(typed, new RunCommand.GasOff(5), 135_000);
        type(typed, 200_000, 0, 1, Map.of(1, 0.0, 2, 20.9, 3, 0.0, 4, 0.0));
        confirm(typed, new RunCommand.Sign(Fixtures.TODAY), 210_000);

        assertThat(typed.state().signed().orElseThrow().verdict()).isEqualTo(Verdict.PASS);
        assertThat(typed.state().outcomes(4).get(1).how()).isEqualTo("declared");
        assertThat(typed.state().outcomes(3).get(1).how()).isEqualTo("settled");
        assertThat(typed.state().outcomes(3).get(1).responsePercent().orElseThrow())
                .isCloseTo(95, within(1e-9));
    }

    private void type(LiveRun target, long at, long apart, int times, Map<Integer, Double> values) {
        for (int i = 0; i < times; i++) {
            long moment = at + i * apart;
            values.forEach((slot, value) -> confirm(target, new RunCommand.TypeReading(slot, value), moment));
        }
    }

    @Test
    void whatMayBeDoneWithoutALineIsWhatNothingHangsOn() {
        var fresh = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED));
        assertThat(fresh.ahead()).extracting(NextAction::kind).containsExactly(Kind.CONFIRM_CHECKS);
        confirm(fresh, new RunCommand.ConfirmChecks(0), 0);
        assertThat(fresh.ahead()).as("the warm-up is the clock's").isEmpty();
        confirm(fresh, new RunCommand.TimePassed(), 31_000);
        assertThat(fresh.ahead()).extracting(NextAction::kind).containsExactly(Kind.START_ZERO);
        confirm(fresh, new RunCommand.StartZero(2), 32_000);
        assertThat(fresh.ahead()).as("a zero is judged").isEmpty();
    }

    @Test
    void aRemarkGoesOntoTheRecordAndChangesNothing() {
        var run = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED));
        var before = run.next();
        confirm(run, new RunCommand.Remark(" gas was off when the line went "), 5_000);
        assertThat(run.next()).isEqualTo(before);
        assertThat(run.state().events().get(1))
                .isEqualTo(new RunEvent.Remarked(5_000, "Una", "gas was off when the line went"));
        assertThatThrownBy(() -> confirm(run, new RunCommand.Remark(" "), 6_000))
                .hasMessageContaining("1 to 500");
    }

    private static LiveRun round(
            List<Integer> silent, boolean alarms, Map<Integer, Double> readings, Cylinder cylinder) {
        var seen = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.BUMP, ReadingSource.SEEN, List.of(3)));
        seen.carryOut(new RunCommand.SeeBump("HM-01", cylinder, Fixtures.TODAY, silent, alarms, readings), 0, "Una");
        seen.carryOut(new RunCommand.Sign(Fixtures.TODAY), 0, "Una");
        return seen;
    }

    @Test
    void aBumpInARoundIsJudgedByWhatTheTechnicianSaw() {
        var well = round(List.of(), true, Map.of(), Fixtures.houseMix()).state();
        assertThat(well.signed().orElseThrow().verdict()).isEqualTo(Verdict.PASS);
        assertThat(well.outcomes(3).get(0).how()).isEqualTo("seen");
        assertThat(well.outcomes(3).get(0).judgement().working().result()).isEqualTo("responds → pass");

        var silent = round(List.of(3), true, Map.of(), Fixtures.houseMix()).state();
        assertThat(silent.signed().orElseThrow().verdict()).isEqualTo(Verdict.FAIL);
        assertThat(silent.outcomes(3).get(0).judgement().working().result()).isEqualTo("no response seen → fail");

        var mute = round(List.of(), false, Map.of(), Fixtures.houseMix()).state();
        assertThat(mute.signed().orElseThrow().verdict()).isEqualTo(Verdict.FAIL);
        assertThat(mute.signed().orElseThrow().remark()).contains("Not every alarm was seen.");

        var typed = round(List.of(), true, Map.of(3, 20.0), Fixtures.houseMix()).state();
        assertThat(typed.outcomes(3).get(0).failed())
                .as("25 % of the way is below the level")
                .isTrue();
        assertThat(typed.signed().orElseThrow().results().get(0).renewedOn())
                .as("a bump renews nothing")
                .isEmpty();
    }

    @Test
    void nothingIsJudgedOnReadingsThatAreOlderThanWhatWasConfirmed() {
        var run = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.BUMP, ReadingSource.LINK, List.of(3)));
        run.observe(new Reading(10_000, Map.of(3, 0.0)));
        confirm(run, new RunCommand.ChooseCylinder(0, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()), 20_000);
        for (int second = 11; second < 20; second++) {
            assertThat(run.observe(new Reading(1_000 * second, Map.of(3, second < 14 ? 0.0 : 20.0))))
                    .as("at " + second + " s")
                    .isEmpty();
        }
        assertThat(run.observe(new Reading(20_000, Map.of(3, 30.0)))).first().isInstanceOf(RunEvent.GasOpened.class);
        assertThat(run.state().outcomes(3)).isEmpty();
    }

    private static LiveRun liveBump(Cylinder cylinder, double... carbonMonoxide) {
        var bump = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.BUMP, ReadingSource.SEEN_LIVE, List.of(3)));
        bump.observe(new Reading(500, Map.of(3, 51.0)));
        bump.carryOut(new RunCommand.ChooseCylinder(0, "HM-01", cylinder, Fixtures.TODAY, List.of()), 1_000, "Una");
        bump.carryOut(new RunCommand.GasOn(0), 1_000, "Una");
        for (int i = 0; i < carbonMonoxide.length; i++) {
            assertThat(bump.observe(new Reading(2_000 + 1_000 * i, Map.of(3, carbonMonoxide[i]))))
                    .isEmpty();
        }
        return bump;
    }

    @Test
    void aLiveBumpCountsWhatThreeReadingsInARowHaveHeldSinceGasCameOn() {
        assertThat(liveBump(Fixtures.houseMix(), 10, 55).answers().get(0).verdict())
                .as("one reading at the level")
                .isEqualTo(Verdict.NOT_JUDGED);
        assertThat(liveBump(Fixtures.houseMix(), 8, 8, 41, 8, 8)
                        .answers()
                        .get(0)
                        .verdict())
                .as("a glitch")
                .isEqualTo(Verdict.FAIL);
        var bump = liveBump(Fixtures.houseMix(), 10, 55, 57, 56, 48);
        var answer = bump.answers().get(0);
        assertThat(answer.expected()).isEqualTo(80);
        assertThat(answer.reading()).hasValue(55);
        assertThat(answer.percent()).hasValue(68.75);
        assertThat(answer.verdict()).isEqualTo(Verdict.PASS);
        assertThat(bump.state().gasIsOn()).isTrue();

        bump.carryOut(seeBump(Map.of()), 6_000, "Una");
        assertThat(bump.state().gasIsOn()).isFalse();
        assertThat(bump.state().outcomes(3).get(0).reading()).hasValue(55);
        bump.carryOut(new RunCommand.Sign(Fixtures.TODAY), 6_000, "Una");
        assertThat(bump.state().signed().orElseThrow().verdict()).isEqualTo(Verdict.PASS);
    }

    @Test
    void aLiveBumpBelowTheLevelFailsWhateverTheTechnicianSays() {
        var weak = liveBump(Fixtures.houseMix(), 10, 20);
        assertThat(weak.answers().get(0).verdict()).isEqualTo(Verdict.FAIL);
        weak.carryOut(seeBump(Map.of()), 6_000, "Una");
        assertThat(weak.state().outcomes(3).get(0).failed()).isTrue();
    }

    @Test
    void aLiveBumpWithoutAReadingIsWhatTheTechnicianSaw() {
        var unheard = liveBump(Fixtures.houseMix());
        assertThat(unheard.answers().get(0).verdict()).isEqualTo(Verdict.NOT_JUDGED);
        unheard.carryOut(seeBump(Map.of()), 6_000, "Una");
        assertThat(unheard.state().outcomes(3).get(0).reading()).isEmpty();
        assertThat(unheard.state().outcomes(3).get(0).failed()).isFalse();
    }

    private static RunCommand.SeeBump seeBump(Map<Integer, Double> readings) {
        return new RunCommand.SeeBump("HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of(), true, readings);
    }

    @Test
    void aRoundTakesNoGasThatTheBenchWouldRefuse() {
        var mix = Fixtures.houseMix();
        var expired = new Cylinder(
                mix.certificateNumber(),
                mix.lot(),
                mix.mixture(),
                mix.madeOn(),
                Fixtures.TODAY.minusDays(1),
                mix.volumeLitres(),
                mix.fullBar(),
                mix.gaugeBar(),
                mix.state());
        assertThatThrownBy(() -> round(List.of(), true, Map.of(), expired)).hasMessageContaining("Expired");
        var bench =
                LiveRun.start(Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.BUMP, ReadingSource.LINK));
        assertThatThrownBy(() -> bench.carryOut(
                        new RunCommand.SeeBump("HM-01", mix, Fixtures.TODAY, List.of(), true, Map.of()), 0, "Una"))
                .hasMessageContaining("no bump of a round");
    }

    @Test
    void aTypedReadingBeyondReachNamesTheLimit() {
        var typed = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED));
        assertThatThrownBy(() -> confirm(typed, new RunCommand.TypeReading(3, 8000), 0))
                .hasMessageContaining("Carbon monoxide: 8000 is more than three times the range, 300 ppm")
                .hasMessageContaining("mind the unit, ppm");
    }

    @Test
    void theStripComesBackFromItsTextAndIsShort() {
        finish(toGas(Map.of(3, 0.46)));
        var strip = Strip.of(run.state(), run.traces().now());
        assertThat(strip.stretches())
                .extracting(Strip.Stretch::kind)
                .containsExactly(Strip.Kind.READY, Strip.Kind.ZERO, Strip.Kind.READY, Strip.Kind.GAS, Strip.Kind.CLEAR);
        assertThat(strip.marks()).hasSize(8);
        assertThat(strip.encode().length()).isLessThanOrEqualTo(300);
        assertThat(Strip.decode(strip.encode())).isEqualTo(strip);
    }
}
