package onward.sentry.core.suspect;

import onward.sentry.core.working.Working;

/**
 * A cause with how well it fits the evidence.
 *
 * @param weight 0 to 1; only the order means anything
 * @param working the numbers behind it
 */
public record Suspect(Cause cause, double weight, Working working) {

    Suspect times(double factor) {
        return new Suspect(cause, Math.min(1, weight * factor), working);
    }
}
