package onward.sentry.core.judge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Target;
import onward.sentry.core.detector.ReadingMode;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.measure.GasJudge;
import onward.sentry.core.measure.Measured;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.policy.SpanGrading;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.working.Derivation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JudgeTest {

    @Test
    void aLimitItselfStillPassesInBinaryFractions() {
        assertThat(new Limit(10).allows(100 * (0.55 - 0.5) / 0.5)).isTrue();
        assertThat(new Limit(10).allows(10.000001)).isFalse();
        assertThat(new Limit(70).isExceededBy(100 * 56.0 / 80)).isFalse();
        assertThat(new Limit(70).isExceededBy(70.001)).isTrue();
    }

    @ParameterizedTest
    @CsvSource({"1, 1", "2, 0.3", "3, 2.5", "4, 0.5"})
    void zeroToleranceIsHeldDownByTheLowAlarmAndUpByTheStep(int slot, double tolerance) {
        assertThat(ZeroJudge.tolerance(Fixtures.quoin4().sensor(slot))).isEqualTo(tolerance);
    }

    @ParameterizedTest
    @CsvSource({"0, true, PASS", "2.5, true, PASS", "2.6, true, FAIL", "-3, true, FAIL", "0, false, FAIL"})
    void zeroPassesWhenSettledWithinTolerance(double mean, boolean settled, Verdict verdict) {
        assertThat(ZeroJudge.judge(Fixtures.quoin4().sensor(3), mean, settled, "test")
                        .verdict())
                .isEqualTo(verdict);
    }

    @ParameterizedTest
    @CsvSource({"3, 80, 88, PASS", "3, 80, 88.2, FAIL", "3, 5, 6, PASS", "2, 16, 16.5, PASS", "2, 16, 16.6, FAIL"})
    void aCheckPassesWithinToleranceOrOneStep(int slot, double expected, double reading, Verdict verdict) {
        assertThat(CalibrationCheck.judge(Fixtures.quoin4().sensor(slot), expected, reading, CheckRule.of(10, "test"))
                        .verdict())
                .isEqualTo(verdict);
    }

    @Test
    void whatIsSetForADetectorCountsWhereItIsStricterThanTheHouse() {
        var card = Fixtures.quoin4();
        var plain = new GasJudge(card, SitePolicy.SHIPPED, OptionalDouble.empty());
        var own = new GasJudge(card, SitePolicy.SHIPPED, OptionalDouble.of(5));
        var loose = new GasJudge(card, SitePolicy.SHIPPED, OptionalDouble.of(20));
        assertThat(plain.tolerancePercent()).isEqualTo(10);
        assertThat(plain.toleranceSource()).isEqualTo("site rules v1, card Quoin 4 v1");
        assertThat(own.tolerancePercent()).isEqualTo(5);
        assertThat(own.toleranceSource()).isEqualTo("set for this detector (stricter than site rules v1)");
        assertThat(loose.tolerancePercent()).isEqualTo(10);
        assertThat(loose.toleranceSource()).isEqualTo(plain.toleranceSource());
        var target = new Target(3, Purpose.VERIFY, OptionalDouble.empty());
        var sixOff = Measured.alone(86, 0);
        assertThat(plain.judge(target, 80, sixOff, SensitivityHistory.NEW, Optional.empty())
                        .judgement()
                        .verdict())
                .isEqualTo(Verdict.PASS);
        assertThat(own.judge(target, 80, sixOff, SensitivityHistory.NEW, Optional.empty())
                        .judgement()
                        .verdict())
                .isEqualTo(Verdict.FAIL);
    }

    @Test
    void theWorkingSaysWhenTheStepDecided() {
        var judgement = CalibrationCheck.judge(Fixtures.quoin4().sensor(3), 5, 6, CheckRule.of(10, "site rules v1"));
        assertThat(judgement.working().result()).isEqualTo("error 20 %, but within one step of the display → pass");
    }

    @ParameterizedTest
    @CsvSource({"160, PASS", "160.1, FAIL", "56.1, PASS", "56, MARGINAL", "40, MARGINAL", "39.9, FAIL"})
    void spanIsGradedInThreeWithinTheAdjustableRange(double fullSpan, Verdict verdict) {
        assertThat(span(Fixtures.quoin4().sensor(3), SpanGrading.THREE_GRADES, 80, fullSpan)
                        .verdict())
                .isEqualTo(verdict);
    }

    @Test
    void aBumpOnOxygenLeadsDown() {
        var oxygen = Fixtures.quoin4().sensor(2);
        assertThat(BumpJudge.judge(oxygen, 16, 18.4, 50, "test").verdict()).isEqualTo(Verdict.PASS);
        assertThat(BumpJudge.judge(oxygen, 16, 18.6, 50, "test").verdict()).isEqualTo(Verdict.FAIL);
    }

    @Test
    void theWorseOfTwoVerdictsCounts() {
        assertThat(Verdict.PASS.worse(Verdict.MARGINAL)).isEqualTo(Verdict.MARGINAL);
        assertThat(Verdict.FAIL.worse(Verdict.NOT_JUDGED)).isEqualTo(Verdict.FAIL);
        assertThat(Verdict.MARGINAL.good()).isTrue();
        assertThat(Verdict.NOT_JUDGED.good()).isFalse();
    }

    private static Judgement span(SensorSpec sensor, SpanGrading grading, double applied, double reading) {
        return SpanJudge.judge(sensor, grading, applied, reading, SensitivityHistory.NEW, "test")
                .judgement();
    }

    @ParameterizedTest
    @CsvSource({
        "36.8, FAIL, FAIL, PASS",
        "40, MARGINAL, PASS, PASS",
        "60, PASS, PASS, PASS",
        "19, FAIL, FAIL, FAIL",
        "165, FAIL, FAIL, FAIL"
    })
    void theSchoolOfGradingDecidesBetweenTheAdjustableEnds(
            double reading, Verdict threeGrades, Verdict twoGrades, Verdict window) {
        var sensor = Fixtures.quoin4().sensor(3);
        assertThat(span(sensor, SpanGrading.THREE_GRADES, 80, reading).verdict())
                .isEqualTo(threeGrades);
        assertThat(span(sensor, SpanGrading.TWO_GRADES, 80, reading).verdict()).isEqualTo(twoGrades);
        assertThat(span(sensor, SpanGrading.window(30, 190), 80, reading).verdict())
                .isEqualTo(window);
    }

    @Test
    void displayedReadingsAreChainedSoThatASensorSetEachMonthStillFades() {
        var sensor = displayed(Fixtures.quoin4().sensor(3));
        var chain = new SensitivityHistory(1, 104);
        for (int month = 0; month < 5; month++) {
            var span = SpanJudge.judge(sensor, SpanGrading.THREE_GRADES, 80, 72, chain, "test");
            chain = new SensitivityHistory(span.sensitivity().orElseThrow(), 104);
        }
        assertThat(chain.sensitivity()).isCloseTo(Math.pow(0.9, 5), within(1e-12));
        var sixth = SpanJudge.judge(sensor, SpanGrading.THREE_GRADES, 80, 72, chain, "test");
        assertThat(sixth.responsePercent()).isCloseTo(104 * Math.pow(0.9, 6), within(1e-9));
        assertThat(sixth.judgement().verdict()).as("each run alone shows 90 %").isEqualTo(Verdict.MARGINAL);
        assertThat(sixth.judgement().working().inputs())
                .contains(
                        new Derivation.Input("adjustment", "+8 ppm (+10 %)"),
                        new Derivation.Input("s before", "0.5905"));
    }

    private static SensorSpec displayed(SensorSpec raw) {
        return new SensorSpec(
                raw.slot(),
                raw.gasId(),
                raw.technology(),
                raw.unit(),
                raw.rangeMax(),
                raw.resolution(),
                raw.alarms(),
                raw.t90Seconds(),
                raw.spanSetPoint(),
                ReadingMode.DISPLAYED,
                Optional.empty(),
                false,
                OptionalInt.empty());
    }

    @Test
    void aGuardBandTakesTheUncertaintyOffTheToleranceAndShowsItsBudget() {
        var sensor = Fixtures.quoin4().sensor(3);
        var guard = Uncertainty.of(80, 0.02, false, 1, 0.4);
        var guarded = new CheckRule(10, "site rules v2", Optional.of(guard));
        assertThat(CalibrationCheck.judge(sensor, 80, 86, CheckRule.of(10, "x")).verdict())
                .isEqualTo(Verdict.PASS);
        var judged = CalibrationCheck.judge(sensor, 80, 86, guarded);
        assertThat(judged.verdict()).isEqualTo(Verdict.FAIL);
        assertThat(judged.working().inputs())
                .extracting(Derivation.Input::name)
                .contains("u_gas", "u_res", "u_rep")
                .anyMatch(name -> name.startsWith("guard band U"));
        assertThat(CalibrationCheck.judge(sensor, 80, 85.9, guarded).verdict()).isEqualTo(Verdict.PASS);
    }

    @ParameterizedTest
    @CsvSource({"0.03, PASS", "0.02, FAIL", "0.20, PASS", "0.21, FAIL"})
    void aLowPointIsSetInsideTheRangeOfAdjustment(double reading, Verdict verdict) {
        assertThat(SpanJudge.lowPoint(Fixtures.quoin4().sensor(4), 0.10, reading, Unsettled.NONE, 0.01, "test")
                        .verdict())
                .isEqualTo(verdict);
    }
}
