package onward.sentry.standins.sim;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.core.gas.CleanAir;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Unit;
import onward.sentry.standins.sim.SimSensor.Element;

/** What a detector breathes: ppm of every gas that is there. */
public record Atmosphere(Map<String, Double> ppm) {

    /** A certified component as the label gives it. */
    public record Part(String gas, double value, Unit unit) {}

    public Atmosphere {
        ppm = Map.copyOf(ppm);
    }

    public static Atmosphere cleanAir() {
        return new Atmosphere(Map.of("oxygen", CleanAir.OXYGEN_VOL_PERCENT * 10_000, "carbon-dioxide", 400.0));
    }

    /** The contents of a cylinder; with air as balance the oxygen of the air is in it. */
    public static Atmosphere ofCylinder(List<Part> parts, String balance) {
        var ppm = new HashMap<String, Double>();
        if (balance.equals("air")) {
            ppm.put("oxygen", CleanAir.OXYGEN_VOL_PERCENT * 10_000);
        }
        for (var part : parts) {
            var gas = GasLibrary.shipped().gas(part.gas());
            ppm.put(
                    part.gas(),
                    Conversion.of(gas, LelBasis.HANDBOOK)
                            .convert(Concentration.of(part.value(), part.unit()), Unit.PPM)
                            .value());
        }
        return new Atmosphere(ppm);
    }

    /** What an ideal sensor of this kind would show here, in its own unit. */
    double shownTo(Element element, LelBasis basis) {
        if (element.unit() == Unit.PPM) {
            return CrossSensitivity.shipped().displayedPpm(element.gas(), gas -> ppm.getOrDefault(gas, 0.0));
        }
        var gas = GasLibrary.shipped().gas(element.gas());
        return Conversion.of(gas, basis)
                .convert(Concentration.of(ppm.getOrDefault(element.gas(), 0.0), Unit.PPM), element.unit())
                .value();
    }
}
