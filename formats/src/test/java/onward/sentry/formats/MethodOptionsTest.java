package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.gas.ReferenceValue;
import onward.sentry.core.gas.SiteFigures;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.Cautions;
import onward.sentry.core.policy.LeadTimes;
import onward.sentry.core.policy.MethodOptions;
import onward.sentry.core.policy.Signing;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.policy.SpanGrading;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.schedule.IntervalRule.MonthDay;
import onward.sentry.core.sim.Health;
import onward.sentry.core.units.SiteUnits;
import org.junit.jupiter.api.Test;

/** Each school switched on against what ships, and what it changes in a run. */
class MethodOptionsTest {

    private static final MethodOptions SHIPPED = MethodOptions.SHIPPED;

    /** A carbon monoxide cell that has lost a little since it was set, so that it reads 12 % low. */
    private static final UnaryOperator<Health> DRIFTED = health -> new Health(0.836, 1, 0, 0.95);

    private static MethodOptions with(
            MethodOptions.Adjust adjust,
            boolean asFoundFirst,
            MethodOptions.Combustible combustible,
            MethodOptions.Threading threading,
            MethodOptions.ZeroAir zeroAir,
            MethodOptions.Accept accept,
            SpanGrading grading,
            boolean guardBand,
            ReferenceValue reference) {
        return new MethodOptions(
                adjust,
                asFoundFirst,
                combustible,
                threading,
                zeroAir,
                accept,
                grading,
                guardBand,
                reference,
                SHIPPED.tries(),
                Optional.empty(),
                false,
                MethodOptions.DoubtRule.STOP);
    }

    private static MethodOptions adjust(MethodOptions.Adjust adjust, boolean asFoundFirst) {
        return with(
                adjust,
                asFoundFirst,
                SHIPPED.combustible(),
                SHIPPED.threading(),
                SHIPPED.zeroAir(),
                SHIPPED.accept(),
                SHIPPED.grading(),
                false,
                SHIPPED.reference());
    }

    private static MethodOptions combustible(MethodOptions.Combustible combustible) {
        return with(
                SHIPPED.adjust(),
                true,
                combustible,
                SHIPPED.threading(),
                SHIPPED.zeroAir(),
                SHIPPED.accept(),
                SHIPPED.grading(),
                false,
                SHIPPED.reference());
    }

    private static MethodOptions readings(
            MethodOptions.ZeroAir zeroAir,
            MethodOptions.Accept accept,
            MethodOptions.Threading threading,
            ReferenceValue reference) {
        return with(
                SHIPPED.adjust(),
                true,
                SHIPPED.combustible(),
                threading,
                zeroAir,
                accept,
                SHIPPED.grading(),
                false,
                reference);
    }

    private static MethodOptions judging(SpanGrading grading, boolean guardBand) {
        return with(
                SHIPPED.adjust(),
                true,
                SHIPPED.combustible(),
                SHIPPED.threading(),
                SHIPPED.zeroAir(),
                SHIPPED.accept(),
                grading,
                guardBand,
                SHIPPED.reference());
    }

    private static RunState worked(String model, SitePolicy policy, int slot, UnaryOperator<Health> health) {
        return Skerravoe.work(Skerravoe.card(model), Job.CALIBRATION, policy, slot, health, 41)
                .run()
                .state();
    }

    private static RunState worked(String model, MethodOptions schools) {
        return worked(model, SitePolicy.SHIPPED.with(schools), 0, UnaryOperator.identity());
    }

    private static SensorOutcome outcome(RunState state, int slot, Stage stage) {
        return state.outcomes(slot).stream()
                .filter(o -> o.stage() == stage)
                .findFirst()
                .orElseThrow();
    }

    private static List<Stage> stages(RunState state, int slot) {
        return state.outcomes(slot).stream()
                .map(SensorOutcome::stage)
                .distinct()
                .toList();
    }

    @Test
    void checkFirstLeavesAGoodSensorAsItIsAndAdjustsABadOne() {
        assertThat(stages(worked("Quoin 4", SHIPPED), 3)).contains(Stage.AS_FOUND, Stage.SPAN);
        var checkFirst = adjust(MethodOptions.Adjust.CHECK_FIRST, true);
        var good = worked("Quoin 4", checkFirst);
        assertThat(stages(good, 3)).contains(Stage.CHECK_FIRST).doesNotContain(Stage.SPAN, Stage.ZERO);
        assertThat(good.signed().orElseThrow().results())
                .allMatch(result -> result.due().isPresent());
        var bad = worked("Quoin 4", SitePolicy.SHIPPED.with(checkFirst), 3, DRIFTED);
        assertThat(stages(bad, 3)).contains(Stage.SPAN, Stage.VERIFY);
        assertThat(stages(bad, 4)).as("its neighbour passed").doesNotContain(Stage.SPAN);
        assertThat(bad.signed().orElseThrow().verdict()).isEqualTo(Verdict.PASS);
    }

