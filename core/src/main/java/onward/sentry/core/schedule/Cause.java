package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.Objects;

/**
 * One reason for which a detector is due at once, or a detector or cylinder is held.
 *
 * @param kind what sort of event brought it about, and so what lifts it
 * @param source id of that event, for example of a recall or a run; empty where the event has none
 * @param on the day from which it counts
 * @param words for a person, without a full stop
 */
public record Cause(Kind kind, String source, LocalDate on, String words) {

    /** What brought a cause about. Stored by name. */
    public enum Kind {
        /** Somebody saw it happen, or corrected a record; a good calibration lifts it. */
        REPORTED,
        /** A bump failed; a good calibration lifts it, and so does taking that record back. */
        BUMP_FAILED,
        /** A calibration failed; a lead lifts it. */
        CALIBRATION_FAILED,
        /** Gas was recalled; withdrawing that recall lifts it. */
        RECALL,
        /** Somebody put a cylinder on hold; putting it back in use lifts it. */
        BY_HAND
    }

    /**
     * Checks the limits, fills in what older records leave out.
     *
     * @param kind what sort of event brought it about, and so what lifts it
     * @param source id of that event, for example of a recall or a run; empty where the event has none
     * @param on the day from which it counts
     * @param words for a person, without a full stop
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Cause {
        Objects.requireNonNull(kind, "kind");
        Objects.requireNonNull(on, "on");
        source = source == null ? "" : source;
    }

    /**
     * Somebody has seen it happen: {@code reported(2026-03-02, "dropped or hit")}.
     *
     * @param on the day of the work
     * @param words for people
     * @return the cause
     */
    public static Cause reported(LocalDate on, String words) {
        return new Cause(Kind.REPORTED, "", on, words);
    }

    /** Whether one event brought both about: the same kind with the same source, and the same words where it has none. */
    boolean isOf(Cause other) {
        return kind == other.kind
                && source.equals(other.source)
                && (!source.isEmpty() || words.equals(other.words) && on.equals(other.on));
    }

    /**
     * {@return whether a good calibration settles it: one of its day or later does, one of before says nothing about it}
     * Dropped on 2 March, calibrated on 1 March returns {@code false}.
     *
     * @param calibrated day of the last good calibration
     */
    public boolean isSettledBy(LocalDate calibrated) {
        return !on.isAfter(calibrated);
    }
}
