package onward.sentry.core.trace;

import java.util.Map;

/**
 * What the display showed at one moment.
 *
 * @param at run time, ms
 * @param values reading per slot, in each sensor's unit; a slot may be absent
 */
public record Reading(long at, Map<Integer, Double> values) {
    /**
     * Copies what it is given.
     *
     * @param at run time, ms
     * @param values reading per slot, in each sensor's unit; a slot may be absent
     */
    public Reading {
        values = Map.copyOf(values);
    }
}
