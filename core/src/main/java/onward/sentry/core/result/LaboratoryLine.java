package onward.sentry.core.result;

import java.util.OptionalDouble;
import onward.sentry.core.working.Refusal;

/**
 * What a laboratory's certificate says of one sensor as it left the laboratory.
 *
 * @param zero reading in clean air, in the sensor's unit; empty where the certificate has none
 * @param applied what the gas was worth, in the sensor's unit; above nought
 * @param reading on that gas, in the sensor's unit
 */
public record LaboratoryLine(int slot, OptionalDouble zero, double applied, double reading) {

    /**
     * Checks the limits.
     *
     * @param slot slot of the sensor, from 1
     * @param zero reading in clean air, in the sensor's unit; empty where the certificate has none
     * @param applied what the gas was worth, in the sensor's unit; above nought
     * @param reading on that gas, in the sensor's unit
     * @throws onward.sentry.core.working.Refused with one of the codes {@code laboratory-reading}, {@code
     *     laboratory-applied}
     */
    public LaboratoryLine {
        Refusal.unless(
                Double.isFinite(reading) && Double.isFinite(zero.orElse(0)),
                "laboratory-reading",
                "lines",
                "Slot " + slot + ": that is no number.",
                "Type what is on the certificate.");
        Refusal.unless(
                Double.isFinite(applied) && applied > 0,
                "laboratory-applied",
                "lines",
                "Slot " + slot + ": the gas that the laboratory applied is a number above 0.",
                "Type the value beside the reading on the certificate.");
    }
}
