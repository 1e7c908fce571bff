package onward.sentry.core.judge;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Working;

/**
 * Grades the span response {@code R = 100 · full-span ÷ applied} in three: pass R &gt; 70, marginal 50 ≤ R ≤ 70 (works,
 * order its replacement), fail R &lt; 50 (replace before use). A raw reading well above 100 % is normal for a young
 * cell; outside the range of adjustment the sensor fails.
 */
public final class SpanJudge {

    /** A response above this, in %, passes. */
    public static final Limit PASS_ABOVE = new Limit(70);

    private static final Limit MARGINAL_FROM = new Limit(50);
    private static final Limit MOST_ADJUSTABLE = new Limit(200);

    private SpanJudge() {}

    /**
     * The raw reading as % of what was applied: 36.8 of 80 ppm returns 46.0.
     *
     * @param applied above zero
     */
    public static double response(double fullSpan, double applied) {
        return 100 * fullSpan / applied;
    }

    /** The grade of a response in %: above 70 passes, 50 to 70 is marginal, below 50 or above 200 fails. */
    public static Verdict grade(double response) {
        if (MOST_ADJUSTABLE.isExceededBy(response)) {
            return Verdict.FAIL;
        }
        if (PASS_ABOVE.isExceededBy(response)) {
            return Verdict.PASS;
        }
        return MARGINAL_FROM.isReachedBy(response) ? Verdict.MARGINAL : Verdict.FAIL;
    }

    /** 56.0 of 80 ppm is exactly 70 % and so marginal; 56.1 passes; 7.4 of 15 ppm fails. */
    public static Judgement judge(SensorSpec sensor, double applied, double fullSpan, String source) {
        double response = response(fullSpan, applied);
        var verdict = grade(response);
        return new Judgement(
                verdict,
                Working.of("Span, three grades", "R = 100 · full-span ÷ applied")
                        .with(
                                "full-span",
                                upTo(fullSpan, 3) + " " + sensor.unit().symbol())
                        .with("applied", upTo(applied, 3) + " " + sensor.unit().symbol())
                        .with(
                                "grades",
                                "pass above 70 %, marginal from 50 %, fail below; over 200 % cannot be adjusted")
                        .gives("R = " + upTo(response, 2) + " % → " + verdict.label())
                        .from(source));
    }
}
