package onward.sentry.core.shelf;

import java.time.Instant;

/**
 * Gas that a run took out of a cylinder.
 *
 * @param litres 0 or more
 */
public record Draw(Instant at, double litres) {
    public Draw {
        if (!(litres >= 0)) {
            throw new IllegalArgumentException("gas is drawn out, was " + litres);
        }
    }
}
