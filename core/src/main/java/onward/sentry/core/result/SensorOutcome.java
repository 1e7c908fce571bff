package onward.sentry.core.result;

import java.util.OptionalDouble;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.Verdict;

/**
 * What one sensor came out as in one stage.
 *
 * @param reading the mean that was judged, in the sensor's unit; empty when there was none
 * @param expected what it was held against, in the sensor's unit
 * @param responsePercent span response, or share of the way at a bump; empty for other stages
 * @param t90Seconds time to 90 %; empty where gas was not applied or it never got there
 * @param how {@code settled}, {@code declared}, {@code deadline}, {@code countdown}, {@code responded}, {@code not settled},
 *     {@code no response}, {@code zero failed}, {@code past range}, {@code gas ended}, {@code too short}, {@code not held},
 *     {@code no reading}, {@code too few readings} or {@code in doubt}
 * @param sensitivity what is left of the sensor's first sensitivity after a span; empty where raw readings are shown
 */
public record SensorOutcome(
        int slot,
        Stage stage,
        Judgement judgement,
        OptionalDouble reading,
        double expected,
        OptionalDouble responsePercent,
        OptionalDouble t90Seconds,
        String how,
        OptionalDouble sensitivity) {

    /**
     * Fills in what older records leave out.
     *
     * @param slot slot of the sensor, from 1
     * @param stage in which part of the run
     * @param judgement verdict and its derivation
     * @param reading the mean that was judged, in the sensor's unit; empty when there was none
     * @param expected what it was held against, in the sensor's unit
     * @param responsePercent span response, or share of the way at a bump; empty for other stages
     * @param t90Seconds time to 90 %; empty where gas was not applied or it never got there
     * @param how {@code settled}, {@code declared}, {@code deadline}, {@code countdown}, {@code responded}, {@code not
     *     settled}, {@code no response}, {@code zero failed}, {@code past range}, {@code gas ended}, {@code too short}, {@code
     *     not held}, {@code no reading}, {@code too few readings} or {@code in doubt}
     * @param sensitivity what is left of the sensor's first sensitivity after a span; empty where raw readings are shown
     */
    public SensorOutcome {
        sensitivity = sensitivity == null ? OptionalDouble.empty() : sensitivity;
    }

    /**
     * An outcome without settling figures.
     *
     * @param slot slot of the sensor, from 1
     * @param stage in which part of the run
     * @param judgement verdict and its derivation
     * @param reading in the unit of the sensor; empty: none
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param responsePercent % of the expected reading; empty: none
     * @param t90Seconds time to 90 % of a step, s
     * @param how in which way the reading was taken
     */
    public SensorOutcome(
            int slot,
            Stage stage,
            Judgement judgement,
            OptionalDouble reading,
            double expected,
            OptionalDouble responsePercent,
            OptionalDouble t90Seconds,
            String how) {
        this(slot, stage, judgement, reading, expected, responsePercent, t90Seconds, how, OptionalDouble.empty());
    }

    /** {@return whether its verdict is a fail} */
    public boolean failed() {
        return judgement.verdict() == Verdict.FAIL;
    }
}
