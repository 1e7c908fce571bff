package onward.sentry.core.card;

import java.util.List;

/**
 * How often a zero or a span may be tried on one sensor, how long to wait in between, and what may be done about it.
 *
 * @param most tries in all, 1 to 5; usually 2
 * @param waitSeconds run time between a failed try and the next, 0 to 7200; usually 0
 * @param remedies what the maker knows to help, for the technician to pick from
 * @param beforeLast the remedy without which the last try is not allowed; empty when there is none
 */
public record Tries(int most, int waitSeconds, List<String> remedies, String beforeLast) {

    /** Two, one right after the other. */
    public static final Tries USUAL = new Tries(2, 0);

    public Tries(int most, int waitSeconds) {
        this(most, waitSeconds, List.of(), "");
    }

    public Tries {
        remedies = remedies == null ? List.of() : List.copyOf(remedies);
        beforeLast = beforeLast == null ? "" : beforeLast;
        if (most < 1 || most > 5 || waitSeconds < 0 || waitSeconds > 7_200) {
            throw new IllegalArgumentException(
                    "1 to 5 tries and a wait of 0 to 7200 s, was " + most + " tries and " + waitSeconds + " s");
        }
        if (!beforeLast.isEmpty() && !remedies.contains(beforeLast)) {
            throw new IllegalArgumentException("the remedy before the last try is one of the remedies: " + beforeLast);
        }
    }
}
