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

    /**
     * {@return share of the expected reading that the sensor in a slot reached, raw, in its last good span}
     *
     * @param slot slot of the sensor, from 1
     */
    OptionalDouble lastGoodSpan(int slot);

    /**
     * Shares of the expected reading that other detectors showed on that cylinder lately, before they were set.
     *
     * @param cylinderId tag of the cylinder
     * @param gasId id of a gas of the library
     * @return shares, 1 is as expected
     */
    List<Double> others(String cylinderId, String gasId);
}
