package onward.sentry.core.card;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import onward.sentry.core.card.AcceptRule.CountdownByTemperature;
import onward.sentry.core.card.AcceptRule.CountdownByTemperature.Row;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.measure.GasJudge;
import onward.sentry.core.measure.Measured;
import onward.sentry.core.policy.MethodOptions;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.policy.SpanGrading;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.schedule.IntervalRule.MonthDay;
import org.junit.jupiter.api.Test;

/** What becomes of a card at a site that takes another side where practitioners disagree. */
class ResolvedProcedureTest {

    /** The shipped side with one thing otherwise. */
    private static final class Side {
        private MethodOptions.Adjust adjust = MethodOptions.SHIPPED.adjust();
        private boolean asFoundFirst = true;
        private MethodOptions.Combustible combustible = MethodOptions.SHIPPED.combustible();
        private MethodOptions.ZeroAir zeroAir = MethodOptions.SHIPPED.zeroAir();
        private MethodOptions.Accept accept = MethodOptions.SHIPPED.accept();
        private int tries = 2;
        private Optional<MonthDay> dueDay = Optional.empty();

        private MethodOptions schools() {
            return new MethodOptions(
                    adjust,
                    asFoundFirst,
                    combustible,
                    MethodOptions.SHIPPED.threading(),
                    zeroAir,
                    accept,
                    MethodOptions.SHIPPED.grading(),
                    false,
                    MethodOptions.SHIPPED.reference(),
                    tries,
                    dueDay,
                    false,
                    MethodOptions.DoubtRule.STOP);
        }
    }

    private static ProcedureCard whole() {
        return with(Fixtures.quoin4Whole(RetryPolicy.USUAL), Optional.empty(), List.of(), UnaryOperator.identity());
    }

    private static ProcedureCard with(
            ProcedureCard card,
            Optional<RetryPolicy> tries,
            List<StepPicture> pictures,
            UnaryOperator<List<SensorSpec>> sensors) {
        return new ProcedureCard(
                card.model(),
                card.version(),
                card.lelBasis(),
                sensors.apply(card.sensors()),
                card.flowLitresPerMinute(),
                card.litresPerRun(),
                card.litresPerBump(),
                card.bumpLevelPercent(),
                card.interval(),
                tries,
                card.zeroTries(),
                card.intake(),
                card.sampleLine(),
                OptionalDouble.empty(),
                "",
                0,
                Prescribed.NONE,
                pictures,
                card.calibration(),
                card.bump(),
                List.of());
    }

    private static ProcedureCard under(ProcedureCard card, Consumer<Side> otherwise) {
        var side = new Side();
        otherwise.accept(side);
        return card.under(SitePolicy.SHIPPED.with(side.schools()));
    }

    private static List<String> titles(ProcedureCard card) {
        return card.calibration().stream().map(Step::title).toList();
    }

    @Test
    void theShippedSideLeavesTheStepsAsTheyAre() {
        assertThat(under(whole(), side -> {}).calibration()).isEqualTo(whole().calibration());
        assertThat(under(whole(), side -> {}).sensors()).isEqualTo(whole().sensors());
    }

    @Test
    void whereAsFoundIsNotTakenItsStepFallsAwayAndPicturesKeepTheirs() {
        var picture = new StepPicture(Job.CALIBRATION, 5, "SPAN on the display", "image/png", "AAAA");
        var early = new StepPicture(Job.CALIBRATION, 0, "The filter", "image/png", "AAAA");
        var gone = new StepPicture(Job.CALIBRATION, 2, "As found", "image/png", "AAAA");
        var card = with(whole(), Optional.empty(), List.of(picture, early, gone), UnaryOperator.identity());
        var plain = under(card, side -> side.asFoundFirst = false);
        assertThat(titles(card)).contains("As found");
        assertThat(titles(plain))
                .doesNotContain("As found")
                .hasSize(titles(card).size() - 1);
        assertThat(plain.pictures())
                .extracting(StepPicture::description)
                .containsExactly("SPAN on the display", "The filter");
        assertThat(plain.pictures()).extracting(StepPicture::step).containsExactly(4, 0);
    }

