package onward.sentry.core.doubt;

import java.util.Optional;
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

    /** What a sensor may have drifted by itself since it was set, share of its response; site default. */
    private static final double DRIFTS = 0.06;
    /** What a raw reading of a sensor may be off 100 % where nothing is known of it; site default. */
    private static final double RAW_UNKNOWN = 0.25;
    /** Oxygen between two points of air: what a sound cell is off its straight line by, vol%; site default. */
    private static final double OXYGEN_BENDS = 0.15;

    /**
     * By what is known of the sensor.
     *
     * @param sensor the sensor
     * @param reading reading, in the unit of the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param standard standard uncertainty, share of the response
     * @param trend its own, where one is known
     * @param setBy the response, in %, that a reading of the label itself stands for; 100 where raw readings are shown
     * @return what was read, with the uncertainty of what was expected
     */
    public static OnGas of(
            SensorSpec sensor,
            double reading,
            double expected,
            double standard,
            Optional<OwnTrend> trend,
            double setBy) {
        double usual = trend.map(own -> own.percent() / setBy).orElse(1.0);
        double unknown = sensor.readsDisplayed() ? DRIFTS : RAW_UNKNOWN;
        double usualStandard = sensor.isOxygen()
                ? OXYGEN_BENDS / Math.abs(expected - sensor.cleanAirReading())
                : trend.map(own -> own.standard() / setBy).orElse(unknown);
        return new OnGas(sensor, reading, expected, standard, usual, usualStandard);
    }

    private double fullResponse() {
        return expected - sensor.cleanAirReading();
    }

    /** {@return the uncertainty of the reading as % of response: 1.6 of the way to 80 ppm returns 2} */
    public double responseStandard() {
        return 100 * standard / Math.abs(fullResponse());
    }

    /** The share of room air that its reading alone stands for: 18.3 vol% oxygen where 16 was due returns 0.47. */
    double air() {
        return 1 - (reading - sensor.cleanAirReading()) / fullResponse() / usual;
    }

    /** How well that is known: the reading, and what the sensor may have changed by itself. */
    double airStandard() {
        double read = standard / Math.abs(fullResponse());
        return Math.sqrt(read * read + usualStandard * usualStandard) / usual;
    }
}
