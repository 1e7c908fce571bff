package onward.sentry.core.card;

import java.util.List;
import onward.sentry.core.working.Refusal;

/**
 * How often a zero or a span may be tried on one sensor, how long to wait in between, and what may be done about it.
 *
 * @param most tries in all, 1 to 5; usually 2
 * @param waitSeconds run time between a failed try and the next, 0 to 7200; usually 0
 * @param remedies what the maker knows to help, for the technician to pick from
 * @param beforeLast the remedy without which the last try is not allowed; empty when there is none
 */
public record RetryPolicy(int most, int waitSeconds, List<String> remedies, String beforeLast) {

    /** Two, one right after the other. */
    public static final RetryPolicy USUAL = new RetryPolicy(2, 0);

    /**
     * Tries without suggestions of the card.
     *
     * @param most how many tries there are, 1 or more
     * @param waitSeconds clean air before the next try, s
     */
    public RetryPolicy(int most, int waitSeconds) {
        this(most, waitSeconds, List.of(), "");
    }

    /**
     * Checks the limits, copies what it is given, fills in what older records leave out.
     *
     * @param most tries in all, 1 to 5; usually 2
     * @param waitSeconds run time between a failed try and the next, 0 to 7200; usually 0
     * @param remedies what the maker knows to help, for the technician to pick from
     * @param beforeLast the remedy without which the last try is not allowed; empty when there is none
     * @throws onward.sentry.core.working.Refused with one of the codes {@code tries}, {@code tries-last}
     */
    public RetryPolicy {
        remedies = remedies == null ? List.of() : List.copyOf(remedies);
        beforeLast = beforeLast == null ? "" : beforeLast;
        Refusal.unless(
                most >= 1 && most <= 5 && waitSeconds >= 0 && waitSeconds <= 7_200,
                "tries",
                "most",
                "There are 1 to 5 tries with 0 to 7,200 s in between, not " + most + " with " + waitSeconds + " s.",
                "Take both from the instrument's manual; 2 with no wait are usual.");
        Refusal.unless(
                beforeLast.isEmpty() || remedies.contains(beforeLast),
                "tries-last",
                "beforeLast",
                "The last try waits for '" + beforeLast + "', which is not among what helps.",
                "Choose one of what helps, or nothing.");
    }
}
