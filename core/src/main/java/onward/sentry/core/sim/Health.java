package onward.sentry.core.sim;

import java.util.Random;

/**
 * How well a sensing element still works.
 *
 * @param response raw response as a fraction of what is applied; 1 is nominal
 * @param slowness how many times its nominal time constant it takes
 * @param offset what it shows in clean air before it is zeroed, in steps of its display
 * @param setAt the response that it had when the instrument was last set, on which its gain still stands
 */
public record Health(double response, double slowness, double offset, double setAt) {

    private static final double DAYS_PER_MONTH = 30.44;

    /**
     * Set just now: it displays what is there.
     *
     * @param response share of the response of a new sensor, 1 is as new
     * @param slowness how many times slower than new, 1 is as new
     * @param offset drift of its zero, in steps of the display
     */
    public Health(double response, double slowness, double offset) {
        this(response, slowness, offset, response);
    }

    /**
     * {@return an element of that serial number at an age: each starts a little differently and fades at its own pace}
     *
     * @param sensorSerial serial of the sensor
     * @param ageDays days since the sensor was fitted, 0 or more
     */
    public static Health of(String sensorSerial, long ageDays) {
        var random = new Random(sensorSerial.hashCode() * 7919L);
        double fresh = 0.96 + 0.16 * random.nextDouble();
        double lossPerMonth = 0.003 + 0.008 * random.nextDouble();
        double slowness = 1 + 0.003 * ageDays / DAYS_PER_MONTH;
        double response = Math.max(0.05, fresh - lossPerMonth * ageDays / DAYS_PER_MONTH);
        double aMonthAgo = Math.max(0.05, fresh - lossPerMonth * Math.max(0, ageDays / DAYS_PER_MONTH - 1));
        return new Health(response, slowness, 0.4 * (random.nextInt(3) - 1), aMonthAgo);
    }

    /**
     * {@return the fault is put on top of what age has done}
     *
     * @param fault what is wrong with the sensor
     */
    public Health with(Fault fault) {
        return switch (fault.kind()) {
            case WEAK -> new Health(fault.strength() / 100, slowness, offset, setAt);
            case DEAD -> new Health(0, slowness, offset, setAt);
            case SLOW -> new Health(response, slowness * fault.strength(), offset, setAt);
            case WANDERING -> new Health(response, slowness, offset + fault.strength(), setAt);
        };
    }
}