    @Test
    void whoChecksFirstMeetsTheSameGasForACheckThatDecides() {
        for (boolean asFoundFirst : new boolean[] {true, false}) {
            var card = under(whole(), side -> {
                side.adjust = MethodOptions.Adjust.CHECK_FIRST;
                side.asFoundFirst = asFoundFirst;
            });
            assertThat(titles(card))
                    .contains("Check")
                    .doesNotContain("As found")
                    .hasSameSizeAs(titles(whole()));
            var check = (Step.ApplyGas) card.calibration().get(2);
            assertThat(check.are(Purpose.CHECK_FIRST)).isTrue();
            assertThat(check.targets().get(1).setPoint()).hasValue(16);
        }
    }

    @Test
    void aZeroTakesItsAirWhereTheHouseSaysButForCharcoal() {
        assertThat(zeroAir(ZeroAir.AMBIENT, MethodOptions.ZeroAir.CYLINDER)).isEqualTo(ZeroAir.CYLINDER);
        assertThat(zeroAir(ZeroAir.CYLINDER, MethodOptions.ZeroAir.AMBIENT)).isEqualTo(ZeroAir.AMBIENT);
        assertThat(zeroAir(ZeroAir.CYLINDER, MethodOptions.ZeroAir.AS_CARD)).isEqualTo(ZeroAir.CYLINDER);
        assertThat(zeroAir(ZeroAir.CHARCOAL, MethodOptions.ZeroAir.AMBIENT))
                .as("the filter is there for a reason")
                .isEqualTo(ZeroAir.CHARCOAL);
        assertThat(zeroAir(ZeroAir.CHARCOAL, MethodOptions.ZeroAir.CYLINDER)).isEqualTo(ZeroAir.CYLINDER);
    }

    private static ZeroAir zeroAir(ZeroAir ofCard, MethodOptions.ZeroAir ofHouse) {
        var zero = new Step.Zero(List.of(3), ofCard, new AcceptRule.OnStability(15, 60), false, "");
        var card = steps(zero);
        return ((Step.Zero) under(card, side -> side.zeroAir = ofHouse)
                        .calibration()
                        .get(0))
                .air();
    }

    private static ProcedureCard steps(Step... steps) {
        return Fixtures.quoin4(RetryPolicy.USUAL, 1.2, List.of(steps));
    }

    @Test
    void aReadingIsTakenAsTheHouseSaysWithinTheTimesOfTheCard() {
        var rule = new AcceptRule.OnStability(30, 150, 20, 10);
        assertThat(accept(rule, MethodOptions.Accept.AS_CARD)).isEqualTo(rule);
        assertThat(accept(rule, MethodOptions.Accept.STABLE_OR_DEADLINE))
                .isEqualTo(new AcceptRule.StableOrDeadline(30, 150, 20, 10));
        assertThat(accept(rule, MethodOptions.Accept.COUNTDOWN)).isEqualTo(new AcceptRule.Countdown(150, 10));
        assertThat(accept(new AcceptRule.Countdown(60, 5), MethodOptions.Accept.ON_STABILITY))
                .isEqualTo(new AcceptRule.OnStability(60, 60, 0, 5));
    }

