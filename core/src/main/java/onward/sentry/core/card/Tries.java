package onward.sentry.core.card;

/**
 * How often a zero or a span may be tried on one sensor, and how long to wait in between.
 *
 * @param most tries in all, 1 to 5; usually 2
 * @param waitSeconds run time between a failed try and the next, 0 to 7200; usually 0
 */
public record Tries(int most, int waitSeconds) {

    /** Two, one right after the other. */
    public static final Tries USUAL = new Tries(2, 0);

    public Tries {
        if (most < 1 || most > 5 || waitSeconds < 0 || waitSeconds > 7_200) {
            throw new IllegalArgumentException(
                    "1 to 5 tries and a wait of 0 to 7200 s, was " + most + " tries and " + waitSeconds + " s");
        }
    }
}
