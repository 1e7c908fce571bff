package onward.sentry.core.trace;

import java.util.OptionalDouble;

/**
 * Time to 90 % of the way from the reading before gas to the plateau.
 *
 * <p>Source: the definition of t90 (IEC 60079-29-1).
 */
public final class ResponseTime {

    private ResponseTime() {}

    /**
     * Seconds from gas-on to the first time the reading has covered 90 % of {@code start → plateau}, linear between
     * readings; for oxygen the way leads down.
     *
     * <p>Readings 0, 50, 100 at 0, 10, 20 s with plateau 100 return 18 s.
     *
     * @param trace readings of one sensor
     * @param gasOn run time at which gas was opened, ms
     * @param start the value at its beginning, in the unit of the sensor
     * @param plateau the value at the end, in the unit of the sensor
     * @return empty when it never got there, or when start and plateau are the same
     */
    public static OptionalDouble t90(Trace trace, long gasOn, double start, double plateau) {
        double way = plateau - start;
        if (way == 0) {
            return OptionalDouble.empty();
        }
        for (int i = trace.indexFrom(gasOn); i < trace.size(); i++) {
            double covered = (trace.valueAt(i) - start) / way;
            if (covered < 0.9) {
                continue;
            }
            if (i == 0 || trace.timeAt(i) <= gasOn) {
                return OptionalDouble.of(0);
            }
            double before = (trace.valueAt(i - 1) - start) / way;
            double share = before >= 0.9 ? 0 : (0.9 - before) / (covered - before);
            double at = trace.timeAt(i - 1) + share * (trace.timeAt(i) - trace.timeAt(i - 1));
            return OptionalDouble.of(Math.max(0, at - gasOn) / 1000);
        }
        return OptionalDouble.empty();
    }
}
