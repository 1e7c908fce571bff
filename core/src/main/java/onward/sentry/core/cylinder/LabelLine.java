package onward.sentry.core.cylinder;

/**
 * One line of the comparison between a cylinder's label and the detector's set points.
 *
 * @param setPoint what the sensor expects, with its unit
 * @param label what the certificate says, in the sensor's unit; "not in this mix" when the component is missing
 * @param expected the reading that is expected on this cylinder, in the sensor's unit; 0 when the component is missing
 * @param agrees the label stands for the same reading as the set point, within half a step of the display
 */
public record LabelLine(int slot, String gasId, String setPoint, String label, double expected, boolean agrees) {}
