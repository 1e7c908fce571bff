package onward.sentry.core.shelf;

import static onward.sentry.core.working.Figures.upTo;

import java.util.List;
import java.util.function.ToDoubleFunction;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.working.Working;

/**
 * What a sensor will show on a mix before gas is turned on: its own gas, and what the other components add or take away.
 * Electrochemical cells add {@code Σ c_j · X_ij ÷ 100}, photo-ionisation sensors {@code Σ c_j ÷ RF_j} of what their lamp
 * ionises. Handbook figures of other makers' sensors: a prediction, no measure.
 *
 * @param own what its own gas makes it show, in its unit
 * @param fromOthers what the others add, in its unit; may be below zero
 */
public record PredictedDisplay(SensorSpec sensor, double own, double fromOthers, Working working) {

    private static final double LAMP_EV = 10.6;

    public double shown() {
        return own + fromOthers;
    }

    /** Whether the others move the display by at least one step of it. */
    public boolean isMoved() {
        return Math.abs(fromOthers) >= sensor.resolution();
    }

    /**
     * Every sensor of a model on a mix.
     *
     * <p>A carbon monoxide cell on 80 ppm carbon monoxide with 15 ppm hydrogen sulfide returns 80.45 ppm, of which 0.45 come
     * from the sulfide.
     */
    public static List<PredictedDisplay> of(ProcedureCard card, Mixture mixture) {
        return card.sensors().stream()
                .map(sensor -> of(sensor, card.lelBasis(), mixture))
                .toList();
    }

    private static PredictedDisplay of(SensorSpec sensor, LelBasis basis, Mixture mixture) {
        ToDoubleFunction<String> ppm = gas -> ppm(mixture, gas, basis);
        double own = sensor.isOxygen()
                ? mixture.oxygenVolPercent()
                : inItsUnit(sensor, basis, ppm.applyAsDouble(sensor.gasId()));
        double others = inItsUnit(sensor, basis, othersPpm(sensor, mixture, ppm));
        var unit = " " + sensor.unit().symbol();
        return new PredictedDisplay(
                sensor,
                own,
                others,
                Working.of("Display on this mix", formula(sensor))
                        .with("own gas", upTo(own, 3) + unit)
                        .with("other gases", upTo(others, 3) + unit)
                        .gives(sensor.shown(own + others)));
    }

    private static String formula(SensorSpec sensor) {
        return switch (sensor.technology()) {
            case ELECTROCHEMICAL, BIASED_ELECTROCHEMICAL -> "displayed = c + Σ c_j · X_j ÷ 100";
            case PHOTO_IONISATION -> "displayed = c + Σ c_j ÷ RF_j";
            default -> "displayed = c";
        };
    }

    private static double othersPpm(SensorSpec sensor, Mixture mixture, ToDoubleFunction<String> ppm) {
        boolean cell = sensor.technology() == Technology.ELECTROCHEMICAL
                || sensor.technology() == Technology.BIASED_ELECTROCHEMICAL;
        if (cell) {
            return CrossSensitivity.shipped().displayedPpm(sensor.gasId(), ppm) - ppm.applyAsDouble(sensor.gasId());
        }
        if (sensor.technology() == Technology.PHOTO_IONISATION) {
            return mixture.components().stream()
                    .map(part -> GasLibrary.shipped().gas(part.gasId()))
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

    private static double ppm(Mixture mixture, String gas, LelBasis basis) {
        return mixture.component(gas)
                .map(part -> Conversion.of(GasLibrary.shipped().gas(gas), basis)
                        .convert(part.certified(), Unit.PPM)
                        .value())
                .orElse(0.0);
    }

    private static double inItsUnit(SensorSpec sensor, LelBasis basis, double ppm) {
        double size = Conversion.of(sensor.gas(), basis)
                .convert(Concentration.of(Math.abs(ppm), Unit.PPM), sensor.unit())
                .value();
        return Math.copySign(size, ppm);
    }
}
