package onward.sentry.standins.sim;

import java.util.ArrayDeque;
import java.util.Random;
import onward.sentry.core.gas.CleanAir;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.Unit;

/**
 * One sensing element with its electronics: dead time, first-order response, noise, slow drift, a gain and a zero that
 * the instrument sets, and a display with steps.
 */
final class SimSensor {

    private static final double DEAD_TIME_SECONDS = 1.5;
    private static final double NOISE_STEPS = 0.25;
    private static final double MOST_ZERO_STEPS = 6;

    /** What kind of element it is. */
    record Element(int slot, String gas, Unit unit, double resolution, double t90Seconds) {
        Gas asGas() {
            return GasLibrary.shipped().gas(gas);
        }
    }

    private record Met(double atSeconds, double concentration) {}

    private final Element element;
    private final Health health;
    private final Random random;
    private final ArrayDeque<Met> onTheWay = new ArrayDeque<>();
    private double meets;
    private double signal;
    private double drift;
    private double zero;
    private double gain;
    private boolean showsRaw;

    SimSensor(Element element, Health health, long seed) {
        this.element = element;
        this.health = health;
        this.random = new Random(seed * 31 + element.slot());
        this.meets = CleanAir.readingOf(element.asGas());
        this.signal = meets * health.response();
        this.gain = health.setAt() > 0 ? 1 / health.setAt() : 1;
    }

    Element element() {
        return element;
    }

    void meets(double concentration, double nowSeconds) {
        onTheWay.add(new Met(nowSeconds + DEAD_TIME_SECONDS, concentration));
    }

    void showRaw(boolean raw) {
        showsRaw = raw;
    }

    /** The instrument sets its zero, as far as its range of adjustment goes; oxygen sets its gain to 20.9. */
    void zeroInAir() {
        if (isOxygen()) {
            gain = signal > 0 ? CleanAir.OXYGEN_VOL_PERCENT / signal : gain;
        } else {
            double most = MOST_ZERO_STEPS * element.resolution();
            zero = Math.max(-most, Math.min(most, signal + offset()));
        }
    }

    /** The instrument keeps the gain with which it reads the applied gas rightly. */
    void keepSpan() {
        if (!isOxygen() && health.response() > 0.25) {
            gain = 1 / health.response();
        }
        showsRaw = false;
    }

    double step(double nowSeconds, double dtSeconds) {
        while (!onTheWay.isEmpty() && onTheWay.peek().atSeconds() <= nowSeconds) {
            meets = onTheWay.poll().concentration();
        }
        double tau = element.t90Seconds() * health.slowness() / Math.log(10);
        signal += (meets * health.response() - signal) * (1 - Math.exp(-dtSeconds / tau));
        drift = 0.999 * drift + 0.004 * element.resolution() * random.nextGaussian();
        double shown = isOxygen() ? signal * gain : (signal + offset() - zero) * (showsRaw ? 1 : gain);
        double noisy = shown + drift + NOISE_STEPS * element.resolution() * random.nextGaussian();
        return Math.round(noisy / element.resolution()) * element.resolution();
    }

    private double offset() {
        return health.offset() * element.resolution();
    }

    private boolean isOxygen() {
        return element.asGas().isOxygen();
    }
}
