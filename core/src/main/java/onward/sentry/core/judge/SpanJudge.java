package onward.sentry.core.judge;

import static onward.sentry.core.working.Figures.upTo;

import java.util.OptionalDouble;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.policy.SpanGrading;
import onward.sentry.core.working.Derivation;

/**
 * Grades the span response {@code R = 100 · full-span ÷ applied}. A raw reading well above 100 % is normal for a young
 * cell; outside the range of adjustment, 25 to 200 % of the target, the sensor fails in every school.
 *
 * <p>Three grades: pass R &gt; 70, marginal 50 ≤ R ≤ 70 (works, order its replacement), fail R &lt; 50 (replace before
 * use). Two grades: pass R ≥ 50. Acceptance window: a reading inside it is taken and set.
 *
 * <p>Source: site default, after how electrochemical cells age; the window is what instruments can set.
 */
public final class SpanJudge {

    /** A response above this, in %, passes in three grades. */
    public static final Limit PASS_ABOVE = new Limit(70);

    private static final Limit MARGINAL_FROM = new Limit(50);
    private static final Limit LEAST_ADJUSTABLE = new Limit(25);
    private static final Limit MOST_ADJUSTABLE = new Limit(200);

    private SpanJudge() {}

    /**
     * What a span came to.
     *
     * @param responsePercent R
     * @param sensitivity s after it; empty where the model shows raw readings
     */
    public record Span(Judgement judgement, double responsePercent, OptionalDouble sensitivity) {}

    /**
     * {@return the raw reading as % of what was applied: 36.8 of 80 ppm returns 46.0}
     *
     * @param fullSpan reading minus zero, in the unit of the sensor
     * @param applied above zero
     */
    public static double response(double fullSpan, double applied) {
        return 100 * fullSpan / applied;
    }

    /**
     * Three grades of a response in %: above 70 passes, 50 to 70 is marginal, below 50 or above 200 fails.
     *
     * @param response % of the response of a new sensor
     * @return the verdict
     */
    public static Verdict grade(double response) {
        return grade(SpanGrading.THREE_GRADES, response, response);
    }

    /**
     * A response in % by a school: 60 by three grades returns marginal, by two grades pass.
     *
     * @param grading how a response is graded
     * @param response % of the response of a new sensor
     * @param share the reading before it is set, % of the target
     * @return the verdict
     */
    public static Verdict grade(SpanGrading grading, double response, double share) {
        if (MOST_ADJUSTABLE.isExceededBy(share) || !LEAST_ADJUSTABLE.isReachedBy(share)) {
            return Verdict.FAIL;
        }
        return switch (grading.school()) {
            case THREE_GRADES ->
                PASS_ABOVE.isExceededBy(response)
                        ? Verdict.PASS
                        : MARGINAL_FROM.isReachedBy(response) ? Verdict.MARGINAL : Verdict.FAIL;
            case TWO_GRADES -> MARGINAL_FROM.isReachedBy(response) ? Verdict.PASS : Verdict.FAIL;
            case WINDOW ->
                new Limit(grading.windowLow()).isReachedBy(share) && new Limit(grading.windowHigh()).allows(share)
                        ? Verdict.PASS
                        : Verdict.FAIL;
        };
    }

    /**
     * What a span is judged by, beside its reading.
     *
     * @param chain what is known of the sensor; of no account where the model shows raw readings
     * @param zero what the sensor read in clean air just before, in its unit; where nothing was read, clean air
     * @param unsettled how still the reading was
     * @param tolerance of a check at this gas, in the unit: a spread above twice as much fails
     */
    public record Grounds(SensitivityHistory chain, double zero, Unsettled unsettled, double tolerance) {

        /**
         * {@return a settled reading, after a zero that read clean air}
         *
         * @param sensor the sensor
         * @param chain the zeros and spans of this sensor before
         */
        public static Grounds settled(SensorSpec sensor, SensitivityHistory chain) {
            return new Grounds(chain, sensor.cleanAirReading(), Unsettled.NONE, Double.MAX_VALUE);
        }
    }

    /**
     * {@return the same of a settled reading after a zero that read clean air}
     *
     * @param sensor the sensor
     * @param grading how a response is graded
     * @param applied concentration at the sensor, in its unit
     * @param reading reading, in the unit of the sensor
     * @param chain the zeros and spans of this sensor before
     * @param source where the rule comes from
     */
    public static Span judge(
            SensorSpec sensor,
            SpanGrading grading,
            double applied,
            double reading,
            SensitivityHistory chain,
            String source) {
        return judge(sensor, grading, applied, reading, Grounds.settled(sensor, chain), source);
    }

