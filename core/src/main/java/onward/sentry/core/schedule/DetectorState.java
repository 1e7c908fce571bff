package onward.sentry.core.schedule;

import java.util.List;

/** A detector's state today in one word, the most pressing first; the first that applies is the state. */
public enum DetectorState {
    RETIRED("retired"),
    LOST("lost"),
    IN_REPAIR("in repair"),
    ON_HOLD("on hold"),
    OUT("out"),
    OVERDUE("overdue"),
    DUE("due"),
    BUMP_FIRST("bump first"),
    DUE_SOON("due soon"),
    READY("ready");

    private final String label;

    DetectorState(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** The states of detectors that no calibration makes usable by itself: planned work leaves them out. */
    public static final List<DetectorState> WITHDRAWN = List.of(RETIRED, LOST, IN_REPAIR, ON_HOLD);

    /** A bump can tell something about it; it never releases a detector that is kept out of use. */
    public boolean mayBeBumped() {
        return !WITHDRAWN.contains(this);
    }

    /** It can be worked on: it is on the premises and in the fleet, or can be brought back by whoever has it. */
    public boolean mayBePutOnBench() {
        return this == ON_HOLD || !WITHDRAWN.contains(this);
    }
}
