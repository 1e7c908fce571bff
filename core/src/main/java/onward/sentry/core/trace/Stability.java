package onward.sentry.core.trace;

/**
 * Whether the readings have settled, with the numbers behind it.
 *
 * @param settled all limits hold
 * @param spread largest minus smallest reading in the window
 * @param slopePerSecond least-squares slope over the window
 * @param readings how many readings the window holds that count
 * @param marked how many more it holds that are outliers
 */
public record Stability(boolean settled, double spread, double slopePerSecond, int readings, int marked) {

    /** With more than a fifth of its readings marked a window tells nothing. */
    private static final double MOST_MARKED = 0.2;

    private static final int LEAST_READINGS = 5;
    private static final long TYPED_APART_MILLIS = 5_000;
    private static final int TYPED_READINGS = 3;
    private static final Stability TOO_FEW = new Stability(false, Double.NaN, Double.NaN, 0, 0);

    /**
     * Looks at the window of {@code limits.windowSeconds} that ends with the last reading. The window must lie inside the
     * exposure, hold at least 5 readings, spread no more than the band, and neither drift through half the band nor creep.
     * Cost depends on the window, not on the length of the trace.
     *
     * @param trace readings of one sensor
     * @param exposedSince start of the exposure, ms of run time
     * @param limits what counts as settled
     * @return the slope and spread of the window, and whether it has settled
     */
    public static Stability sampled(Trace trace, long exposedSince, StabilityLimits limits) {
        return sampled(trace, exposedSince, limits, Double.POSITIVE_INFINITY);
    }

    /**
     * The same without outliers.
     *
     * @param trace readings of one sensor
     * @param exposedSince run time from which the sensor is exposed, ms
     * @param limits what counts as settled
     * @param step of the display, by which {@link Trace#isMarked} tells them
     * @return the slope and spread of the window, and whether it has settled
     */
    public static Stability sampled(Trace trace, long exposedSince, StabilityLimits limits, double step) {
        if (trace.isEmpty() || trace.lastTime() - windowMillis(limits) < exposedSince) {
            return TOO_FEW;
        }
        boolean smoothed = limits.forLong() && Double.isFinite(step);
        return fit(trace, trace.lastTime() - windowMillis(limits), step, smoothed)
                .against(limits, LEAST_READINGS);
    }

    /**
     * How the last window moves, whether it lies inside the exposure or only as much of it as there is: what an unsettled
     * reading is held against. Of readings that are typed one by one it looks back twice as far, to have enough of them.
     *
     * @param trace readings of one sensor
     * @param exposedSince run time from which the sensor is exposed, ms
     * @param limits what counts as settled
     * @param step least difference between two values, in the unit of the sensor
     * @param typed whether a person types the readings
     * @return the same figures, never as settled
     */
    public static Stability unsettled(
            Trace trace, long exposedSince, StabilityLimits limits, double step, boolean typed) {
        if (trace.isEmpty()) {
            return TOO_FEW;
        }
        long back = (typed ? 2 : 1) * windowMillis(limits);
        return fit(trace, Math.max(exposedSince, trace.lastTime() - back), step, false)
                .against(limits, 1);
    }

    private static long windowMillis(StabilityLimits limits) {
        return Math.round(limits.windowSeconds() * 1000);
    }

    private static Fit fit(Trace trace, long windowStart, double step, boolean smoothed) {
        var fit = new Fit();
        for (int i = trace.size() - 1; i >= 0 && trace.timeAt(i) >= windowStart; i--) {
            if (trace.isMarked(i, step)) {
                fit.marked++;
            } else {
                fit.add((trace.timeAt(i) - windowStart) / 1000.0, smoothed ? trace.middleOfFive(i) : trace.valueAt(i));
            }
        }
        return fit;
    }

    /**
     * {@return whether a window tells anything: 12 readings that count beside 3 outliers do, 11 beside 3 do not}
     *
     * @param counted readings of it that count
     * @param marked readings of it that are outliers
     */
    public static boolean isUsable(int counted, int marked) {
        return marked <= MOST_MARKED * (counted + marked);
    }

    /**
     * The same limits for readings that a person types: the last three entries that are at least 5 s apart, and so at least
     * 10 s in all.
     *
     * @param trace readings of one sensor
     * @param exposedSince run time from which the sensor is exposed, ms
     * @param limits what counts as settled
     * @return the spread of the typed values, and whether they have settled
     */
    public static Stability typed(Trace trace, long exposedSince, StabilityLimits limits) {
        var fit = new Fit();
        long earliest = Long.MAX_VALUE;
        for (int i = trace.size() - 1; i >= 0 && trace.timeAt(i) >= exposedSince; i--) {
            if (earliest == Long.MAX_VALUE || earliest - trace.timeAt(i) >= TYPED_APART_MILLIS) {
                earliest = trace.timeAt(i);
                fit.add(earliest / 1000.0, trace.valueAt(i));
            }
            if (fit.n == TYPED_READINGS) {
                return fit.against(limits, TYPED_READINGS);
            }
        }
        return TOO_FEW;
    }

    /** Least squares through the readings of a window. */
    private static final class Fit {
        private int n;
        private int marked;
        private double originTime;
        private double originValue;
        private double sumT;
        private double sumV;
        private double sumTT;
        private double sumTV;
        private double max = Double.NEGATIVE_INFINITY;
        private double min = Double.POSITIVE_INFINITY;

        void add(double seconds, double value) {
            if (n == 0) {
                originTime = seconds;
                originValue = value;
            }
            double t = seconds - originTime;
            double v = value - originValue;
            n++;
            sumT += t;
            sumV += v;
            sumTT += t * t;
            sumTV += t * v;
            max = Math.max(max, value);
            min = Math.min(min, value);
        }

        Stability against(StabilityLimits limits, int leastReadings) {
            if (n < leastReadings) {
                return TOO_FEW;
            }
            double spreadT = n * sumTT - sumT * sumT;
            double slope = spreadT == 0 ? 0 : (n * sumTV - sumT * sumV) / spreadT;
            double slack = 1 + 1e-9;
            boolean settled = isUsable(n, marked)
                    && max - min <= limits.band() * slack
                    && Math.abs(slope) * limits.windowSeconds() <= limits.band() / 2 * slack
                    && Math.abs(slope) * limits.tauSeconds() <= limits.creep() * slack;
            return new Stability(settled, max - min, slope, n, marked);
        }
    }
}