    @Test
    void withoutAsFoundTheRunGoesStraightToZeroAndSpan() {
        assertThat(stages(worked("Quoin 4", adjust(MethodOptions.Adjust.CALENDAR, false)), 3))
                .containsExactly(Stage.ZERO, Stage.SPAN, Stage.VERIFY, Stage.CLEAR);
    }

    @Test
    void theCombustibleSchoolMovesWhatABeadIsExpectedToRead() {
        assertThat(outcome(worked("Quoin 5P", SHIPPED), 1, Stage.SPAN).expected())
                .isCloseTo(64.46, within(0.01));
        assertThat(outcome(worked("Quoin 5P", combustible(MethodOptions.Combustible.METHANE)), 1, Stage.SPAN)
                        .expected())
                .isCloseTo(28.41, within(0.01));
        assertThatThrownBy(() -> worked("Quoin 5P", combustible(MethodOptions.Combustible.VAPOUR)))
                .as("no cylinder of butane on the shelf")
                .hasMessageContaining("No n-butane in this mix");
    }

    private static List<String> detailsAtTheValve(MethodOptions.Threading threading) {
        var schools = readings(SHIPPED.zeroAir(), SHIPPED.accept(), threading, SHIPPED.reference());
        var policy = SitePolicy.SHIPPED.with(schools);
        var card = Skerravoe.card("Mote CO");
        var run = LiveRun.start(card, policy, Skerravoe.started(card, Job.BUMP, policy));
        run.carryOut(
                new RunCommand.ChooseCylinder(0, "CO-01", Skerravoe.shelf().get("CO-01"), Skerravoe.TODAY, List.of()),
                0,
                "Una");
        assertThat(run.next().kind()).isEqualTo(NextAction.Kind.OPEN_GAS);
        return run.next().details();
    }

    @Test
    void theThreadingSchoolSaysHowTheRegulatorGoesOn() {
        assertThat(detailsAtTheValve(MethodOptions.Threading.BY_TYPE).get(0)).contains("valve open, then close it");
        assertThat(detailsAtTheValve(MethodOptions.Threading.VALVE_OPEN).get(0)).contains("no room air is pressed");
        assertThat(detailsAtTheValve(MethodOptions.Threading.VALVE_SHUT).get(0)).contains("no gas escapes");
    }

    @Test
    void zeroAirFromACylinderIsChosenAndOnRecord() {
        var schools =
                readings(MethodOptions.ZeroAir.CYLINDER, SHIPPED.accept(), SHIPPED.threading(), SHIPPED.reference());
        assertThat(worked("Quoin 4", schools).events())
                .filteredOn(RunEvent.CylinderChosen.class::isInstance)
                .extracting(event -> ((RunEvent.CylinderChosen) event).cylinderId())
                .contains("ZA-01");
        assertThat(worked("Quoin 4", SHIPPED).events())
                .filteredOn(RunEvent.CylinderChosen.class::isInstance)
                .extracting(event -> ((RunEvent.CylinderChosen) event).cylinderId())
                .doesNotContain("ZA-01");
    }

    private static double secondsOnGas(MethodOptions.Accept accept) {
        var state = worked("Quoin 4", readings(SHIPPED.zeroAir(), accept, SHIPPED.threading(), SHIPPED.reference()));
        int span = state.steps()
                .indexOf(state.steps().stream()
                        .filter(step -> step instanceof Step.ApplyGas gas
                                && gas.targets().stream()
                                        .anyMatch(target -> target.purpose().sets()))
                        .findFirst()
                        .orElseThrow());
        long taken = state.events().stream()
                .filter(e -> e instanceof RunEvent.ReadingAccepted a && a.step() == span)
                .mapToLong(RunEvent::at)
                .max()
                .orElseThrow();
        return (taken - state.openings().get(span)) / 1000.0;
    }

    @Test
    void theSchoolOfAcceptingDecidesHowLongGasStaysOn() {
        assertThat(secondsOnGas(MethodOptions.Accept.COUNTDOWN)).isBetween(150.0, 151.0);
        assertThat(secondsOnGas(MethodOptions.Accept.ON_STABILITY)).isLessThan(120);
        assertThat(secondsOnGas(MethodOptions.Accept.STABLE_OR_DEADLINE))
                .isEqualTo(secondsOnGas(MethodOptions.Accept.AS_CARD));
    }

    @Test
    void theToleranceDecidesOverADriftOfTwelvePercent() {
        for (var tolerance : new double[] {10, 15}) {
            var policy = new SitePolicy(
                    2,
                    tolerance,
                    true,
                    30,
                    0.05,
                    0,
                    SiteUnits.SHIPPED,
                    LeadTimes.SHIPPED,
                    Signing.SHIPPED,
                    Cautions.SHIPPED,
                    SHIPPED,
                    SiteFigures.NONE,
                    null);
            var found = outcome(worked("Quoin 4", policy, 3, DRIFTED), 3, Stage.AS_FOUND);
            assertThat(found.judgement().verdict()).isEqualTo(tolerance == 10 ? Verdict.FAIL : Verdict.PASS);
            assertThat(found.judgement().working().source()).contains("site rules v2", "card Quoin 4 v3");
        }
    }

