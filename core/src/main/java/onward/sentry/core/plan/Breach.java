package onward.sentry.core.plan;

import java.time.LocalDate;
import onward.sentry.core.working.Figures;

/**
 * A hard rule that a plan breaks.
 *
 * @param kind which rule
 * @param on the day on which it is broken
 * @param words who and by how much; rules about a whole day leave the day out, see {@link #sentence()}
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
        CREW;

        private boolean ofWholeDay() {
            return this == MINUTES || this == COMPETENCE || this == CREW;
        }
    }

    /**
     * The breach by itself, with its day: {@code "2026-03-02: 3 detectors of Ferry at once, at most 2."}
     *
     * @return a sentence with a full stop
     */
    public String sentence() {
        return kind.ofWholeDay() ? Figures.day(on) + ": " + words : words;
    }
}
