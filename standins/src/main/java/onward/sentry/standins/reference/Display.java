package onward.sentry.standins.reference;

import java.util.TreeMap;
import tools.jackson.databind.JsonNode;

/**
 * What an instrument shows on a bench with one valve: each sensor goes towards the gas at its inlet, nine tenths of the way in
 * 20 s. Whoever works the bench opens and closes the valve when the run asks for it.
 */
final class Display {

    private static final double TAU_SECONDS = 20 / 2.303;
    private static final double OXYGEN_OF_AIR = 20.9;
    private static final double PERCENT = 10_000;

    /** How much more a bead that is scaled for n-butane shows of methane. */
    private static final double METHANE_ON_BUTANE_SCALE = 2.27;

    private record Shown(String gas, String unit, double resolution, double scale, double level) {}

    private final TreeMap<Integer, Shown> sensors = new TreeMap<>();
    private final double methaneLel;
    private boolean open;

    /** @param detector as {@code GET /detectors} gives it */
    Display(JsonNode detector) {
        methaneLel = detector.path("lelBasis").asString().equals("IEC") ? 4.4 : 5.0;
        for (var sensor : detector.path("sensors")) {
            var spec = sensor.path("spec");
            var gas = spec.path("gasId").asString();
            sensors.put(
                    spec.path("slot").asInt(),
                    new Shown(
                            gas,
                            spec.path("unit").asString(),
                            spec.path("resolution").asDouble(),
                            spec.path("simulantFor").asString("").equals("n-butane") ? METHANE_ON_BUTANE_SCALE : 1,
                            inAir(gas)));
        }
    }

    /** The hands at the valve do what the run asks for. */
    void work(String asksFor) {
        if (asksFor.equals("OPEN_GAS")) {
            open = true;
        } else if (asksFor.equals("CLOSE_GAS") || asksFor.equals("WAIT_CLEAR")) {
            open = false;
        }
    }

    /** Time goes by, with this gas on the valve. @param gas as the run names it; null before a cylinder was chosen */
    void pass(double seconds, JsonNode gas) {
        double left = Math.exp(-seconds / TAU_SECONDS);
        sensors.replaceAll((slot, shown) -> {
            double towards = open && !gas.isNull() ? atInlet(shown, gas) : inAir(shown.gas());
            double level = towards + (shown.level() - towards) * left;
            return new Shown(shown.gas(), shown.unit(), shown.resolution(), shown.scale(), level);
        });
    }

    /** The display per slot, to its resolution. */
    TreeMap<Integer, Double> values() {
        var values = new TreeMap<Integer, Double>();
        sensors.forEach(
                (slot, shown) -> values.put(slot, Math.round(shown.level() / shown.resolution()) * shown.resolution()));
        return values;
    }

    private static double inAir(String gas) {
        return gas.equals("oxygen") ? OXYGEN_OF_AIR : 0;
    }

    private double atInlet(Shown shown, JsonNode gas) {
        for (var part : gas.path("components")) {
            if (part.path("gas").asString().equals(shown.gas())) {
                return inUnitOf(
                        shown, part.path("value").asDouble(), part.path("unit").asString());
            }
        }
        return shown.gas().equals("oxygen") && gas.path("balance").asString().equals("air") ? OXYGEN_OF_AIR : 0;
    }

    private double inUnitOf(Shown shown, double value, String unit) {
        double percent = unit.equals("PPM") ? value / PERCENT : value;
        return switch (shown.unit()) {
            case "PPM" -> percent * PERCENT;
            case "PERCENT_LEL" -> 100 * percent / methaneLel * shown.scale();
            default -> percent;
        };
    }
}
