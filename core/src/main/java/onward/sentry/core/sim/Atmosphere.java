package onward.sentry.core.sim;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CatalyticResponse;
import onward.sentry.core.gas.CleanAir;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;

/** What a detector breathes: ppm of every gas that is there. */
public record Atmosphere(Map<String, Double> ppm) {

    private static final double LAMP_EV = 10.6;
    private static final double OXYGEN_TO_BURN = 10;

    /** A certified component as the label gives it. */
    public record GasShare(String gas, double value, Unit unit) {}

    /**
     * Copies what it is given.
     *
     * @param ppm parts by volume of each gas, ppm
     */
    public Atmosphere {
        ppm = Map.copyOf(ppm);
    }

    /** {@return clean air with 20.9 vol% oxygen} */
    public static Atmosphere cleanAir() {
        return new Atmosphere(Map.of("oxygen", CleanAir.OXYGEN_VOL_PERCENT * 10_000, "carbon-dioxide", 400.0));
    }

    /**
     * {@return the atmosphere of a gas mix}
     *
     * @param mixture what the cylinder holds
     */
    public static Atmosphere of(Mixture mixture) {
        return ofCylinder(
                mixture.components().stream()
                        .map(c -> new GasShare(
                                c.gasId(), c.certified().value(), c.certified().unit()))
                        .toList(),
                mixture.balanceGasId());
    }

    /**
     * {@return the contents of a cylinder; with air as balance the oxygen of the air is in it}
     *
     * @param parts what it is made of
     * @param balance {@code air} or {@code nitrogen}
     */
    public static Atmosphere ofCylinder(List<GasShare> parts, String balance) {
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
    double shownTo(SensorSpec sensor, LelBasis basis) {
        return switch (sensor.technology()) {
            case ELECTROCHEMICAL, BIASED_ELECTROCHEMICAL ->
                CrossSensitivity.shipped().displayedPpm(sensor.gasId(), this::ppmOf);
            case PHOTO_IONISATION -> lit() * sensor.gas().photoFactor().orElse(1);
            case CATALYTIC_BEAD -> burnt(sensor, basis);
            default -> own(sensor, basis);
        };
    }

    private double ppmOf(String gas) {
        return ppm.getOrDefault(gas, 0.0);
    }

    private double own(SensorSpec sensor, LelBasis basis) {
        return Conversion.of(sensor.gas(), basis)
                .convert(Concentration.of(ppmOf(sensor.gasId()), Unit.PPM), sensor.unit())
                .value();
    }

    /** Everything that a 10.6 eV lamp ionises, as isobutylene. */
    private double lit() {
        double sum = 0;
        for (var part : ppm.entrySet()) {
            var gas = GasLibrary.shipped().gas(part.getKey());
            if (gas.ionisationEv() <= LAMP_EV && gas.photoFactor().isPresent()) {
                sum += part.getValue() / gas.photoFactor().getAsDouble();
            }
        }
        return sum;
    }

    /** A bead burns the gas with the oxygen that is there. */
    private double burnt(SensorSpec sensor, LelBasis basis) {
        double oxygen = ppmOf("oxygen") / 10_000;
        double factor = sensor.simulantFor()
                .map(vapour ->
                        new CatalyticResponse(basis).factor(GasLibrary.shipped().gas(vapour)))
                .orElse(1.0);
        return own(sensor, basis) * factor * Math.min(1, oxygen / OXYGEN_TO_BURN);
    }
}
