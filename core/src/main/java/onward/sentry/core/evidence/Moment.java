package onward.sentry.core.evidence;

import java.util.Map;
import java.util.Set;
import onward.sentry.core.card.NextTry;

/**
 * A time in a run at which sensors were looked at.
 *
 * @param at run time, ms
 * @param cylinderId whose gas was at them, or had been last; empty before any gas
 * @param expected what each slot should show on that gas, in its unit
 * @param tried what had been tried by then
 */
public record Moment(long at, Type type, String cylinderId, Map<Integer, Double> expected, Set<NextTry> tried) {

    /** What was at the sensors then. */
    public enum Type {
        /** Clean air, before the first zero. */
        BEFORE,
        /** Clean air, while zero is taken. */
        ZERO,
        /** Clean air, after gas. */
        CLEAR,
        /** On gas. */
        GAS
    }

    /**
     * Copies what it is given.
     *
     * @param at run time, ms
     * @param type which part of the run
     * @param cylinderId whose gas was at them, or had been last; empty before any gas
     * @param expected what each slot should show on that gas, in its unit
     * @param tried what had been tried by then
     */
    public Moment {
        expected = Map.copyOf(expected);
        tried = Set.copyOf(tried);
    }

    /** {@return whether it was on gas} */
    public boolean isOnGas() {
        return type == Type.GAS;
    }

    /** {@return whether it was in clean air after gas} */
    public boolean isAfterGas() {
        return !isOnGas() && !cylinderId.isEmpty();
    }
}