    @Test
    void theSchoolOfGradingDecidesOverAnAgeingCell() {
        UnaryOperator<Health> ageing = health -> new Health(0.60, 1, 0, 0.60);
        assertThat(worked("Quoin 4", SitePolicy.SHIPPED, 3, ageing)
                        .signed()
                        .orElseThrow()
                        .verdict())
                .isEqualTo(Verdict.MARGINAL);
        var two = SitePolicy.SHIPPED.with(judging(SpanGrading.TWO_GRADES, false));
        assertThat(worked("Quoin 4", two, 3, ageing).signed().orElseThrow().verdict())
                .isEqualTo(Verdict.PASS);
        UnaryOperator<Health> old = health -> new Health(0.40, 1, 0, 0.40);
        assertThat(worked("Quoin 4", two, 3, old).signed().orElseThrow().verdict())
                .isEqualTo(Verdict.FAIL);
        var window = SitePolicy.SHIPPED.with(judging(SpanGrading.window(25, 200), false));
        assertThat(outcome(worked("Quoin 4", window, 3, old), 3, Stage.SPAN)
                        .judgement()
                        .verdict())
                .isEqualTo(Verdict.PASS);
    }

    @Test
    void aGuardBandFailsWhatIsTooNearToTheLimit() {
        UnaryOperator<Health> near = health -> new Health(0.871, 1, 0, 0.95);
        var plain = outcome(worked("Quoin 4", SitePolicy.SHIPPED, 3, near), 3, Stage.AS_FOUND);
        var guarded = outcome(
                worked("Quoin 4", SitePolicy.SHIPPED.with(judging(SHIPPED.grading(), true)), 3, near),
                3,
                Stage.AS_FOUND);
        assertThat(plain.judgement().verdict()).isEqualTo(Verdict.PASS);
        assertThat(guarded.judgement().verdict()).isEqualTo(Verdict.FAIL);
        assertThat(guarded.judgement().working().inputs())
                .anyMatch(input -> input.name().startsWith("guard band U"));
    }

    @Test
    void theCautiousBoundMovesEveryExpectedReadingByItsUncertainty() {
        var cautious = readings(SHIPPED.zeroAir(), SHIPPED.accept(), SHIPPED.threading(), ReferenceValue.CAUTIOUS);
        var state = worked("Quoin 4", cautious);
        assertThat(outcome(state, 3, Stage.SPAN).expected()).isCloseTo(81.6, within(1e-9));
        assertThat(outcome(state, 2, Stage.CHECK).expected()).isCloseTo(15.68, within(1e-9));
        assertThat(state.events())
                .filteredOn(RunEvent.CylinderChosen.class::isInstance)
                .anyMatch(event ->
                        ((RunEvent.CylinderChosen) event).setPointsChanged().contains(3));
    }

    private static ProcedureCard under(int tries, Optional<MonthDay> dueDay) {
        var schools = new MethodOptions(
                SHIPPED.adjust(),
                true,
                SHIPPED.combustible(),
                SHIPPED.threading(),
                SHIPPED.zeroAir(),
                SHIPPED.accept(),
                SHIPPED.grading(),
                false,
                SHIPPED.reference(),
                tries,
                dueDay,
                false,
                MethodOptions.DoubtRule.STOP);
        return Skerravoe.card("Mote CO").under(SitePolicy.SHIPPED.with(schools));
    }

    @Test
    void triesComeFromThePolicyWhereTheCardIsSilentAndFromTheCardWhereItIsNot() {
        assertThat(under(3, Optional.empty()).triesOfSpan().most()).isEqualTo(3);
        assertThat(under(1, Optional.empty()).triesOfSpan().most()).isEqualTo(1);
        assertThat(Skerravoe.card("Hollin NO")
                        .under(SitePolicy.SHIPPED)
                        .triesOfSpan()
                        .most())
                .isEqualTo(3);
    }

    @Test
    void aFixedWeekdayMovesMonthlyWorkOnly() {
        var thursday = Optional.of(MonthDay.last(DayOfWeek.THURSDAY));
        var schools = new MethodOptions(
                SHIPPED.adjust(),
                true,
                SHIPPED.combustible(),
                SHIPPED.threading(),
                SHIPPED.zeroAir(),
                SHIPPED.accept(),
                SHIPPED.grading(),
                false,
                SHIPPED.reference(),
                2,
                thursday,
                false,
                MethodOptions.DoubtRule.STOP);
        var policy = SitePolicy.SHIPPED.with(schools);
        var monthly = Skerravoe.card("Quoin 4").under(policy).interval();
        assertThat(monthly.nextDue(LocalDate.of(2026, 3, 3)).date()).isEqualTo("2026-04-30");
        assertThat(Skerravoe.card("Fell CO₂").under(policy).interval())
                .isEqualTo(Skerravoe.card("Fell CO₂").interval());
    }
}
