package onward.sentry.core.cylinder;

import java.time.LocalDate;
import java.util.List;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.LelBasis;

/**
 * What an application of gas asks of a cylinder.
 *
 * @param sensors the sensors that meet the gas
 * @param setPoints the concentration each sensor is set to expect, in the order of {@code sensors}, in its unit
 * @param litres gas that the application will use, purge included
 * @param reserve fraction of the full volume that is never used
 * @param on the day of use
 * @param warnBeforeExpiryDays how early an expiry is warned about
 */
public record GasDemand(
        List<SensorSpec> sensors,
        List<Double> setPoints,
        LelBasis basis,
        double litres,
        double reserve,
        LocalDate on,
        int warnBeforeExpiryDays) {

    public GasDemand {
        sensors = List.copyOf(sensors);
        setPoints = List.copyOf(setPoints);
        if (sensors.size() != setPoints.size()) {
            throw new IllegalArgumentException("one set point per sensor");
        }
    }
}
