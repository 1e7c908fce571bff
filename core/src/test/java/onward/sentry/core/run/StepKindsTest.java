package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.AcceptRule.CountdownByTemperature;
import onward.sentry.core.card.AcceptRule.CountdownByTemperature.Row;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.Prescribed;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.card.ZeroAir;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.replay.Replay;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.rig.Delivery;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Regulator;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.rig.SampleLine;
import onward.sentry.core.rig.Tubing;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.units.DateForm;
import onward.sentry.core.units.PressureUnit;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.units.TemperatureUnit;
import onward.sentry.core.working.Derivation;
import org.junit.jupiter.api.Test;

/** What a card may ask for beside zero and gas, each kind of step in a run of its own. */
class StepKindsTest {

    private static final Step SPAN_CO =
            new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), new AcceptRule.StableOrDeadline(30, 150), 60, "");
    private static final Step CLEAR = new Step.ClearDown(180, "");

    private LiveRun run;
    private FakeInstrument instrument;

    /** A card with the four sensors of a Quoin 4 and these steps. */
    private static ProcedureCard card(
            RetryPolicy tries, Intake intake, int exposure, String competence, Step... steps) {
        var plain = Fixtures.quoin4();
        return new ProcedureCard(
                "Bench 4",
                1,
                plain.lelBasis(),
                plain.sensors(),
                0.5,
                1.2,
                0.6,
                50,
                plain.interval(),
                Optional.of(tries),
                Optional.empty(),
                intake,
                Optional.empty(),
                OptionalDouble.empty(),
                competence,
                exposure,
                Prescribed.NONE,
                List.of(),
                List.of(steps),
                plain.bump(),
                List.of());
    }

    private static ProcedureCard card(Step... steps) {
        return card(new RetryPolicy(1, 0), new Intake.Cup(0.4, 0.6), 0, "", steps);
    }

    private void begin(ProcedureCard card, boolean withoutCompetence, Map<Integer, Double> response, Integer... slots) {
        var plain = Fixtures.started(Job.CALIBRATION, ReadingSource.LINK, List.of(slots));
        run = LiveRun.start(
                card,
                SitePolicy.SHIPPED,
                new RunEvent.RunStarted(
                        0,
                        plain.serial(),
                        plain.job(),
                        card.model(),
                        1,
                        1,
                        plain.technician(),
                        plain.source(),
                        1,
                        plain.sensors(),
                        plain.slots(),
                        withoutCompetence,
                        Map.of(),
                        0,
                        OptionalDouble.empty(),
                        Optional.empty(),
                        JudgingRules.NEWEST.version(),
                        Map.of()));
        instrument = new FakeInstrument(run, response);
    }

    private void begin(ProcedureCard card, Integer... slots) {
        begin(card, false, Map.of(), slots);
    }

    private void carryOut(RunCommand command) {
        run.carryOut(command, instrument.now(), "Una");
    }

    private void choose(int step, Cylinder cylinder) {
        carryOut(new RunCommand.ChooseCylinder(step, "C-1", cylinder, Fixtures.TODAY, List.of()));
    }

    private NextAction next() {
        return run.next();
    }

    private RunEvent.RunSigned signed() {
        carryOut(new RunCommand.Sign(Fixtures.TODAY));
        return run.state().signed().orElseThrow();
    }

    @Test
    void aSiteThatReadsFahrenheitTypesItAndTheRunKeepsCelsius() {
        var site = SitePolicy.SHIPPED.with(
                new SiteUnits(PressureUnit.PSI, TemperatureUnit.FAHRENHEIT, DateForm.MONTH_FIRST));
        run = LiveRun.start(
                card(
                        new Step.Measure(Quantity.INSTRUMENT_TEMPERATURE, 15, 35.5, "Let it lie in the room.", ""),
                        SPAN_CO,
                        CLEAR),
                site,
                Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED));
        assertThat(run.next().readable())
                .contains(new NextAction.Readable("Temperature of the instrument", "°F", 59, 95.9));
        var cold = run.carryOut(new RunCommand.Measure(0, 20), 0, "Una");
        assertThat(run.refusal(cold).orElseThrow().reason()).contains("20 °F, allowed are 59 to 95.9 °F");
        run.carryOut(new RunCommand.Measure(0, 95.9), 0, "Una");
        assertThat(run.state().measured(Quantity.INSTRUMENT_TEMPERATURE)).hasValue(35.5);
        assertThat(Replay.of(run.state().card(), site, run.state().events(), List.of())
                        .notRepeated())
                .isEmpty();
    }

    @Test
    void aMeasureOutsideItsRangeStaysOnRecordAndTheRunStaysWhereItIs() {
        begin(
                card(
                        new Step.Measure(Quantity.INSTRUMENT_TEMPERATURE, 15, 35, "Let it lie in the room.", ""),
                        SPAN_CO,
                        CLEAR),
                3);
        assertThat(next().kind()).isEqualTo(Kind.MEASURE);
        assertThat(next().readable()).contains(new NextAction.Readable("Temperature of the instrument", "°C", 15, 35));
        assertThatThrownBy(() -> carryOut(new RunCommand.Measure(0, Double.NaN)))
                .hasMessageContaining("no number");
        var refusal = run.refusal(run.carryOut(new RunCommand.Measure(0, 9), instrument.now(), "Una"))
                .orElseThrow();
        assertThat(refusal.code()).isEqualTo("measure-outside");
        assertThat(refusal.reason()).contains("9 °C, allowed are 15 to 35 °C");
        assertThat(refusal.wayOut()).isEqualTo("Let it lie in the room.");
        assertThat(run.state().events())
                .filteredOn(RunEvent.MeasurementRefused.class::isInstance)
                .singleElement()
                .matches(e -> ((RunEvent.MeasurementRefused) e).value() == 9);
        assertThat(run.state().step()).isZero();
        carryOut(new RunCommand.Measure(0, 15));
        assertThat(run.state().measured(Quantity.INSTRUMENT_TEMPERATURE)).hasValue(15);
        assertThat(next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
    }

    @Test
    void aWrongAnswerDoesNotLetTheRunGoOn() {
        begin(
                card(new Step.Ask("Battery", "Has it gone flat?", false, "Leave it on for 24 h.", ""), SPAN_CO, CLEAR),
                3);
        assertThat(next().sentence()).isEqualTo("Has it gone flat?");
        var refusal = run.refusal(run.carryOut(new RunCommand.Answer(0, true), instrument.now(), "Una"))
                .orElseThrow();
        assertThat(refusal.reason()).contains("Has it gone flat? Yes");
        assertThat(refusal.wayOut()).contains("24 h");
        assertThat(run.state().step()).isZero();
        carryOut(new RunCommand.Answer(0, false));
        assertThat(run.state().step()).isEqualTo(1);
    }

    @Test
    void aBlockedInletThatRaisesNoAlarmGoesThroughItsRemediesAndEndsOnHold() {
        var test = new Step.BlockTest(10, List.of("Seat the filter", "Fit a new filter"), "");
        begin(card(test, SPAN_CO, CLEAR), 3);
        assertThat(next().sentence()).startsWith("Block the inlet");
        carryOut(new RunCommand.BlockInlet(0, false));
        assertThat(next().sentence()).startsWith("Seat the filter, then block the inlet again");
        carryOut(new RunCommand.BlockInlet(0, false));
        assertThat(next().sentence()).startsWith("Fit a new filter");
        assertThat(next().details().get(0)).contains("hold");
        carryOut(new RunCommand.BlockInlet(0, false));
        assertThat(next().sentence()).startsWith("Internal leak");
        var signed = signed();
        assertThat(signed.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(signed.remark().orElseThrow()).contains("Internal leak");
        assertThat(signed.results().get(0).renewedOn()).isEmpty();
    }

    @Test
    void aRemedyThatHelpsLetsTheRunGoOn() {
        begin(card(new Step.BlockTest(10, List.of("Seat the filter"), ""), SPAN_CO, CLEAR), 3);
        carryOut(new RunCommand.BlockInlet(0, false));
        carryOut(new RunCommand.BlockInlet(0, true));
        assertThat(next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
        assertThat(run.state().pumpLeaks()).isFalse();
    }

    private static Cylinder cylinder(String balance, Component... parts) {
        return new Cylinder(
                "SK-2",
                "L-8",
                new Mixture(List.of(parts), balance),
                Fixtures.TODAY.minusMonths(3),
                Fixtures.TODAY.plusYears(1),
                58,
                35,
                30,
                CylinderState.IN_USE);
    }

    @Test
    void aZeroFromACylinderTakesAirAndNothingElse() {
        var zero = new Step.Zero(List.of(3), ZeroAir.CYLINDER, new AcceptRule.OnStability(15, 60), false, "");
        begin(card(zero, SPAN_CO, CLEAR), 3);
        assertThat(next().sentence()).isEqualTo("Choose the zero-air cylinder");
        assertThatThrownBy(() -> carryOut(new RunCommand.StartZero(0))).hasMessageContaining("none has been chosen");
        assertThatThrownBy(() -> choose(0, Fixtures.houseMix())).hasMessageContaining("taken in clean air");
        choose(0, cylinder("nitrogen", new Component("oxygen", Concentration.of(20.9, Unit.VOL_PERCENT), 0.01)));
        assertThat(next().sentence()).startsWith("Zero air on");
        carryOut(new RunCommand.StartZero(0));
        instrument.runFor(30);
        assertThat(run.state().outcomes(3).get(0).judgement().verdict()).isEqualTo(Verdict.PASS);
        assertThat(next().sentence()).startsWith("Choose the cylinder");
    }

    @Test
    void anAirBlankThatShowsARestFailsAndNoGasFollows() {
        var blank = new Step.Blank(List.of(3), new AcceptRule.Countdown(15), "");
        begin(card(blank, SPAN_CO, CLEAR), 3);
        instrument.meets(3, 9);
        instrument.runFor(60);
        carryOut(new RunCommand.StartZero(0));
        instrument.runFor(20);
        assertThat(run.state().failedZero(3)).isTrue();
        assertThat(next().kind()).isEqualTo(Kind.SIGN);
        assertThat(signed().verdict()).isEqualTo(Verdict.FAIL);
    }

    private static final Step CHECK_FIRST = new Step.ApplyGas(
            List.of(Target.of(3, Purpose.CHECK_FIRST)), new AcceptRule.StableOrDeadline(30, 90), 60, "");
    private static final Step VERIFY_CO =
            new Step.ApplyGas(List.of(Target.of(3, Purpose.VERIFY)), new AcceptRule.OnStability(20, 60), 60, "");

    private static Step[] checkFirst() {
        return new Step[] {CHECK_FIRST, CLEAR, SPAN_CO, new Step.SaveOnInstrument(""), VERIFY_CO, CLEAR};
    }

    private void checked() {
        choose(0, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(95);
        instrument.air();
        instrument.runFor(150);
    }

    @Test
    void whoPassesTheCheckIsLeftAsItIsAndRenewed() {
        begin(card(checkFirst()), 3);
        checked();
        assertThat(next().kind()).isEqualTo(Kind.SIGN);
        var signed = signed();
        assertThat(signed.verdict()).isEqualTo(Verdict.PASS);
        assertThat(signed.results().get(0).due()).isPresent();
    }

    @Test
    void whoFailsTheCheckIsAdjustedAndMustPassTheNextOne() {
        begin(card(checkFirst()), false, Map.of(3, 0.8), 3);
        checked();
        assertThat(next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
        choose(2, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(155);
        carryOut(new RunCommand.ConfirmSaved(3, Map.of(3, Verdict.PASS)));
        instrument.meets(3, 80);
        instrument.runFor(70);
        instrument.air();
        instrument.runFor(150);
        assertThat(run.state().standing(3))
                .extracting(SensorOutcome::stage)
                .doesNotContain(Stage.CHECK_FIRST)
                .contains(Stage.SPAN, Stage.VERIFY);
        assertThat(signed().verdict()).isEqualTo(Verdict.PASS);
    }

    @Test
    void withoutTheCompetenceItIsCheckedOnlyAndAFailureStands() {
        begin(
                card(new RetryPolicy(2, 0), new Intake.Cup(0.4, 0.6), 0, "breath alcohol", checkFirst()),
                true,
                Map.of(3, 0.8),
                3);
        checked();
        assertThat(next().kind()).isEqualTo(Kind.SIGN);
        var signed = signed();
        assertThat(signed.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(signed.remark().orElseThrow()).contains("breath alcohol");
    }

    @Test
    void aColleagueWithTheCompetenceMayTakeOverBeforeTheCheckIsDone() {
        begin(
                card(new RetryPolicy(2, 0), new Intake.Cup(0.4, 0.6), 0, "breath alcohol", checkFirst()),
                true,
                Map.of(3, 0.8),
                3);
        run.carryOut(new RunCommand.TakeOver(false), 0, "Brand");
        run.carryOut(new RunCommand.ChooseCylinder(0, "C", Fixtures.houseMix(), Fixtures.TODAY, List.of()), 0, "Brand");
        instrument.gas();
        instrument.runFor(95);
        instrument.air();
        instrument.runFor(150);
        assertThat(next().kind()).isEqualTo(Kind.CHOOSE_CYLINDER);
        assertThat(next().step()).isEqualTo(2);
    }

    private static Step gas(Purpose purpose, double setPoint) {
        return new Step.ApplyGas(
                List.of(new Target(3, purpose, OptionalDouble.of(setPoint))),
                new AcceptRule.OnStability(40, 200, 0, 20),
                100,
                true,
                0,
                "");
    }

    private static Cylinder co(double ppm) {
        return cylinder("air", new Component("carbon-monoxide", Concentration.of(ppm, Unit.PPM), 0.02));
    }

    @Test
    void twoPointsAreSetLowThenHighAndBothCount() {
        begin(card(gas(Purpose.LOW_POINT, 20), gas(Purpose.SPAN, 200), new Step.SaveOnInstrument(""), CLEAR), 3);
        assertThat(next().sentence()).isEqualTo("Choose the cylinder with carbon monoxide, low point");
        choose(0, co(20));
        instrument.gas();
        instrument.runFor(100);
        instrument.air();
        instrument.runFor(100);
        assertThat(next().sentence()).isEqualTo("Choose the cylinder with carbon monoxide, high point");
        choose(1, co(200));
        instrument.gas();
        instrument.runFor(110);
        carryOut(new RunCommand.ConfirmSaved(2, Map.of(3, Verdict.PASS)));
        instrument.air();
        instrument.runFor(150);
        assertThat(run.state().standing(3))
                .extracting(SensorOutcome::stage)
                .containsExactly(Stage.LOW_POINT, Stage.SPAN, Stage.CLEAR);
        assertThat(signed().verdict()).isEqualTo(Verdict.PASS);
    }

    @Test
    void oneEndMayBeLeftOutWithAReasonWhereTheCardAllowsIt() {
        begin(card(gas(Purpose.LOW_POINT, 20), gas(Purpose.SPAN, 200), CLEAR), 3);
        assertThatThrownBy(() -> carryOut(new RunCommand.LeaveOut(0, " "))).hasMessageContaining("reason");
        carryOut(new RunCommand.LeaveOut(0, "low cylinder is out"));
        assertThat(next().step()).isEqualTo(1);
        begin(card(SPAN_CO, CLEAR), 3);
        assertThatThrownBy(() -> carryOut(new RunCommand.LeaveOut(0, "no time")))
                .hasMessageContaining("does not let this gas be left out");
    }

    @Test
    void aLowEndThatCannotBeSetEndsTheSensorsWork() {
        begin(card(gas(Purpose.LOW_POINT, 20), gas(Purpose.SPAN, 200), CLEAR), false, Map.of(3, 0.2), 3);
        choose(0, co(20));
        instrument.gas();
        instrument.runFor(210);
        instrument.air();
        instrument.runFor(100);
        assertThat(run.state().outcomes(3).get(0).stage()).isEqualTo(Stage.LOW_POINT);
        if (next().kind() == Kind.CLOSE_GAS) {
            carryOut(new RunCommand.GasOff(next().step()));
            instrument.runFor(20);
        }
        assertThat(next().kind())
                .as("no high gas on a sensor that failed the low")
                .isEqualTo(Kind.SIGN);
        assertThat(signed().verdict()).isEqualTo(Verdict.FAIL);
    }

    @Test
    void aSmallRemainderIsTakenAwayByOneMoreZeroALargeOneFails() {
        var clear = new Step.ClearDown(60, Optional.of(new Step.Remainder(1, 5)), "");
        var again = new Step.Zero(List.of(1), ZeroAir.AMBIENT, new AcceptRule.OnStability(15, 60), true, "");
        var span = new Step.ApplyGas(
                List.of(Target.of(1, Purpose.SPAN)), new AcceptRule.StableOrDeadline(30, 150), 60, "");
        begin(card(span, clear, again), 1);
        choose(0, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(100);
        instrument.meets(1, 4);
        instrument.runFor(120);
        assertThat(next().sentence()).startsWith("A little gas is left");
        instrument.air();
        carryOut(new RunCommand.StartZero(2));
        instrument.runFor(65);
        assertThat(signed().verdict()).isEqualTo(Verdict.PASS);

        begin(card(span, clear, again), 1);
        choose(0, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(100);
        instrument.meets(1, 6);
        instrument.runFor(120);
        assertThat(next().kind()).isEqualTo(Kind.SIGN);
        assertThat(signed().verdict()).isEqualTo(Verdict.FAIL);
    }

    @Test
    void gasThatWasConfirmedByHandCountsFromWhenItHasComeThroughTheLine() {
        var line = new Rig(Regulator.fixed(0.5), Delivery.TEE, new Tubing(Tubing.Material.PTFE, new SampleLine(10, 4)));
        begin(card(new RetryPolicy(1, 0), new Intake.Pumped(0.30, false), 0, "", SPAN_CO, CLEAR), 3);
        carryOut(new RunCommand.ChooseCylinder(
                0, "C", Fixtures.houseMix(), Fixtures.TODAY, List.of(), Optional.of(line)));
        carryOut(new RunCommand.GasOn(0));
        long on = instrument.now();
        instrument.runFor(25);
        instrument.gas();
        instrument.runFor(200);
        var taken = run.state().events().stream()
                .filter(RunEvent.ReadingAccepted.class::isInstance)
                .findFirst()
                .orElseThrow();
        assertThat((taken.at() - on) / 1000.0)
                .as("25.1 s of lag and 30 s at least")
                .isGreaterThanOrEqualTo(55.1);
    }

    @Test
    void aTypedReadingIsNotDeclaredBeforeGasHasComeThroughTheLine() {
        var line = new Rig(Regulator.fixed(0.5), Delivery.TEE, new Tubing(Tubing.Material.PTFE, new SampleLine(10, 4)));
        var card = card(new RetryPolicy(1, 0), new Intake.Pumped(0.30, false), 0, "", SPAN_CO, CLEAR);
        run = LiveRun.start(
                card, SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.TYPED, List.of(3)));
        run.carryOut(
                new RunCommand.ChooseCylinder(
                        0, "C", Fixtures.houseMix(), Fixtures.TODAY, List.of(), Optional.of(line)),
                0,
                "Una");
        run.carryOut(new RunCommand.GasOn(0), 0, "Una");
        assertThat(next().countdown().orElseThrow().from())
                .as("the clock counts from when gas arrives")
                .isEqualTo(25_133);
        run.carryOut(new RunCommand.TypeReading(3, 78), 54_000, "Una");
        assertThatThrownBy(() -> run.carryOut(new RunCommand.DeclareSettled(0, 3), 54_500, "Una"))
                .hasMessageContaining("at the sensors for 29 s; the card asks for at least 30 s");
        run.carryOut(new RunCommand.DeclareSettled(0, 3), 55_200, "Una");
        assertThat(run.state().outcomes(3).get(0).how()).isEqualTo("declared");
    }

    @Test
    void aCountdownFollowsTheTemperatureOfTheAir() {
        var rule = new CountdownByTemperature(List.of(new Row(0, 120), new Row(15, 60)), 0);
        assertThat(rule.at(OptionalDouble.of(18)).seconds()).isEqualTo(60);
        assertThat(rule.at(OptionalDouble.of(14.9)).seconds()).isEqualTo(120);
        var measure = new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 0, 40, "Go where it is warmer.", "");
        var span = new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), rule, 50, "");
        assertThatThrownBy(() -> card(span, CLEAR)).hasMessageContaining("before the temperature of the air is known");
        begin(card(measure, span, CLEAR), 3);
        carryOut(new RunCommand.Measure(0, 18));
        choose(1, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(70);
        var outcome = run.state().outcomes(3).get(0);
        assertThat(outcome.how()).isEqualTo("countdown");
    }

    @Test
    void readingsMustHoldAsLongAsTheCardAsks() {
        var held = new Step.ApplyGas(
                List.of(Target.of(3, Purpose.SPAN)), new AcceptRule.OnStability(30, 300, 90, 0), 60, "");
        begin(card(held, CLEAR), 3);
        choose(0, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(100);
        assertThat(run.windowSeconds(run.state().card().sensor(3))).isEqualTo(90);
        assertThat(run.state().outcomes(3)).as("settled for some 60 s only").isEmpty();
        instrument.runFor(60);
        assertThat(run.state().outcomes(3).get(0).how()).isEqualTo("settled");
    }

    @Test
    void exposureWithinADayIsCountedOverRunsAndRefusedBeforeItIsTooMuch() {
        var card = card(new RetryPolicy(1, 0), new Intake.Cup(0.4, 0.6), 300, "", SPAN_CO, CLEAR);
        var plain = Fixtures.started(Job.CALIBRATION, ReadingSource.LINK, List.of(3));
        for (double before : new double[] {150, 151}) {
            run = LiveRun.start(
                    card,
                    SitePolicy.SHIPPED,
                    new RunEvent.RunStarted(
                            0,
                            plain.serial(),
                            plain.job(),
                            "Bench 4",
                            1,
                            1,
                            "Una",
                            plain.source(),
                            1,
                            plain.sensors(),
                            plain.slots(),
                            false,
                            Map.of(),
                            before,
                            OptionalDouble.empty(),
                            Optional.empty(),
                            JudgingRules.NEWEST.version(),
                            Map.of()));
            instrument = new FakeInstrument(run, Map.of());
            if (before == 150) {
                choose(0, Fixtures.houseMix());
                assertThat(next().kind()).isEqualTo(Kind.OPEN_GAS);
            } else {
                assertThatThrownBy(() -> choose(0, Fixtures.houseMix()))
                        .hasMessageContaining("151 s in the last 24 h")
                        .hasMessageContaining("allows 300 s");
            }
        }
    }

    @Test
    void theLastTryComesOnlyAfterTheRemedyThatTheCardAsksFor() {
        var tries = new RetryPolicy(
                3,
                0,
                List.of("Other cylinder", "Coarse adjustment by a service person"),
                "Coarse adjustment by a service person");
        begin(card(tries, new Intake.Cup(0.4, 0.6), 0, "", SPAN_CO, CLEAR), false, Map.of(3, 0.3), 3);
        choose(0, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(155);
        carryOut(new RunCommand.GasOff(0));
        assertThat(next().remedies()).hasSize(2);
        assertThatThrownBy(() -> carryOut(new RunCommand.TryAgain(0, "", "Kick it")))
                .hasMessageContaining("no remedy 'Kick it'");
        carryOut(new RunCommand.TryAgain(0, "", "Other cylinder"));
        instrument.air();
        instrument.runFor(60);
        choose(0, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(155);
        carryOut(new RunCommand.GasOff(0));
        assertThatThrownBy(() -> carryOut(new RunCommand.TryAgain(0, "hose", "Other cylinder")))
                .hasMessageContaining("Coarse adjustment by a service person");
        carryOut(new RunCommand.TryAgain(0, "", "Coarse adjustment by a service person"));
        assertThat(run.state().lastTry().orElseThrow().remedy()).startsWith("Coarse");
        assertThat(run.state().tries()).isEqualTo(3);
    }

    @Test
    void aSkippedSensorIsNotJudgedAndKeepsTheDetectorFromBeingReleased() {
        begin(Fixtures.quoin4(), 1, 2, 3, 4);
        assertThatThrownBy(() -> carryOut(new RunCommand.Skip(List.of(1, 2, 3, 4), "no time")))
                .hasMessageContaining("No sensor would be left");
        assertThatThrownBy(() -> carryOut(new RunCommand.Skip(List.of(4), " "))).hasMessageContaining("reason");
        carryOut(new RunCommand.Skip(List.of(4), "filter soaked, to be replaced"));
        carryOut(new RunCommand.ConfirmChecks(0));
        instrument.runFor(31);
        carryOut(new RunCommand.StartZero(2));
        instrument.runFor(40);
        choose(3, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(155);
        carryOut(new RunCommand.ConfirmSaved(4, Map.of()));
        instrument.air();
        instrument.runFor(170);
        assertThat(run.state().outcomes(4)).isEmpty();
        var signed = signed();
        assertThat(signed.verdict()).isEqualTo(Verdict.NOT_JUDGED);
        assertThat(signed.results().get(0).renewedOn()).isPresent();
        assertThat(signed.results().get(3).renewedOn()).isEmpty();
        assertThat(signed.remark().orElseThrow()).contains("Skipped: slot 4");
    }

    @Test
    void theChainOfADisplayedReadingIsHandedOnAtSigning() {
        var plain = Fixtures.quoin4();
        var sensor = plain.sensor(3);
        var displayed = new onward.sentry.core.detector.SensorSpec(
                3,
                sensor.gasId(),
                sensor.technology(),
                sensor.unit(),
                sensor.rangeMax(),
                sensor.resolution(),
                sensor.alarms(),
                sensor.t90Seconds(),
                sensor.spanSetPoint(),
                onward.sentry.core.detector.ReadingMode.DISPLAYED,
                Optional.empty(),
                false,
                OptionalInt.empty());
        var card = new ProcedureCard(
                "Bench 1",
                1,
                plain.lelBasis(),
                List.of(displayed),
                0.5,
                1.2,
                0.6,
                50,
                plain.interval(),
                new RetryPolicy(1, 0),
                List.of(SPAN_CO, CLEAR),
                List.of());
        var started = Fixtures.started(Job.CALIBRATION, ReadingSource.LINK, List.of(3));
        run = LiveRun.start(
                card,
                SitePolicy.SHIPPED,
                new RunEvent.RunStarted(
                        0,
                        "B1",
                        Job.CALIBRATION,
                        "Bench 1",
                        1,
                        1,
                        "Una",
                        started.source(),
                        1,
                        Map.of(3, "C1"),
                        List.of(3),
                        false,
                        Map.of(3, new SensitivityHistory(0.8, 100)),
                        0,
                        OptionalDouble.empty(),
                        Optional.empty(),
                        JudgingRules.NEWEST.version(),
                        Map.of()));
        instrument = new FakeInstrument(run, Map.of(3, 0.8));
        choose(0, Fixtures.houseMix());
        instrument.gas();
        instrument.runFor(155);
        instrument.air();
        instrument.runFor(170);
        var signed = signed();
        assertThat(signed.verdict()).as("64 % of the first response").isEqualTo(Verdict.MARGINAL);
        assertThat(signed.results().get(0).sensitivity().orElseThrow()).isCloseTo(0.64, within(0.01));
        assertThat(run.state().outcomes(3).get(0).judgement().working().inputs())
                .contains(new Derivation.Input("s before", "0.8"));
    }
}
