package onward.sentry.core.trace;

import java.util.Optional;

/**
 * The mean of the last readings, and how much they scatter.
 *
 * @param mean in the unit of the readings
 * @param deviation standard deviation of the readings (n − 1), 0 for a single one
 * @param readings how many, at least 1
 */
public record Plateau(double mean, double deviation, int readings) {

    /**
     * {@return readings of {@code trace} with {@code from ≤ time ≤ to}; empty when there are none}
     *
     * @param trace readings of one sensor
     * @param from run time, ms, included
     * @param to run time, ms, not included
     */
    public static Optional<Plateau> of(Trace trace, long from, long to) {
        return of(trace, from, to, Double.POSITIVE_INFINITY);
    }

    /**
     * {@return the last three readings, where they are typed one by one; fewer where there are fewer}
     *
     * @param trace readings of one sensor
     */
    public static Optional<Plateau> ofTyped(Trace trace) {
        return trace.isEmpty()
                ? Optional.empty()
                : of(trace, trace.timeAt(Math.max(0, trace.size() - 3)), trace.lastTime());
    }

    /**
     * {@return the same without outliers}
     *
     * @param trace readings of one sensor
     * @param from run time, ms, included
     * @param to run time, ms, not included
     * @param step of the display, by which {@link Trace#isMarked} tells them
     */
    public static Optional<Plateau> of(Trace trace, long from, long to, double step) {
        int start = trace.indexFrom(from);
        int end = start;
        int n = 0;
        double sum = 0;
        for (; end < trace.size() && trace.timeAt(end) <= to; end++) {
            if (!trace.isMarked(end, step)) {
                sum += trace.valueAt(end);
                n++;
            }
        }
        if (n == 0) {
            return Optional.empty();
        }
        double mean = sum / n;
        double squares = 0;
        for (int i = start; i < end; i++) {
            if (!trace.isMarked(i, step)) {
                squares += (trace.valueAt(i) - mean) * (trace.valueAt(i) - mean);
            }
        }
        return Optional.of(new Plateau(mean, n > 1 ? Math.sqrt(squares / (n - 1)) : 0, n));
    }
}
