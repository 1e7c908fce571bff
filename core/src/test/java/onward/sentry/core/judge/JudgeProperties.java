package onward.sentry.core.judge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SpanGrading;
import onward.sentry.core.run.Fixtures;

/** Laws that every verdict keeps, whatever the figures. */
class JudgeProperties {

    private static final SensorSpec CO =
            Fixtures.sensor(3, "carbon-monoxide", Technology.ELECTROCHEMICAL, Unit.PPM, 300, 1, 25, 25, 80);
    private static final List<SensorSpec> ALL = Fixtures.quoin4().sensors();
    private static final List<SpanGrading> SCHOOLS =
            List.of(SpanGrading.THREE_GRADES, SpanGrading.TWO_GRADES, SpanGrading.window(30, 150));

    private static Verdict check(SensorSpec sensor, double expected, double reading, CheckRule rule) {
        return CalibrationCheck.judge(sensor, expected, reading, rule).verdict();
    }

    private static SensorSpec sensor(int place) {
        return ALL.get(place);
    }

    @Property
    void aReadingCloserToTheExpectedValueIsNeverJudgedWorse(
            @ForAll @IntRange(max = 3) int place,
            @ForAll @DoubleRange(min = 1, max = 50) double expected,
            @ForAll @DoubleRange(min = 0, max = 40) double off,
            @ForAll @DoubleRange(min = 0, max = 1) double share,
            @ForAll boolean above) {
        var rule = CheckRule.of(10, "card");
        double sign = above ? 1 : -1;
        if (check(sensor(place), expected, expected + sign * off, rule) == Verdict.PASS) {
            assertThat(check(sensor(place), expected, expected + sign * share * off, rule))
                    .isEqualTo(Verdict.PASS);
        }
        assertThat(check(sensor(place), expected, expected, rule)).isEqualTo(Verdict.PASS);
    }

    @Property
    void aTighterToleranceNeverPassesWhatAWiderOneFails(
            @ForAll @DoubleRange(min = 1, max = 280) double expected,
            @ForAll @DoubleRange(min = 0, max = 300) double reading) {
        var verdicts = List.of(5, 10, 15, 20).stream()
                .map(percent -> check(CO, expected, reading, CheckRule.of(percent, "house")))
                .toList();
        assertThat(verdicts).isSortedAccordingTo((a, b) -> b.compareTo(a));
    }

    @Property
    void aGuardBandOnlyEverTakesAway(
            @ForAll @IntRange(max = 3) int place,
            @ForAll @DoubleRange(min = 1, max = 50) double expected,
            @ForAll @DoubleRange(min = 0, max = 60) double reading,
            @ForAll @DoubleRange(min = 0, max = 0.2) double uncertainty,
            @ForAll @DoubleRange(min = 0, max = 3) double deviation) {
        var sensor = sensor(place);
        var guard = Uncertainty.of(expected, uncertainty, false, sensor.resolution(), deviation);
        if (check(sensor, expected, reading, new CheckRule(10, "house", Optional.of(guard))) == Verdict.PASS) {
            assertThat(check(sensor, expected, reading, CheckRule.of(10, "house")))
                    .isEqualTo(Verdict.PASS);
        }
    }

    @Property
    void statingItsCoverageNeverMakesACertificateLessCertain(
            @ForAll @DoubleRange(min = 0.1, max = 300) double certified,
            @ForAll @DoubleRange(min = 0, max = 0.5) double relative,
            @ForAll @DoubleRange(min = 0.01, max = 5) double step,
            @ForAll @DoubleRange(min = 0, max = 5) double deviation) {
        var stated = Uncertainty.of(certified, relative, true, step, deviation);
        var unstated = Uncertainty.of(certified, relative, false, step, deviation);
        assertThat(stated.expanded()).isLessThanOrEqualTo(unstated.expanded() + 1e-12);
        assertThat(stated.expanded())
                .as("no less than any one of its parts")
                .isGreaterThanOrEqualTo(2
                                * stated.lines().stream()
                                        .mapToDouble(Uncertainty.Line::standard)
                                        .max()
                                        .orElseThrow()
                        - 1e-12);
    }

