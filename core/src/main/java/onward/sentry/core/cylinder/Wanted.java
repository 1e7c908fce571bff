package onward.sentry.core.cylinder;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CatalyticResponse;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.Unit;

/**
 * A sensor that an application of gas is for.
 *
 * @param setPoint the concentration that it expects, in its unit
 * @param sets the instrument sets itself on it, so that its set point must stand for the gas
 */
public record Wanted(SensorSpec sensor, double setPoint, boolean sets) {

    /**
     * {@return what a cylinder made for it holds of the sensor's gas: in vol% where the sensor shows %LEL, else in its unit}
     * 25 %LEL of methane on the handbook basis returns 1.25 vol%; for a bead that shall read 64 %LEL as n-butane, on the IEC
     * basis, 1.24 vol% of methane.
     *
     * @param conditions temperature and pressure at the bench
     */
    public Concentration toApply(Conditions conditions) {
        double amount = sensor.simulantFor()
                .map(vapour -> setPoint
                        / new CatalyticResponse(conditions.basis(), conditions.gases())
                                .factor(conditions.gases().gas(vapour)))
                .orElse(setPoint);
        var applied = Concentration.of(amount, sensor.unit());
        return sensor.unit() == Unit.PERCENT_LEL
                ? Conversion.of(conditions.gases().gas(sensor.gasId()), conditions.basis())
                        .convert(applied, Unit.VOL_PERCENT)
                : applied;
    }
}
