package onward.sentry.core.sim;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.trace.Reading;

/** Everything that goes wrong at one bench at once; none: a healthy detector on good gas. */
public record Troubles(List<Trouble> all) {

    public static final Troubles NONE = new Troubles(List.of());

    public Troubles {
        all = List.copyOf(all);
    }

    /** What comes out of the cylinder where the sensors are. */
    public Atmosphere gas(Atmosphere plain) {
        var gas = plain;
        for (var trouble : all) {
            gas = trouble.gas(gas);
        }
        return gas;
    }

    /** The air of the room: whatever any of them brings into it, and the least oxygen. */
    public Atmosphere air(Atmosphere gas, boolean zeroing, boolean afterGas) {
        var ppm = new HashMap<>(Atmosphere.cleanAir().ppm());
        for (var trouble : all) {
            trouble.air(gas, zeroing, afterGas)
                    .ppm()
                    .forEach((what, value) -> ppm.merge(what, value, what.equals("oxygen") ? Math::min : Math::max));
        }
        return new Atmosphere(ppm);
    }

    public Map<Integer, Health> health(Map<Integer, Health> plain, Iterable<SensorSpec> sensors) {
        var health = new HashMap<>(plain);
        for (var trouble : all) {
            health.computeIfPresent(trouble.slot(sensors), (slot, before) -> trouble.health(before));
        }
        return health;
    }

    /** What the display makes of it. */
    public Reading shown(Reading plain, Iterable<SensorSpec> sensors, Random random) {
        var reading = plain;
        for (var trouble : all) {
            reading = trouble.shown(reading, sensors, random);
        }
        return reading;
    }
}