    @Property
    void aStrongerResponseIsNeverGradedWorseAsLongAsItCanBeAdjusted(
            @ForAll @IntRange(max = 2) int school,
            @ForAll @DoubleRange(min = 0, max = 100) double weak,
            @ForAll @DoubleRange(min = 0, max = 100) double more) {
        var grading = SCHOOLS.get(school);
        double strong = weak + more;
        double most = grading.school() == SpanGrading.School.WINDOW ? grading.windowHigh() : 200;
        if (strong <= most) {
            assertThat(SpanJudge.grade(grading, strong, strong))
                    .isLessThanOrEqualTo(SpanJudge.grade(grading, weak, weak));
        }
    }

    @Property
    void whatCannotBeAdjustedFailsInEverySchool(
            @ForAll @DoubleRange(min = 0, max = 24.99) double low,
            @ForAll @DoubleRange(min = 200.01, max = 900) double high) {
        for (var grading : SCHOOLS) {
            assertThat(SpanJudge.grade(grading, low, low)).isEqualTo(Verdict.FAIL);
            assertThat(SpanJudge.grade(grading, high, high)).isEqualTo(Verdict.FAIL);
        }
    }

    @Property
    void twoGradesPassWhatThreeGradesPassOrCallMarginal(@ForAll @DoubleRange(min = 0, max = 250) double response) {
        assertThat(SpanJudge.grade(SpanGrading.TWO_GRADES, response, response) == Verdict.PASS)
                .isEqualTo(SpanJudge.grade(response).good());
    }

    @Property
    void aChainOfSpansIsTheProductOfItsLinks(
            @ForAll @DoubleRange(min = 0.5, max = 1.5) double first,
            @ForAll @DoubleRange(min = 0.5, max = 1.5) double second) {
        var chain = SensitivityHistory.NEW;
        double once = chain.next(80 * first, 0, 80, 0);
        double twice = new SensitivityHistory(once, 100).next(80 * second, 0, 80, 0);
        assertThat(chain.response(twice)).isCloseTo(100 * first * second, within(1e-9));
    }

    @Property
    void aZeroIsJudgedAlikeAboveAndBelowCleanAir(
            @ForAll @IntRange(max = 3) int place, @ForAll @DoubleRange(min = 0, max = 5) double off) {
        var sensor = sensor(place);
        double air = sensor.cleanAirReading();
        assertThat(ZeroJudge.withinTolerance(sensor, air + off))
                .isEqualTo(ZeroJudge.withinTolerance(sensor, air - off));
        assertThat(ZeroJudge.withinTolerance(sensor, air + ZeroJudge.tolerance(sensor)))
                .isTrue();
        assertThat(ZeroJudge.withinTolerance(sensor, air + 1.001 * ZeroJudge.tolerance(sensor)))
                .isFalse();
        assertThat(ZeroJudge.tolerance(sensor)).isGreaterThanOrEqualTo(sensor.resolution());
    }

    @Property
    void aBumpCountsTheWayFromCleanAirWhicheverWayItLeads(
            @ForAll @IntRange(max = 3) int place, @ForAll @DoubleRange(min = 0, max = 2) double share) {
        var sensor = sensor(place);
        double air = sensor.cleanAirReading();
        double expected = sensor.isOxygen() ? 16 : sensor.spanSetPoint();
        double reading = air + share * (expected - air);
        assertThat(BumpJudge.responsePercent(sensor, expected, reading)).isCloseTo(100 * share, within(1e-6));
        var verdict = BumpJudge.judge(sensor, expected, reading, 50, "card").verdict();
        if (share > 0.5001) {
            assertThat(verdict).isEqualTo(Verdict.PASS);
        } else if (share < 0.4999) {
            assertThat(verdict).isEqualTo(Verdict.FAIL);
        }
    }
}
