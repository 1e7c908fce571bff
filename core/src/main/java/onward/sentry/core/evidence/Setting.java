package onward.sentry.core.evidence;

import java.util.List;
import java.util.Map;
import java.util.Set;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Rig;

/**
 * What is known beside the readings.
 *
 * @param sensors of the detector that met gas or air
 * @param cylinders whose gas was opened, by their tags
 * @param gauge least pressure before the run, as a share of the full one
 * @param shelfLifeLeft least of the cylinders', as a fraction; below 0 when one had expired
 * @param charcoal the card has a charcoal filter put on before
 * @param lastGood share of the label that a slot reached in its last good span, where known
 * @param stands something has failed, and stands
 */
public record Setting(
        List<SensorSpec> sensors,
        Set<String> cylinders,
        double gauge,
        double shelfLifeLeft,
        Rig rig,
        Intake intake,
        boolean charcoal,
        Map<Integer, Double> lastGood,
        CrossSensitivity cross,
        boolean stands) {}
