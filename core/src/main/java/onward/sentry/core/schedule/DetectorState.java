package onward.sentry.core.schedule;

import java.util.List;

/** A detector's state today in one word, the most pressing first; the first that applies is the state. */
public enum DetectorState {
    /** Out of the fleet for good. */
    RETIRED("retired"),
    /** Nobody knows where it is. */
    LOST("lost"),
    /** Away for repair. */
    IN_REPAIR("in repair"),
    /** Kept out of use until a lead releases it. */
    ON_HOLD("on hold"),
    /** Checked out to a crew or a person. */
    OUT("out"),
    /** Its due day is past. */
    OVERDUE("overdue"),
    /** Due today, or made due by an event. */
    DUE("due"),
    /** In date, and a bump is owed before use. */
    BUMP_FIRST("bump first"),
    /** Usable; its due day is near. */
    DUE_SOON("due soon"),
    /** Usable. */
    READY("ready");

    private final String label;

    DetectorState(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    /** The states of detectors that no calibration makes usable by itself: planned work leaves them out. */
    public static final List<DetectorState> WITHDRAWN = List.of(RETIRED, LOST, IN_REPAIR, ON_HOLD);

    /** {@return a bump can tell something about it; it never releases a detector that is kept out of use} */
    public boolean mayBeBumped() {
        return !WITHDRAWN.contains(this);
    }

    /**
     * It can be worked on: it is on the premises and in the fleet, or can be brought back by whoever has it.
     *
     * @return whether that is so
     */
    public boolean mayBePutOnBench() {
        return this == ON_HOLD || !WITHDRAWN.contains(this);
    }
}
