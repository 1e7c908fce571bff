package onward.sentry.core.plan;

import java.time.LocalDate;

/**
 * A hard rule that a plan breaks.
 *
 * @param on the day that it breaks it on
 * @param words who and by how much
 */
public record Breach(Kind kind, LocalDate on, String words) {

    /** Which rule. */
    public enum Kind {
        /** The bench is closed that day. */
        CLOSED,
        /** Too long before its due day, or while it is out. */
        TOO_EARLY,
        /** No cylinder for it is in date and holds gas by then. */
        NO_GAS,
        /** It stands on another day than the one that it is pinned to. */
        PINNED,
        /** More work than minutes. */
        MINUTES,
        /** More work than minutes of those who may do it. */
        COMPETENCE,
        /** Too many of a crew's detectors at once. */
        CREW
    }
}
