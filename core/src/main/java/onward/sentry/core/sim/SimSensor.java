package onward.sentry.core.sim;

import java.util.ArrayDeque;
import java.util.Random;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CleanAir;

/**
 * One sensing element with its electronics: dead time, two layers that gas passes one after the other, a small part of the
 * response that comes late, noise, drift, a reading that is far off now and then, a gain and a zero that the instrument
 * sets, and a display with steps.
 */
final class SimSensor {

    private static final double DEAD_TIME_SECONDS = 1.5;
    private static final double MOST_OF_RANGE = 1.3;
    private static final double LEAST_OF_SET_POINT = 0.25;
    private static final double NOISE_STEPS = 0.25;
    /** Flow is never quite even: noise as a share of what is shown. */
    private static final double FLUTTER = 0.002;
    /** The second layer is so many times faster than the first. */
    private static final double LAYERS = 3;
    /** With those layers 90 % is reached after so many time constants of the first. */
    private static final double T90_IN_FIRST = 2.85;
    /** At most this share of the response comes late, with this time constant. */
    private static final double MOST_LATE = 0.03;

    private static final double LATE_SECONDS = 75;
    /** Drift is the sum of walks that forget after so many seconds, each of this size in display steps. */
    private static final double[] WALK_SECONDS = {6, 50, 400};

    private static final double WALK_STEPS = 0.12;
    /** One reading in so many is far off: by so many steps and this share of the set point. */
    private static final int ONE_IS_FAR_OFF_IN = 700;

    private static final double FAR_OFF_STEPS = 8;
    private static final double FAR_OFF_SHARE = 0.15;
    private static final double MOST_ZERO_STEPS = 6;

    private record Met(double atSeconds, double concentration) {}

    private final SensorSpec spec;
    private final Health health;
    private final Random random;
    private final ArrayDeque<Met> onTheWay = new ArrayDeque<>();
    private final double lateShare;
    private final double[] walks = new double[WALK_SECONDS.length];
    private double meets;
    private double firstLayer;
    private double secondLayer;
    private double late;
    private double signal;
    private double zero;
    private double gain;
    private boolean showsRaw;
    /** It has met the gas that it is set on since calibration mode began. */
    private boolean metSetPoint;

    SimSensor(SensorSpec spec, Health health, long seed) {
        this.spec = spec;
        this.health = health;
        this.random = new Random(seed * 31 + spec.slot());
        this.lateShare = MOST_LATE * random.nextDouble();
        this.meets = spec.cleanAirReading();
        this.firstLayer = meets;
        this.secondLayer = meets;
        this.late = meets;
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
        double tau = spec.t90Seconds() * health.slowness() / T90_IN_FIRST;
        firstLayer += (meets - firstLayer) * after(dtSeconds, tau);
        secondLayer += (firstLayer - secondLayer) * after(dtSeconds, tau / LAYERS);
        late += (firstLayer - late) * after(dtSeconds, LATE_SECONDS);
        signal = health.response() * ((1 - lateShare) * secondLayer + lateShare * late);
        double shown = isOxygen() ? signal * gain : (signal + offset() - zero) * (showsRaw ? 1 : gain);
        double noisy = shown + drift(dtSeconds) + noise(shown);
        return Math.round(noisy / spec.resolution()) * spec.resolution();
    }

    /** How much of a step a first-order lag has gone after some time. */
    private static double after(double seconds, double tau) {
        return 1 - Math.exp(-seconds / tau);
    }

    private double drift(double dtSeconds) {
        double sum = 0;
        for (int i = 0; i < walks.length; i++) {
            double kept = Math.exp(-dtSeconds / WALK_SECONDS[i]);
            walks[i] = kept * walks[i]
                    + WALK_STEPS * spec.resolution() * Math.sqrt(1 - kept * kept) * random.nextGaussian();
            sum += walks[i];
        }
        return sum;
    }

    private double noise(double shown) {
        double noise =
                NOISE_STEPS * spec.resolution() * random.nextGaussian() + FLUTTER * shown * random.nextGaussian();
        if (random.nextInt(ONE_IS_FAR_OFF_IN) > 0) {
            return noise;
        }
        double off = FAR_OFF_STEPS * spec.resolution() + FAR_OFF_SHARE * spec.spanSetPoint();
        return noise + (random.nextBoolean() ? off : -off);
    }

    private double offset() {
        return health.offset() * spec.resolution();
    }

    private boolean isOxygen() {
        return spec.isOxygen();
    }
}
