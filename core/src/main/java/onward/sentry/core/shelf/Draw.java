package onward.sentry.core.shelf;

import java.time.Instant;

/**
 * Gas that a run took out of a cylinder.
 *
 * @param litres 0 or more
 */
public record Draw(Instant at, double litres) {
    /**
     * Keeps what it is given.
     *
     * @param at when
     * @param litres 0 or more
     */
    public Draw {
        if (!(litres >= 0)) {
            throw new IllegalArgumentException("gas is drawn out, was " + litres);
        }
    }
}
