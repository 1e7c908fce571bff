package onward.sentry.core.trace;

/**
 * How much readings scatter around a straight line through them.
 *
 * <p>Source: the residual standard deviation of a least-squares line.
 */
public final class Scatter {

    private Scatter() {}

    /**
     * {@return standard deviation around the line through the last readings that are no outliers, in the sensor's unit; 0 of
     * fewer than three} Readings 1, 2, 3, 4 a second apart return 0; 1, 3, 1, 3 return 1.0328.
     *
     * @param trace readings of one sensor
     * @param back how far back from the last reading, ms
     * @param step of the display, by which outliers are told
     */
    public static double of(Trace trace, long back, double step) {
        double n = 0;
        double t = 0;
        double v = 0;
        double tt = 0;
        double tv = 0;
        double vv = 0;
        long start = trace.isEmpty() ? 0 : trace.lastTime() - back;
        for (int i = trace.indexFrom(start); i < trace.size(); i++) {
            if (!trace.isMarked(i, step)) {
                double at = (trace.timeAt(i) - start) / 1000.0;
                n++;
                t += at;
                v += trace.valueAt(i);
                tt += at * at;
                tv += at * trace.valueAt(i);
                vv += trace.valueAt(i) * trace.valueAt(i);
            }
        }
        if (n < 3) {
            return 0;
        }
        double timeSquares = tt - t * t / n;
        double slope = timeSquares == 0 ? 0 : (tv - t * v / n) / timeSquares;
        double squares = vv - v * v / n - slope * slope * timeSquares;
        return Math.sqrt(Math.max(0, squares) / (n - 1));
    }
}
