package onward.sentry.core.suspect;

import java.util.List;
import java.util.OptionalDouble;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Figures;

/**
 * How one sensor took the gas.
 *
 * @param failed whether it is one that could not be accepted
 * @param before mean reading in the air before the gas, in the sensor's unit
 * @param expected what it should read on this gas, in the sensor's unit
 * @param reading where it stood last, in the sensor's unit
 * @param t90Seconds to 90 % of where it stood last; empty where it never moved
 * @param rise share of the way that the last quarter of the exposure still added; near 0 when it has come to rest
 * @param jitter standard deviation around its own trend at the end, in display steps
 * @param lastGood share of the expected reading that it reached in its last good run; empty when unknown
 * @param others shares that other detectors reached on the same cylinder lately
 */
public record SensorEvidence(
        SensorSpec sensor,
        boolean failed,
        double before,
        double expected,
        double reading,
        OptionalDouble t90Seconds,
        double rise,
        double jitter,
        OptionalDouble lastGood,
        List<Double> others) {

    public SensorEvidence {
        others = List.copyOf(others);
    }

    /** Share of the way from clean air to the expected reading; 1 is there, and oxygen falls to get there. */
    public double share() {
        double air = sensor.cleanAirReading();
        return (reading - air) / (expected - air);
    }

    /** The share beside what this very sensor reached last: ageing is in both and drops out. */
    public double against() {
        return share() / lastGood.orElse(1.0);
    }

    String gas() {
        return sensor.gas().formula();
    }

    /** {@code "CO 40 of 80 ppm"}. */
    String told() {
        return gas() + " " + Figures.at(reading, sensor.resolution()) + " of " + sensor.shown(expected);
    }
}
