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
        /** The valve stays shut. */
        VALVE_SHUT(1),
        /** The cylinder is empty. */
        EMPTY(1),
        /** Another mix is connected. */
        WRONG_MIX(1),
        /** Reactive gas has lost strength; the share that is left. */
        DECAYED_GAS(0.5),
        /** The pump draws room air too; the share of gas. */
        UNDER_FED(0.45),
        /** Room air leaks in; the share of gas. */
        AIR_LEAK(0.45),
        /** The inlet is blocked. */
        BLOCKED_INLET(1),
        /** A charcoal filter is on. */
        CHARCOAL_LEFT(1),
        /** A cell is so many times slower. */
        SLOW_CELL(5),
        /** A bead responds to methane by this share. */
        POISONED_BEAD(0.4),
        /** A cell responds by this share. */
        WEAK_CELL(0.4),
        /** A cell does not respond. */
        DEAD_CELL(0),
        /** A cell swings by so many steps of the display. */
        UNSETTLED(6),
        /** Gas is in the air of the zero, in steps of the display. */
        CONTAMINATED_ZERO(5),
        /** The label counts LEL otherwise; the factor. */
        WRONG_BASIS(0.88),
        /** Too much flow forces the cells; the factor. */
        PRESSURISED(1.3),
        /** Gas is still in the adapter; the share. */
        RESIDUAL_GAS(0.2),
        /** A mode of the detector masks the gas. */
        MASKING(1),
        /** The mix has no oxygen. */
        OXYGEN_FREE_MIX(1),
        /** Gas is in the room, in steps of the display. */
        ROOM_GAS(1.5);

        private final double usual;

        Kind(double usual) {
            this.usual = usual;
        }

        /** {@return a strength at which it shows} */
        public double usual() {
            return usual;
        }
    }

    private static final double AIR_OXYGEN_PPM = 209_000;

    /**
     * {@return what comes out of the cylinder where the sensors are}
     *
     * @param plain without the trouble
     */
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

    /**
     * {@return the air of the room, before and between gases}
     *
     * @param gas what the last cylinder held
     * @param zeroing whether the detector takes its zero
     * @param afterGas whether gas was applied before in this run
     */
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

    /**
     * {@return which sensor it hits, of those that a model has; 0 when it hits none of them in particular}
     *
     * @param sensors the sensors of the detector
     */
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

    /**
     * {@return the condition of a sensor with this trouble}
     *
     * @param plain without the trouble
     */
    public Health health(Health plain) {
        return switch (kind) {
            case POISONED_BEAD, WEAK_CELL ->
                new Health(plain.response() * strength, plain.slowness(), plain.offset(), plain.setAt());
            case DEAD_CELL -> new Health(0, plain.slowness(), plain.offset(), plain.setAt());
            case SLOW_CELL -> new Health(plain.response(), plain.slowness() * strength, plain.offset(), plain.setAt());
            default -> plain;
        };
    }

    /**
     * {@return what the display makes of it}
     *
     * @param plain without the trouble
     * @param sensors the sensors of the detector
     * @param random source of chance
     */
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
