package onward.sentry.core.cylinder;

import java.util.Optional;
import onward.sentry.core.working.Derivation;

/**
 * One line of the comparison between a cylinder's label and the detector's set points.
 *
 * @param setPoint what the sensor expects, with its unit
 * @param label what the certificate says, in the sensor's unit; "not in this mix" when the component is missing
 * @param expected the reading that is expected on this cylinder, in the sensor's unit; 0 when the component is missing
 * @param agrees the label stands for the same reading as the set point, within half a step of the display
 * @param sets the instrument sets itself on it
 * @param relativeUncertainty of the certificate, as a fraction
 * @param statesTwo the certificate states k = 2
 * @param correction how the expected reading follows from the label, where it is not the label itself
 */
public record LabelLine(
        int slot,
        String gasId,
        String setPoint,
        String label,
        double expected,
        boolean agrees,
        boolean sets,
        double relativeUncertainty,
        boolean statesTwo,
        Optional<Derivation> correction) {

    /**
     * Fills in what older records leave out.
     *
     * @param slot slot of the sensor, from 1
     * @param gasId id of a gas of the library
     * @param setPoint what the sensor expects, with its unit
     * @param label what the certificate says, in the sensor's unit; "not in this mix" when the component is missing
     * @param expected the reading that is expected on this cylinder, in the sensor's unit; 0 when the component is missing
     * @param agrees the label stands for the same reading as the set point, within half a step of the display
     * @param sets the instrument sets itself on it
     * @param relativeUncertainty of the certificate, as a fraction
     * @param statesTwo the certificate states k = 2
     * @param correction how the expected reading follows from the label, where it is not the label itself
     */
    public LabelLine {
        correction = correction == null ? Optional.empty() : correction;
    }
}
