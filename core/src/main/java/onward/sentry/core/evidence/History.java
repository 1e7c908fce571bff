package onward.sentry.core.evidence;

import java.util.List;
import java.util.OptionalDouble;

/** What was seen before this run: of the very sensor, and of other detectors on the same cylinder. */
public interface History {

    /** Nothing is known. */
    History NONE = new History() {
        @Override
        public OptionalDouble lastGoodSpan(int slot) {
            return OptionalDouble.empty();
        }

        @Override
        public List<Double> others(String cylinderId, String gasId) {
            return List.of();
        }
    };

    /** Share of the expected reading that the sensor in a slot reached, raw, in its last good span. */
    OptionalDouble lastGoodSpan(int slot);

    /** Shares of the expected reading that other detectors showed on that cylinder lately, before they were set. */
    List<Double> others(String cylinderId, String gasId);
}
