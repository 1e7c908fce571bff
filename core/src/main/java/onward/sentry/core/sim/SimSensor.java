package onward.sentry.core.sim;

import java.util.ArrayDeque;
import java.util.Random;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CleanAir;

/**
 * One sensing element with its electronics: dead time, first-order response, noise, slow drift, a gain and a zero that
 * the instrument sets, and a display with steps.
 */
final class SimSensor {

    private static final double DEAD_TIME_SECONDS = 1.5;
    private static final double MOST_OF_RANGE = 1.3;
    private static final double LEAST_OF_SET_POINT = 0.25;
    private static final double NOISE_STEPS = 0.25;
    private static final double MOST_ZERO_STEPS = 6;

    private record Met(double atSeconds, double concentration) {}

    private final SensorSpec spec;
    private final Health health;
    private final Random random;
    private final ArrayDeque<Met> onTheWay = new ArrayDeque<>();
    private double meets;
    private double signal;
    private double drift;
    private double zero;
    private double gain;
    private boolean showsRaw;
    /** It has met the gas that it is set on since calibration mode began. */
    private boolean metSetPoint;

    SimSensor(SensorSpec spec, Health health, long seed) {
        this.spec = spec;
        this.health = health;
        this.random = new Random(seed * 31 + spec.slot());
        this.meets = spec.cleanAirReading();
        this.signal = meets * health.response();
        this.gain = health.setAt() > 0 ? 1 / health.setAt() : 1;
    }

    SensorSpec spec() {
        return spec;
    }

    /** @param lagSeconds what the line in front of it holds up */
    void meets(double concentration, double nowSeconds, double lagSeconds) {
        double most = MOST_OF_RANGE * spec.rangeMax();
        onTheWay.add(new Met(nowSeconds + DEAD_TIME_SECONDS + lagSeconds, Math.min(most, concentration)));
    }

    void showRaw(boolean raw) {
        metSetPoint &= !raw;
        showsRaw = raw && !spec.readsDisplayed();
    }

    /** The instrument sets its zero, as far as its range of adjustment goes; oxygen sets its gain to 20.9. */
    void zeroInAir() {
        if (isOxygen()) {
            gain = signal > 0 ? CleanAir.OXYGEN_VOL_PERCENT / signal : gain;
        } else {
            double most = MOST_ZERO_STEPS * spec.resolution();
            zero = Math.max(-most, Math.min(most, signal + offset()));
        }
    }

    /**
     * The instrument keeps the gain with which it read the applied gas rightly, where this sensor has met that gas; the valve
     * may be shut by then.
     */
    void keepSpan() {
        if (metSetPoint && !isOxygen() && health.response() > 0.25) {
            gain = 1 / health.response();
        }
        showsRaw = false;
    }

    double step(double nowSeconds, double dtSeconds) {
        while (!onTheWay.isEmpty() && onTheWay.peek().atSeconds() <= nowSeconds) {
            meets = onTheWay.poll().concentration();
        }
        metSetPoint |= meets >= LEAST_OF_SET_POINT * spec.spanSetPoint();
        double tau = spec.t90Seconds() * health.slowness() / Math.log(10);
        signal += (meets * health.response() - signal) * (1 - Math.exp(-dtSeconds / tau));
        drift = 0.999 * drift + 0.004 * spec.resolution() * random.nextGaussian();
        double shown = isOxygen() ? signal * gain : (signal + offset() - zero) * (showsRaw ? 1 : gain);
        double noisy = shown + drift + NOISE_STEPS * spec.resolution() * random.nextGaussian();
        return Math.round(noisy / spec.resolution()) * spec.resolution();
    }

    private double offset() {
        return health.offset() * spec.resolution();
    }

    private boolean isOxygen() {
        return spec.isOxygen();
    }
}