    private static AcceptRule accept(AcceptRule ofCard, MethodOptions.Accept ofHouse) {
        var gas = new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), ofCard, 60, "");
        return ((Step.ApplyGas) under(steps(gas), side -> side.accept = ofHouse)
                        .calibration()
                        .get(0))
                .accept();
    }

    @Test
    void aCountdownThatTheAirDecidesStaysOne() {
        var tube = new CountdownByTemperature(List.of(new Row(0, 120), new Row(15, 60)), 0);
        var measured = new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 0, 40, "Warm the room.", "");
        var gas = new Step.ApplyGas(List.of(Target.of(3, Purpose.SPAN)), tube, 60, "");
        for (var school : MethodOptions.Accept.values()) {
            var card = under(steps(measured, gas), side -> side.accept = school);
            assertThat(((Step.ApplyGas) card.calibration().get(1)).accept()).isEqualTo(tube);
        }
    }

    @Test
    void combustibleSensorsAreSetWithTheGasOfTheSchoolAndNoOthers() {
        var simulant = with(whole(), Optional.empty(), List.of(), sensors -> {
            var all = new ArrayList<>(sensors);
            var bead = all.get(0);
            all.set(
                    0,
                    new SensorSpec(
                            1,
                            "methane",
                            bead.technology(),
                            bead.unit(),
                            bead.rangeMax(),
                            bead.resolution(),
                            bead.alarms(),
                            bead.t90Seconds(),
                            bead.spanSetPoint(),
                            bead.reads(),
                            Optional.of("n-pentane"),
                            false,
                            OptionalInt.empty()));
            return all;
        });
        var methane = under(simulant, side -> side.combustible = MethodOptions.Combustible.METHANE);
        assertThat(methane.sensor(1).gasId()).isEqualTo("methane");
        assertThat(methane.sensor(1).simulantFor()).isEmpty();
        var vapour = under(simulant, side -> side.combustible = MethodOptions.Combustible.VAPOUR);
        assertThat(vapour.sensor(1).gasId()).isEqualTo("n-pentane");
        assertThat(vapour.sensor(3)).isEqualTo(simulant.sensor(3));
        assertThat(under(whole(), side -> side.combustible = MethodOptions.Combustible.VAPOUR)
                        .sensor(1)
                        .gasId())
                .as("a bead that is no simulant keeps its gas")
                .isEqualTo("methane");
    }

    @Test
    void theTriesOfTheHouseCountWhereTheCardSaysNothing() {
        assertThat(under(whole(), side -> side.tries = 3).tries()).contains(new RetryPolicy(3, 0));
        var own = with(whole(), Optional.of(new RetryPolicy(1, 60)), List.of(), UnaryOperator.identity());
        assertThat(under(own, side -> side.tries = 3).tries()).contains(new RetryPolicy(1, 60));
    }

    @Test
    void onlyMonthlyWorkFallsOnTheDueDayOfTheHouse() {
        var day = MonthDay.last(DayOfWeek.THURSDAY);
        assertThat(under(whole(), side -> side.dueDay = Optional.of(day)).interval())
                .isEqualTo(new IntervalRule.FollowingMonth(day));
        assertThat(under(whole(), side -> {}).interval()).isEqualTo(whole().interval());
    }

    /** An exhaled-CO monitor is set from a raw reading of 5 to 40 ppm to 20, wherever the site grades by three grades. */
    @Test
    void whatTheMakerPrescribesStandsAtEverySite() {
        var plain = whole();
        var window = SpanGrading.window(25, 200);
        var own = new ProcedureCard(
                plain.model(),
                plain.version(),
                plain.lelBasis(),
                plain.sensors(),
                plain.flowLitresPerMinute(),
                plain.litresPerRun(),
                plain.litresPerBump(),
                plain.bumpLevelPercent(),
                plain.interval(),
                plain.tries(),
                plain.zeroTries(),
                plain.intake(),
                plain.sampleLine(),
                OptionalDouble.empty(),
                "",
                0,
                new Prescribed(Optional.of(window), true),
                List.of(),
                plain.calibration(),
                plain.bump(),
                List.of());
        var countdown = under(own, side -> side.accept = MethodOptions.Accept.COUNTDOWN);
        assertThat(countdown.calibration()).isEqualTo(own.calibration());
        assertThat(countdown.grading(SitePolicy.SHIPPED)).isEqualTo(window);
        assertThat(plain.grading(SitePolicy.SHIPPED)).isEqualTo(SpanGrading.THREE_GRADES);
        // 8 of 20 ppm: fails by three grades, is taken and set by the window.
        var eight = new Target(3, Purpose.SPAN, OptionalDouble.of(20));
        var read = Measured.alone(8, 0);
        assertThat(judge(own, eight, read)).isEqualTo(Verdict.PASS);
        assertThat(judge(plain, eight, read)).isEqualTo(Verdict.FAIL);
        assertThat(judge(own, eight, Measured.alone(4.9, 0))).isEqualTo(Verdict.FAIL);
    }

    private static Verdict judge(ProcedureCard card, Target target, Measured measured) {
        return new GasJudge(card, SitePolicy.SHIPPED, OptionalDouble.empty())
                .judge(target, 20, measured, SensitivityHistory.NEW, Optional.empty())
                .judgement()
                .verdict();
    }
}
