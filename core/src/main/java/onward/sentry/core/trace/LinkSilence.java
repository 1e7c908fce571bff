package onward.sentry.core.trace;

import onward.sentry.core.working.Refusal;

/**
 * How long ago a gateway was last heard, and what that means at the bench.
 *
 * @param silentMillis since the last batch arrived, in the server's own time, at least 0
 * @param intervalMillis usual time between two readings in that same time, at least 0; 0 before two have arrived
 */
public record LinkSilence(long silentMillis, long intervalMillis) {

    /** Readings that may be missing before the last one counts as old; site default. */
    private static final int MISSED_INTERVALS = 3;

    /** No gateway is called late before this, ms; site default, for gateways that send several times a second. */
    private static final long LEAST_STALE_MILLIS = 5_000;

    /** Gas must not stay on longer than this without a reading, ms; site default. */
    private static final long LEAST_SILENT_MILLIS = 15_000;

    /** What the last reading is still worth. */
    public enum Level {
        /** It arrived when it was due. */
        LIVE,
        /** Some readings are missing: the last one is shown with its age. */
        STALE,
        /** Nobody knows what the sensors read: gas is turned off. */
        SILENT
    }

    /**
     * Checks the limits.
     *
     * @param silentMillis since the last batch arrived, in the server's own time, at least 0
     * @param intervalMillis usual time between two readings in that same time, at least 0; 0 before two have arrived
     * @throws onward.sentry.core.working.Refused with code {@code link-silence}
     */
    public LinkSilence {
        Refusal.unless(
                silentMillis >= 0 && intervalMillis >= 0,
                "link-silence",
                "silentMillis",
                "Times of a link are 0 ms or more, not " + silentMillis + " and " + intervalMillis + ".",
                "Count from the last batch that arrived.");
    }

    /**
     * {@return how old the last reading is: late after three missed intervals and at least 5 s, silent after at least 15 s}
     *
     * <p>With a reading each second, 4.9 s of silence are {@code LIVE}, 5 s {@code STALE}, 15 s {@code SILENT}. With a
     * reading each 10 s, 29 s are {@code LIVE} and 30 s {@code SILENT}.
     */
    public Level level() {
        if (silentMillis >= silentAfter(intervalMillis)) {
            return Level.SILENT;
        }
        return silentMillis >= Math.max(MISSED_INTERVALS * intervalMillis, LEAST_STALE_MILLIS)
                ? Level.STALE
                : Level.LIVE;
    }

    /**
     * After how long without a reading a link is silent, ms: 15,000 at a reading each second, 30,000 at one each 10 s.
     *
     * @param intervalMillis usual time between readings, ms
     * @return ms
     */
    public static long silentAfter(long intervalMillis) {
        return Math.max(MISSED_INTERVALS * intervalMillis, LEAST_SILENT_MILLIS);
    }
}
