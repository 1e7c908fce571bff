package onward.sentry.core.doubt;

import onward.sentry.core.detector.SensorSpec;

/**
 * What one sensor made of a gas, in its unit.
 *
 * @param reading that was taken, the sensor's zero taken off
 * @param expected by the label
 * @param standard uncertainty of the reading against the label: gas, display, scatter, what is unsettled
 * @param usual share of the label that it would come to on sound gas, above 0: 1 where it was set to gas before
 * @param usualStandard how well that is known
 */
public record OnGas(
        SensorSpec sensor, double reading, double expected, double standard, double usual, double usualStandard) {

    private double way() {
        return expected - sensor.cleanAirReading();
    }

    /** The share of room air that its reading alone stands for: 18.3 vol% oxygen where 16 was due returns 0.47. */
    double air() {
        return 1 - (reading - sensor.cleanAirReading()) / way() / usual;
    }

    /** How well that is known: the reading, and what the sensor may have changed by itself. */
    double airStandard() {
        double read = standard / Math.abs(way());
        return Math.sqrt(read * read + usualStandard * usualStandard) / usual;
    }
}
