package onward.sentry.core.shelf;

import static onward.sentry.core.working.Figures.upTo;

import java.util.List;
import java.util.function.ToDoubleFunction;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.CatalyticResponse;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.SiteFigures;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.working.Derivation;

/**
 * What a sensor will show on a mix before gas is turned on: its own gas, and what the other components add or take away.
 * Electrochemical cells add {@code Σ c_j · X_ij ÷ 100}, photo-ionisation sensors {@code Σ c_j ÷ RF_j} of what their lamp
 * ionises. Handbook figures of other makers' sensors: a prediction, no measure.
 *
 * @param own what its own gas makes it show, in its unit
 * @param fromOthers what the others add, in its unit; may be below zero
 */
public record PredictedDisplay(SensorSpec sensor, double own, double fromOthers, Derivation working) {

    private static final double LAMP_EV = 10.6;

    /** {@return what the display shows, in the unit of the sensor} */
    public double shown() {
        return own + fromOthers;
    }

    /** {@return whether the others move the display by at least one step of it} */
    public boolean isMoved() {
        return Math.abs(fromOthers) >= sensor.resolution();
    }

    /**
     * {@return every sensor of a model on a mix}
     *
     * <p>A carbon monoxide cell on 80 ppm carbon monoxide with 15 ppm hydrogen sulfide returns 80.45 ppm, of which 0.45 come
     * from the sulfide.
     *
     * @param card the procedure card of the model
     * @param mixture what the cylinder holds
     * @param figures gases and figures that the site added or changed
     */
    public static List<PredictedDisplay> of(ProcedureCard card, Mixture mixture, SiteFigures figures) {
        var site = new Site(GasLibrary.with(figures), CrossSensitivity.with(figures), card.lelBasis());
        return card.sensors().stream().map(sensor -> of(sensor, site, mixture)).toList();
    }

    /** What a prediction stands on. */
    private record Site(GasLibrary gases, CrossSensitivity cross, LelBasis basis) {}

    private static PredictedDisplay of(SensorSpec sensor, Site site, Mixture mixture) {
        ToDoubleFunction<String> ppm = gas -> ppm(mixture, gas, site);
        double own = sensor.isOxygen()
                ? mixture.oxygenVolPercent()
                : simulantFactor(sensor, site) * inItsUnit(sensor, site, ppm.applyAsDouble(sensor.gasId()));
        double others = inItsUnit(sensor, site, othersPpm(sensor, site, mixture, ppm));
        var unit = " " + sensor.unit().symbol();
        var working = Derivation.of("Display on this mix", formula(sensor));
        if (sensor.simulantFor().isPresent()) {
            working = working.with(
                    "read as " + site.gases().gas(sensor.simulantFor().get()).nameInSentence() + ", factor",
                    upTo(simulantFactor(sensor, site), 4));
        }
        return new PredictedDisplay(
                sensor,
                own,
                others,
                working.with("own gas", upTo(own, 3) + unit)
                        .with("other gases", upTo(others, 3) + unit)
                        .gives(sensor.shown(own + others)));
    }

    /** What a bead that is set to read as another vapour multiplies methane by; 1 for every other sensor. */
    private static double simulantFactor(SensorSpec sensor, Site site) {
        return sensor.simulantFor()
                .map(vapour -> new CatalyticResponse(site.basis(), site.gases())
                        .factor(site.gases().gas(vapour)))
                .orElse(1.0);
    }

    private static String formula(SensorSpec sensor) {
        if (sensor.simulantFor().isPresent()) {
            return "displayed = c · F(vapour)";
        }
        return switch (sensor.technology()) {
            case ELECTROCHEMICAL, BIASED_ELECTROCHEMICAL -> "displayed = c + Σ c_j · X_j ÷ 100";
            case PHOTO_IONISATION -> "displayed = c + Σ c_j ÷ RF_j";
            default -> "displayed = c";
        };
    }

    private static double othersPpm(SensorSpec sensor, Site site, Mixture mixture, ToDoubleFunction<String> ppm) {
        boolean cell = sensor.technology() == Technology.ELECTROCHEMICAL
                || sensor.technology() == Technology.BIASED_ELECTROCHEMICAL;
        if (cell) {
            return site.cross().displayedPpm(sensor.gasId(), ppm) - ppm.applyAsDouble(sensor.gasId());
        }
        if (sensor.technology() == Technology.PHOTO_IONISATION) {
            return mixture.components().stream()
                    .map(part -> site.gases().gas(part.gasId()))
                    .filter(gas -> !gas.id().equals(sensor.gasId()))
                    .filter(PredictedDisplay::isIonised)
                    .mapToDouble(gas ->
                            ppm.applyAsDouble(gas.id()) / gas.photoFactor().getAsDouble())
                    .sum();
        }
        return 0;
    }

    private static boolean isIonised(Gas gas) {
        return gas.photoFactor().isPresent() && gas.ionisationEv() < LAMP_EV;
    }

    private static double ppm(Mixture mixture, String gas, Site site) {
        return mixture.component(gas)
                .map(part -> Conversion.of(site.gases().gas(gas), site.basis())
                        .convert(part.certified(), Unit.PPM)
                        .value())
                .orElse(0.0);
    }

    private static double inItsUnit(SensorSpec sensor, Site site, double ppm) {
        double size = Conversion.of(site.gases().gas(sensor.gasId()), site.basis())
                .convert(Concentration.of(Math.abs(ppm), Unit.PPM), sensor.unit())
                .value();
        return Math.copySign(size, ppm);
    }
}
