package onward.sentry.core.measure;

import java.util.OptionalDouble;
import java.util.function.BooleanSupplier;
import onward.sentry.core.card.BumpLevel;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.Limit;
import onward.sentry.core.trace.LinkSilence;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.Trace;

/**
 * What one sensor read while gas was at it, and just before.
 *
 * @param trace all readings of the sensor in this run
 * @param gasOn run time at which gas came on, ms
 * @param since run time at which it reached the sensor through the tubing, ms
 * @param straightOn gas was at it before already, so that it need not move
 * @param typed readings are typed in one by one
 * @param gasHolds whether another sensor at the same gas has moved and stands where it was: gas is on. Asked for only when a
 *     reading is taken
 */
public record Exposure(
        Trace trace, long gasOn, long since, boolean straightOn, boolean typed, BooleanSupplier gasHolds) {

    private static final long BASELINE_MILLIS = 5_000;
    private static final int SMOOTHED = 5;
    /** Gas has ended where the response falls by more than this share of its peak … */
    private static final double FALL_SHARE = 0.10;
    /** … and by more than so many steps of the display. */
    private static final int FALL_STEPS = 3;

    private static final double HALF_WAY = 0.5;
    /** One or two readings that came over a link measure nothing. */
    static final int LEAST_READINGS = 3;
    /** A reading may be typed this long before the moment that it counts for. */
    private static final long TYPED_EARLY_MILLIS = 10_000;
    /** A bump is seen in so many readings in a row. */
    private static final int LEAST_BUMP_READINGS = 3;

    /**
     * {@return the step of the display by which outliers are told; by the first rules, and among readings that somebody
     * types, none is one}
     *
     * @param sensor the sensor
     * @param rules by which version the run is judged
     * @param typed whether a person types the readings
     */
    public static double step(SensorSpec sensor, JudgingRules rules, boolean typed) {
        return rules == JudgingRules.FIRST || typed ? Double.POSITIVE_INFINITY : sensor.resolution();
    }

    /** What it read just before gas, in its unit; clean air where nothing was read, or gas was at it before. */
    double baseline(SensorSpec sensor, double step) {
        return straightOn
                ? sensor.cleanAirReading()
                : Plateau.of(trace, gasOn - BASELINE_MILLIS, gasOn, step)
                        .map(Plateau::mean)
                        .orElse(sensor.cleanAirReading());
    }

    /**
     * {@return whether the last reading tells what a sensor read so many seconds after {@code since}} One that was typed
     * long before does not, nor one from a link that was silent by then; by the first three rules a gateway's last reading
     * always did.
     *
     * @param trace readings of one sensor
     * @param since run time from which the sensor is exposed, ms
     * @param seconds how long, s
     * @param typed whether a person types the readings
     * @param rules by which version the run is judged
     */
    public static boolean isReadAt(Trace trace, long since, double seconds, boolean typed, JudgingRules rules) {
        if (trace.isEmpty() || trace.lastTime() < since) {
            return false;
        }
        if (!typed && rules.compareTo(JudgingRules.FOURTH) < 0) {
            return true;
        }
        long early = typed ? TYPED_EARLY_MILLIS : LinkSilence.silentAfter(trace.usualInterval());
        return trace.lastTime() >= since + Math.round(seconds * 1000) - early;
    }

    /** Index of the first reading with gas at the sensor. */
    int first() {
        return trace.indexFrom(since);
    }

    /**
     * {@return whether gas ended before the reading was taken: the response stands more than a tenth of its peak, and more
     * than three steps of the display, below that peak; for oxygen, which gas pushes down, it returns} The peak is a median
     * of five readings, what it has fallen to one of three. A reading that has fallen so before and has come back is
     * restless by itself, and tells nothing of the gas.
     *
     * <p>0 … 50 50 50 50 50 41 38 36 34 33 of 50 ppm returns true; 12 24 12 24 12 24 12 24 false.
     *
     * @param sensor the sensor
     * @param expected on the gas
     */
    public boolean hasEnded(SensorSpec sensor, double expected) {
        return fallenFrom(sensor, expected) > 0;
    }

    /** The peak that the response has fallen from since gas ended, as a share of the way; 0 while gas has not ended. */
    double fallenFrom(SensorSpec sensor, double expected) {
        double air = sensor.cleanAirReading();
        double way = Math.abs(expected - air);
        if (typed || way == 0) {
            return 0;
        }
        double sign = Math.signum(expected - air);
        double peak = 0;
        double lowest = Double.MAX_VALUE;
        boolean fallen = false;
        for (int i = first() + SMOOTHED - 1; i < trace.size(); i++) {
            double response = sign * (trace.middleOfFive(i) - air);
            double limit = Math.max(FALL_SHARE * peak, FALL_STEPS * sensor.resolution());
            if (fallen && response > peak - limit / 2 || fallen && response > lowest + limit) {
                return 0;
            }
            fallen |= peak > 0 && new Limit(limit).isExceededBy(peak - response);
            lowest = fallen ? Math.min(lowest, response) : Double.MAX_VALUE;
            peak = fallen ? peak : Math.max(peak, response);
        }
        fallen |= hasJustFallen(sensor, sign, peak);
        return fallen && !gasHolds.getAsBoolean() ? peak / way : 0;
    }

    /** The last three readings show it before five do. */
    private boolean hasJustFallen(SensorSpec sensor, double sign, double peak) {
        int last = trace.size() - 1;
        double limit = Math.max(FALL_SHARE * peak, FALL_STEPS * sensor.resolution());
        return last > first() + SMOOTHED
                && new Limit(limit).isExceededBy(peak - sign * (trace.middleOfThree(last) - sensor.cleanAirReading()));
    }

    /**
     * It has covered at least half of the way and stands there: gas is on.
     *
     * @param sensor the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @return whether that is so
     */
    public boolean holdsGas(SensorSpec sensor, double expected) {
        double air = sensor.cleanAirReading();
        int last = trace.size() - 1;
        return last - first() >= SMOOTHED
                && (trace.middleOfFive(last) - air) / (expected - air) >= HALF_WAY
                && !hasEnded(sensor, expected);
    }

    /** How much of the way from clean air to what is expected its latest readings have moved from what it read before. */
    double moved(SensorSpec sensor, double expected, double step) {
        double last = Plateau.of(trace, trace.timeAt(Math.max(first(), trace.size() - 3)), trace.lastTime(), step)
                .map(Plateau::mean)
                .orElse(trace.last());
        return (last - baseline(sensor, step)) / (expected - sensor.cleanAirReading());
    }

    /** The latest three readings in a row are no outliers and all reach this. */
    boolean holds(SensorSpec sensor, double step, double least, double sign) {
        int from = trace.size() - LEAST_BUMP_READINGS;
        if (from < first()) {
            return false;
        }
        for (int i = from; i < trace.size(); i++) {
            if (trace.isMarked(i, step) || !new Limit(sign * least).isReachedBy(sign * trace.valueAt(i))) {
                return false;
            }
        }
        return true;
    }

    /**
     * The furthest towards what is expected that three readings in a row, none of them an outlier, have held; clean air
     * where they stand less than three steps of the display above what the sensor read before gas.
     *
     * <p>0 0 41 0 0 on 80 ppm returns 0; 0 20 38 41 40 returns 38.
     *
     * @param sensor the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @return empty before the third reading
     */
    public OptionalDouble held(SensorSpec sensor, double expected) {
        double sign = Math.signum(expected - sensor.cleanAirReading());
        double step = step(sensor, JudgingRules.NEWEST, typed);
        double held = Double.NEGATIVE_INFINITY;
        for (int i = first() + LEAST_BUMP_READINGS - 1; i < trace.size(); i++) {
            double least = Double.POSITIVE_INFINITY;
            for (int j = i - LEAST_BUMP_READINGS + 1; j <= i; j++) {
                least = Math.min(least, trace.isMarked(j, step) ? Double.NEGATIVE_INFINITY : sign * trace.valueAt(j));
            }
            held = Math.max(held, least);
        }
        if (trace.size() - first() < LEAST_BUMP_READINGS) {
            return OptionalDouble.empty();
        }
        boolean above = new Limit(BumpLevel.LEAST_STEPS * sensor.resolution())
                .isReachedBy(held - sign * baseline(sensor, step));
        return OptionalDouble.of(above ? sign * held : sensor.cleanAirReading());
    }

    /** A reading of this window that counts stands within one step of the end of the range, or past it. */
    boolean isPastRange(SensorSpec sensor, long from, double step) {
        for (int i = trace.indexFrom(from); i < trace.size(); i++) {
            if (!trace.isMarked(i, step)
                    && new Limit(sensor.rangeMax() - sensor.resolution()).isReachedBy(trace.valueAt(i))) {
                return true;
            }
        }
        return false;
    }
}
