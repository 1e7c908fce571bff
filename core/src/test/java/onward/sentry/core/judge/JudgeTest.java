package onward.sentry.core.judge;

import static org.assertj.core.api.Assertions.assertThat;

import onward.sentry.core.run.Fixtures;
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
        assertThat(CalibrationCheck.judge(Fixtures.quoin4().sensor(slot), expected, reading, 10, "test")
                        .verdict())
                .isEqualTo(verdict);
    }

    @Test
    void theWorkingSaysWhenTheStepDecided() {
        var judgement = CalibrationCheck.judge(Fixtures.quoin4().sensor(3), 5, 6, 10, "house policy v1");
        assertThat(judgement.working().result()).isEqualTo("error 20 %, but within one step of the display → pass");
    }

    @ParameterizedTest
    @CsvSource({"160, PASS", "160.1, FAIL", "56.1, PASS", "56, MARGINAL", "40, MARGINAL", "39.9, FAIL"})
    void spanIsGradedInThreeWithinTheAdjustableRange(double fullSpan, Verdict verdict) {
        assertThat(SpanJudge.judge(Fixtures.quoin4().sensor(3), 80, fullSpan, "test")
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
}
