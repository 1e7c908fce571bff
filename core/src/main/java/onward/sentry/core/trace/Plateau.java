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

    /** Readings of {@code trace} with {@code from ≤ time ≤ to}; empty when there are none. */
    public static Optional<Plateau> of(Trace trace, long from, long to) {
        int start = trace.indexFrom(from);
        int n = 0;
        double sum = 0;
        for (int i = start; i < trace.size() && trace.timeAt(i) <= to; i++, n++) {
            sum += trace.valueAt(i);
        }
        if (n == 0) {
            return Optional.empty();
        }
        double mean = sum / n;
        double squares = 0;
        for (int i = start; i < start + n; i++) {
            squares += (trace.valueAt(i) - mean) * (trace.valueAt(i) - mean);
        }
        return Optional.of(new Plateau(mean, n > 1 ? Math.sqrt(squares / (n - 1)) : 0, n));
    }
}
