package onward.sentry.core.run;

import java.util.OptionalDouble;
import onward.sentry.core.judge.Judgement;

/**
 * What one sensor came out as in one stage.
 *
 * @param reading the mean that was judged, in the sensor's unit; empty when there was none
 * @param expected what it was held against, in the sensor's unit
 * @param responsePercent span response, or share of the way at a bump; empty for other stages
 * @param t90Seconds time to 90 %; empty where gas was not applied or it never got there
 * @param how {@code settled}, {@code declared}, {@code deadline}, {@code countdown}, {@code not settled},
 *     {@code no response} or {@code zero failed}
 */
public record SensorOutcome(
        int slot,
        Stage stage,
        Judgement judgement,
        OptionalDouble reading,
        double expected,
        OptionalDouble responsePercent,
        OptionalDouble t90Seconds,
        String how) {}
