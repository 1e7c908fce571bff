package onward.sentry.core.policy;

import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * How the response at a span becomes a verdict.
 *
 * @param windowLow of an acceptance window: least reading that is taken, % of the target
 * @param windowHigh most reading that is taken, % of the target
 */
public record SpanGrading(School school, double windowLow, double windowHigh) {

    /** Which way of grading. */
    public enum School {
        /** Above 70 % passes, 50 to 70 % is marginal, below fails. */
        THREE_GRADES,
        /** From 50 % passes, below fails. */
        TWO_GRADES,
        /** A reading inside the window is taken and set. */
        WINDOW
    }

    /** Pass, marginal and fail, with the shipped window of 25 to 200 %. */
    public static final SpanGrading THREE_GRADES = new SpanGrading(School.THREE_GRADES, 25, 200);
    /** Pass and fail, with the shipped window of 25 to 200 %. */
    public static final SpanGrading TWO_GRADES = new SpanGrading(School.TWO_GRADES, 25, 200);

    /**
     * Checks the limits.
     *
     * @param school how many grades there are
     * @param windowLow of an acceptance window: least reading that is taken, % of the target
     * @param windowHigh most reading that is taken, % of the target
     * @throws onward.sentry.core.working.Refused with code {@code policy-window}
     */
    public SpanGrading {
        Refusal.unless(
                windowLow >= 10 && windowLow < 100 && windowHigh > 100 && windowHigh <= 300,
                "policy-window",
                "schools.grading",
                "An acceptance window runs from 10–99 % to 101–300 % of the target, not from " + windowLow + " to "
                        + windowHigh + ".",
                "25 to 200 % is usual.");
    }

    /**
     * {@code window(25, 200).words()} returns "taken from 25 to 200 % of the target".
     *
     * @return a phrase for the site rules
     */
    public String words() {
        return switch (school) {
            case THREE_GRADES ->
                "pass above 70 %, marginal from 50 %, fail below; outside 25–200 % it cannot be adjusted";
            case TWO_GRADES -> "pass from 50 %, fail below; outside 25–200 % it cannot be adjusted";
            case WINDOW ->
                "taken from " + Figures.upTo(windowLow, 0) + " to " + Figures.upTo(windowHigh, 0) + " % of the target";
        };
    }

    /**
     * {@return a grading by a window alone}
     *
     * @param low lower limit, % of the expected reading
     * @param high upper limit, % of the expected reading
     */
    public static SpanGrading window(double low, double high) {
        return new SpanGrading(School.WINDOW, low, high);
    }
}
