package onward.sentry.core.cylinder;

import static onward.sentry.core.working.Figures.upTo;

import java.util.Optional;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CatalyticResponse;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.GasFigure;
import onward.sentry.core.gas.Pressure;
import onward.sentry.core.gas.ReferenceValue;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * What a sensor should read on a certified component: the label in its unit, taken at the side of the certificate that
 * the site has decided on, corrected for pressure, or turned into the vapour that methane stands for.
 *
 * <p>A label of 0.100 mg/L at 95.461 kPa returns 0.0942 for a sensor that feels partial pressure. Methane at 28.4 %LEL
 * returns 51.6 for a bead set to read as n-butane on the IEC basis.
 *
 * @param value in the sensor's unit
 * @param label the certificate's figure in the sensor's unit, and what it comes to where that differs
 * @param correction how it follows from the label; empty where it is the label itself
 */
record ExpectedReading(double value, String label, Optional<Derivation> correction) {

    static ExpectedReading of(SensorSpec sensor, Component component, Conditions conditions) {
        double label = Conversion.of(conditions.gases().gas(sensor.gasId()), conditions.basis())
                .convert(component.certified(), sensor.unit())
                .value();
        double value = conditions.reference().of(sensor.gas(), label, component.relativeUncertainty());
        var unit = " " + sensor.unit().symbol();
        var working = Derivation.of("Expected reading", "").with("label", upTo(label, 4) + unit);
        if (conditions.reference() == ReferenceValue.CAUTIOUS) {
            working = working.with(
                    "cautious bound, ±" + upTo(100 * component.relativeUncertainty(), 1) + " %", upTo(value, 4) + unit);
        }
        if (sensor.simulantFor().isPresent()) {
            var vapour = conditions.gases().gas(sensor.simulantFor().get());
            var response = new CatalyticResponse(conditions.basis(), conditions.gases());
            value = response.simulantSetPoint(value, vapour);
            working = working.with(
                    "F(" + vapour.nameInSentence() + "), methane as simulant",
                    upTo(response.factor(vapour), 4)
                            + conditions.gases().siteSource(vapour.id(), GasFigure.CATALYTIC_FACTOR));
        }
        if (sensor.partialPressure()) {
            value = Pressure.expected(value, conditions.kilopascals());
            working = working.with("P ÷ 101.325 kPa", upTo(conditions.kilopascals(), 3) + " kPa ÷ 101.325 kPa");
        }
        boolean corrected = working.inputs().size() > 1;
        return new ExpectedReading(
                value,
                simulant(sensor, component, conditions, value)
                        .orElse(upTo(label, 3) + (corrected ? " → " + upTo(value, 3) : "") + unit),
                corrected ? Optional.of(working.gives(upTo(value, 4) + unit)) : Optional.empty());
    }

    /** A label of methane on a bead that reads as pentane: "methane 1.45 vol%, read as pentane 58 %LEL, factor 2.00". */
    private static Optional<String> simulant(
            SensorSpec sensor, Component component, Conditions conditions, double value) {
        return sensor.simulantFor().map(id -> {
            var vapour = conditions.gases().gas(id);
            var factor = new CatalyticResponse(conditions.basis(), conditions.gases()).factor(vapour);
            return sensor.gas().nameInSentence() + " " + component.certified() + ", read as "
                    + vapour.nameInSentence() + " " + upTo(value, 1) + " "
                    + sensor.unit().symbol() + ", factor "
                    + Figures.at(factor, 0.01);
        });
    }
}