    /**
     * {@return a raw reading: 56.0 of 80 ppm is exactly 70 % and so marginal in three grades; 56.1 passes; 7.4 of 15 ppm
     * fails} A displayed reading of 72 on 80 ppm with s 0.9 so far makes s 0.81, R 81 %; 9.9 on 18 ppm after a zero that
     * read 1 makes s 0.494 of a new sensor. What is unsettled is taken off R.
     *
     * @param sensor the sensor
     * @param grading how a response is graded
     * @param applied concentration at the sensor, in its unit
     * @param reading reading, in the unit of the sensor
     * @param grounds zero, history and settling of the sensor
     * @param source where the rule comes from
     */
    public static Span judge(
            SensorSpec sensor, SpanGrading grading, double applied, double reading, Grounds grounds, String source) {
        double air = sensor.readsDisplayed() ? sensor.cleanAirReading() : 0;
        double zero = sensor.readsDisplayed() ? grounds.zero() : 0;
        double share = 100 * (reading - zero) / (applied - air);
        double next = grounds.chain().next(reading, zero, applied, air);
        double response = sensor.readsDisplayed() ? grounds.chain().response(next) : share;
        double unsettled = 100 * grounds.unsettled().amount() / Math.abs(applied - air);
        boolean unstable = grounds.unsettled().isUnstable(grounds.tolerance());
        var verdict = unstable
                ? Verdict.FAIL
                : grade(grading, response - unsettled, share - unsettled)
                        .worse(grade(grading, response, share + unsettled));
        var unit = " " + sensor.unit().symbol();
        var working = sensor.readsDisplayed()
                ? Derivation.of(
                                "Span, displayed reading",
                                "R = s · R_fitting, s = s_before · (reading − zero) ÷ (expected − air)")
                        .with("reading", upTo(reading, 3) + unit)
                        .with("expected", upTo(applied, 3) + unit)
                        .with("zero", upTo(zero, 3) + unit)
                        .with("air", upTo(air, 3) + unit)
                        .with("s before", upTo(grounds.chain().sensitivity(), 4))
                        .with("R at fitting", upTo(grounds.chain().fittingResponse(), 1) + " %")
                        .with("s", upTo(next, 4))
                : Derivation.of("Span, raw reading", "R = 100 · full-span ÷ applied")
                        .with("full-span", upTo(reading, 3) + unit)
                        .with("applied", upTo(applied, 3) + unit);
        return new Span(
                new Judgement(
                        verdict,
                        grounds.unsettled()
                                .onto(working, sensor)
                                .with("adjustment", adjustment(reading, applied, unit))
                                .with("grades", grading.words())
                                .gives("R = " + upTo(response, 2) + " %"
                                        + (unstable
                                                ? ", " + grounds.unsettled().unstable()
                                                : unsettled > 0
                                                        ? ", less " + upTo(unsettled, 2) + " % that is unsettled"
                                                        : "")
                                        + " → " + verdict.label())
                                .from(source)),
                response,
                sensor.readsDisplayed() && next > 0 ? OptionalDouble.of(next) : OptionalDouble.empty());
    }

    /**
     * {@return the low end of a sensor with two points: it is set when the reading lies within the range of adjustment; its
     * response is graded at the high end}
     *
     * @param sensor the sensor
     * @param applied concentration at the sensor, in its unit
     * @param reading reading, in the unit of the sensor
     * @param unsettled how far the reading was from settled
     * @param tolerance in the unit of the sensor
     * @param source where the rule comes from
     */
    public static Judgement lowPoint(
            SensorSpec sensor, double applied, double reading, Unsettled unsettled, double tolerance, String source) {
        double share = 100 * reading / applied;
        double moving = 100 * unsettled.amount() / applied;
        boolean within = LEAST_ADJUSTABLE.isReachedBy(share - moving)
                && MOST_ADJUSTABLE.allows(share + moving)
                && !unsettled.isUnstable(tolerance);
        var verdict = within ? Verdict.PASS : Verdict.FAIL;
        var unit = " " + sensor.unit().symbol();
        return new Judgement(
                verdict,
                unsettled
                        .onto(Derivation.of("Low point", "25 % ≤ 100 · reading ÷ applied ≤ 200 %"), sensor)
                        .with("reading", upTo(reading, 3) + unit)
                        .with("applied", upTo(applied, 3) + unit)
                        .with("adjustment", adjustment(reading, applied, unit))
                        .gives(upTo(share, 1) + " %" + unsettled.remark(sensor) + " → " + verdict.label())
                        .from(source));
    }

    private static String adjustment(double reading, double applied, String unit) {
        double by = applied - reading;
        return (by < 0 ? "" : "+") + upTo(by, 3) + unit + " (" + (by < 0 ? "" : "+") + upTo(100 * by / applied, 1)
                + " %)";
    }
}
