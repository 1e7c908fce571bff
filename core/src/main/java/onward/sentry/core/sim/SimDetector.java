package onward.sentry.core.sim;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.trace.Reading;

/**
 * A simulated instrument, of which a value is lost now and then. The same seed and the same handling give the same
 * readings.
 */
public final class SimDetector {

    private static final long ZERO_ROUTINE_MILLIS = 6_000;
    /** One value in so many is lost on its way out. */
    private static final int ONE_IS_LOST_IN = 250;

    private final LelBasis basis;
    private final List<SimSensor> sensors;
    private final Random losses;
    private long now;
    private long zeroDoneAt = Long.MAX_VALUE;

    /**
     * @param basis how 100 %LEL is counted
     * @param specs the sensors of the detector
     * @param health per slot
     * @param seed the same seed gives the same result
     * @param startMillis run time at which it is switched on
     */
    public SimDetector(
            LelBasis basis, List<SensorSpec> specs, Map<Integer, Health> health, long seed, long startMillis) {
        this.basis = basis;
        this.now = startMillis;
        this.losses = new Random(seed);
        this.sensors = specs.stream()
                .map(spec -> new SimSensor(spec, health.get(spec.slot()), seed))
                .toList();
    }

    /**
     * Puts the sensors into other air or gas at once.
     *
     * @param atmosphere what the sensors are in
     */
    public void breathe(Atmosphere atmosphere) {
        breathe(atmosphere, 0);
    }

    /**
     * @param atmosphere what the sensors are in
     * @param lagSeconds what the tubing or the sample line holds up
     */
    public void breathe(Atmosphere atmosphere, double lagSeconds) {
        sensors.forEach(sensor -> sensor.meets(atmosphere.shownTo(sensor.spec(), basis), now / 1000.0, lagSeconds));
    }

    /** Sets every zero to what the sensors read now. */
    public void startZero() {
        zeroDoneAt = now + ZERO_ROUTINE_MILLIS;
    }

    /** Into calibration mode: the display shows raw readings. */
    public void startCalibrating() {
        sensors.forEach(sensor -> sensor.showRaw(true));
    }

    /** Out of calibration mode; what was not kept is lost. */
    public void endCalibrating() {
        sensors.forEach(sensor -> sensor.showRaw(false));
    }

    /** Sets every span to the gas that is applied. */
    public void keepSpan() {
        sensors.forEach(SimSensor::keepSpan);
    }

    /** {@return the simulated time, ms} */
    public long now() {
        return now;
    }

    /**
     * {@return time goes on by some milliseconds, and the display is read; a slot may be missing}
     *
     * @param millis how long, ms
     */
    public Reading step(long millis) {
        now += millis;
        if (now >= zeroDoneAt) {
            sensors.forEach(SimSensor::zeroInAir);
            zeroDoneAt = Long.MAX_VALUE;
        }
        var values = new TreeMap<Integer, Double>();
        for (var sensor : sensors) {
            double shown = sensor.step(now / 1000.0, millis / 1000.0);
            if (losses.nextInt(ONE_IS_LOST_IN) > 0) {
                values.put(
                        sensor.spec().slot(),
                        BigDecimal.valueOf(shown)
                                .setScale(4, RoundingMode.HALF_UP)
                                .doubleValue());
            }
        }
        return new Reading(now, values);
    }
}
