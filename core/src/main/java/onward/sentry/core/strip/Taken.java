package onward.sentry.core.strip;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.trace.StabilityLimits;

/**
 * When a reading of one sensor was taken, and which readings before it were looked at.
 *
 * @param from run time at which the window that was judged began, ms; the moment itself where one reading was taken. It is the
 *     usual window of the sensor, also where a card asks for readings to hold for longer
 * @param at run time at which it was taken, ms
 * @param reading that was judged, in the sensor's unit; empty where there was none
 */
public record Taken(Stage stage, long from, long at, OptionalDouble reading, Verdict verdict) {

    private static final long FIRST_RULES_MILLIS = 10_000;

    /**
     * {@return all that was taken of a sensor, in order: a zero at 51 s with a window of 15 s gives {@code from} 36,000}
     *
     * @param state of the run
     * @param sensor the sensor
     */
    public static List<Taken> of(RunState state, SensorSpec sensor) {
        var taken = new ArrayList<Taken>();
        for (var event : state.events()) {
            if (event instanceof RunEvent.ZeroJudged e) {
                e.outcomes().stream()
                        .filter(outcome -> outcome.slot() == sensor.slot())
                        .forEach(outcome -> taken.add(of(state, sensor, outcome, e.at())));
            } else if (event instanceof RunEvent.ReadingAccepted e
                    && e.outcome().slot() == sensor.slot()) {
                taken.add(of(state, sensor, e.outcome(), e.at()));
            } else if (event instanceof RunEvent.ReadingNotAccepted e
                    && e.outcome().slot() == sensor.slot()
                    && e.outcome().reading().isPresent()
                    && !e.outcome().how().equals("in doubt")) {
                taken.add(of(state, sensor, e.outcome(), e.at()));
            }
        }
        return taken;
    }

    private static Taken of(RunState state, SensorSpec sensor, SensorOutcome outcome, long at) {
        return new Taken(
                outcome.stage(),
                Math.max(0, at - windowMillis(state, sensor, outcome)),
                at,
                outcome.reading(),
                outcome.judgement().verdict());
    }

    private static long windowMillis(RunState state, SensorSpec sensor, SensorOutcome outcome) {
        if (outcome.how().equals("declared") || outcome.stage() == Stage.BUMP) {
            return 0;
        }
        return state.rules() == JudgingRules.FIRST
                ? FIRST_RULES_MILLIS
                : Math.round(1000
                        * StabilityLimits.of(sensor.resolution(), outcome.expected(), sensor.t90Seconds())
                                .windowSeconds());
    }
}
