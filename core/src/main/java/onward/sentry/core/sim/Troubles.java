package onward.sentry.core.sim;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.trace.Reading;

/** Everything that goes wrong at one bench at once; none: a healthy detector on good gas. */
public record Troubles(List<Trouble> all) {

    /** Nothing is wrong. */
    public static final Troubles NONE = new Troubles(List.of());

    /**
     * Copies what it is given.
     *
     * @param all each trouble once
     */
    public Troubles {
        all = List.copyOf(all);
    }

    /**
     * {@return what comes out of the cylinder where the sensors are}
     *
     * @param plain without the trouble
     */
    public Atmosphere gas(Atmosphere plain) {
        var gas = plain;
        for (var trouble : all) {
            gas = trouble.gas(gas);
        }
        return gas;
    }

    /**
     * {@return the air of the room: whatever any of them brings into it, and the least oxygen}
     *
     * @param gas what the cylinder gives
     * @param zeroing whether the detector takes its zero
     * @param afterGas whether gas was applied before in this run
     */
    public Atmosphere air(Atmosphere gas, boolean zeroing, boolean afterGas) {
        var ppm = new HashMap<>(Atmosphere.cleanAir().ppm());
        for (var trouble : all) {
            trouble.air(gas, zeroing, afterGas)
                    .ppm()
                    .forEach((what, value) -> ppm.merge(what, value, what.equals("oxygen") ? Math::min : Math::max));
        }
        return new Atmosphere(ppm);
    }

    /**
     * {@return the condition of each sensor with these troubles}
     *
     * @param plain without the trouble
     * @param sensors the sensors of the detector
     */
    public Map<Integer, Health> health(Map<Integer, Health> plain, Iterable<SensorSpec> sensors) {
        var health = new HashMap<>(plain);
        for (var trouble : all) {
            health.computeIfPresent(trouble.slot(sensors), (slot, before) -> trouble.health(before));
        }
        return health;
    }

    /**
     * {@return what the display makes of it}
     *
     * @param plain without the trouble
     * @param sensors the sensors of the detector
     * @param random source of chance
     */
    public Reading shown(Reading plain, Iterable<SensorSpec> sensors, Random random) {
        var reading = plain;
        for (var trouble : all) {
            reading = trouble.shown(reading, sensors, random);
        }
        return reading;
    }
}
