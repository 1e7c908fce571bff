package onward.sentry.core.sim;

import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.trace.Reading;

/**
 * Something that goes wrong at the bench, with how badly.
 *
 * @param strength of the kind's own measure: the share of gas that is left, of air that leaks in, how many times slower
 */
public record Trouble(Kind kind, double strength) {

    /** What goes wrong. */
    public enum Kind {
        VALVE_SHUT(1),
        EMPTY(1),
        WRONG_MIX(1),
        DECAYED_GAS(0.5),
        UNDER_FED(0.45),
        AIR_LEAK(0.45),
        BLOCKED_INLET(1),
        CHARCOAL_LEFT(1),
        SLOW_CELL(5),
        POISONED_BEAD(0.4),
        WEAK_CELL(0.4),
        DEAD_CELL(0),
        UNSETTLED(6),
        CONTAMINATED_ZERO(5),
        WRONG_BASIS(0.88),
        PRESSURISED(1.3),
        RESIDUAL_GAS(0.2),
        MASKING(1),
        OXYGEN_FREE_MIX(1),
        ROOM_GAS(1.5);

        private final double usual;

        Kind(double usual) {
            this.usual = usual;
        }

        /** A strength at which it shows. */
        public double usual() {
            return usual;
        }
    }

    private static final double AIR_OXYGEN_PPM = 209_000;

    /** What comes out of the cylinder where the sensors are. */
    public Atmosphere gas(Atmosphere plain) {
        return switch (kind) {
            case VALVE_SHUT, EMPTY, BLOCKED_INLET -> Atmosphere.cleanAir();
            case WRONG_MIX ->
                new Atmosphere(
                        plain.ppm().containsKey("methane")
                                ? Map.of("oxygen", AIR_OXYGEN_PPM, "carbon-monoxide", 80.0)
                                : Map.of("oxygen", AIR_OXYGEN_PPM, "ammonia", 25.0));
            case DECAYED_GAS -> scaled(plain, gas -> isReactive(gas) ? strength : 1);
            case UNDER_FED, AIR_LEAK -> mixed(plain, strength);
            case CHARCOAL_LEFT -> scaled(plain, gas -> gas.equals("isobutylene") ? 0 : 1);
            case PRESSURISED -> scaled(plain, gas -> strength);
            case OXYGEN_FREE_MIX -> scaled(plain, gas -> gas.equals("oxygen") ? 0.02 : 1);
            default -> plain;
        };
    }

    private static boolean isReactive(String gas) {
        return GasLibrary.shipped().gas(gas).reactive();
    }

    private static Atmosphere scaled(Atmosphere plain, java.util.function.ToDoubleFunction<String> factor) {
        var ppm = new HashMap<String, Double>();
        plain.ppm().forEach((gas, value) -> ppm.put(gas, value * factor.applyAsDouble(gas)));
        return new Atmosphere(ppm);
    }

    /** Room air makes up a share. */
    private static Atmosphere mixed(Atmosphere plain, double air) {
        var ppm = new HashMap<String, Double>();
        plain.ppm().forEach((gas, value) -> ppm.put(gas, value * (1 - air)));
        ppm.merge("oxygen", AIR_OXYGEN_PPM * air, Double::sum);
        return new Atmosphere(ppm);
    }

    /** The air of the room, before and between gases. @param gas what the last cylinder held */
    public Atmosphere air(Atmosphere gas, boolean zeroing, boolean afterGas) {
        return switch (kind) {
            case ROOM_GAS -> with("hydrogen", 40 * strength);
            case CONTAMINATED_ZERO -> zeroing ? with("carbon-monoxide", strength) : Atmosphere.cleanAir();
            case RESIDUAL_GAS -> afterGas ? mixed(gas, 1 - strength) : Atmosphere.cleanAir();
            default -> Atmosphere.cleanAir();
        };
    }

    private static Atmosphere with(String gas, double amount) {
        var ppm = new HashMap<>(Atmosphere.cleanAir().ppm());
        ppm.put(gas, amount);
        return new Atmosphere(ppm);
    }

    /** Which sensor it hits, of those that a model has; 0 when it hits none of them in particular. */
    public int slot(Iterable<SensorSpec> sensors) {
        for (var sensor : sensors) {
            boolean hit = switch (kind) {
                case POISONED_BEAD, WRONG_BASIS -> sensor.technology() == Technology.CATALYTIC_BEAD;
                case MASKING ->
                    sensor.technology() == Technology.CATALYTIC_BEAD
                            || sensor.technology() == Technology.PHOTO_IONISATION;
                case SLOW_CELL, WEAK_CELL, DEAD_CELL ->
                    (sensor.technology() == Technology.ELECTROCHEMICAL
                                    || sensor.technology() == Technology.BIASED_ELECTROCHEMICAL)
                            && !sensor.gas().reactive();
                default -> false;
            };
            if (hit) {
                return sensor.slot();
            }
        }
        return 0;
    }

    public Health health(Health plain) {
        return switch (kind) {
            case POISONED_BEAD, WEAK_CELL ->
                new Health(plain.response() * strength, plain.slowness(), plain.offset(), plain.setAt());
            case DEAD_CELL -> new Health(0, plain.slowness(), plain.offset(), plain.setAt());
            case SLOW_CELL -> new Health(plain.response(), plain.slowness() * strength, plain.offset(), plain.setAt());
            default -> plain;
        };
    }

    /** What the display makes of it. */
    public Reading shown(Reading plain, Iterable<SensorSpec> sensors, Random random) {
        int hit = slot(sensors);
        var values = new TreeMap<>(plain.values());
        for (var sensor : sensors) {
            var value = values.get(sensor.slot());
            if (value == null) {
                continue;
            }
            if (kind == Kind.UNSETTLED) {
                values.put(sensor.slot(), value + sensor.resolution() * noise(sensor) * random.nextGaussian());
            } else if (sensor.slot() == hit && kind == Kind.WRONG_BASIS) {
                values.put(hit, value * strength);
            } else if (sensor.slot() == hit && kind == Kind.MASKING) {
                values.put(hit, 0.0);
            }
        }
        return new Reading(plain.at(), values);
    }

    private double noise(SensorSpec sensor) {
        return Math.max(strength, 0.05 * strength * sensor.spanSetPoint() / sensor.resolution() / 3);
    }
}
