package onward.sentry.core.measure;

import onward.sentry.core.judge.Unsettled;
import onward.sentry.core.trace.Plateau;

/**
 * A reading on gas as it goes into the judgement.
 *
 * @param plateau what was read
 * @param unsettled how still it was
 * @param zero what the sensor read in clean air just before, in its unit
 * @param barometer station pressure was read, so that partial pressure is known
 */
public record Measured(Plateau plateau, Unsettled unsettled, double zero, boolean barometer) {

    /**
     * {@return a single figure that is taken as it stands: from paper, from a certificate, or declared settled}
     *
     * @param reading reading, in the unit of the sensor
     * @param cleanAir reading in clean air, in the unit of the sensor
     */
    public static Measured alone(double reading, double cleanAir) {
        return new Measured(new Plateau(reading, 0, 1), Unsettled.NONE, cleanAir, false);
    }
}
