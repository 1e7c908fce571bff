package onward.sentry.core.schedule;

/** A detector's state today in one word, the most pressing first; the first that applies is the state. */
public enum StateWord {
    RETIRED("retired", false),
    ON_HOLD("on hold", false),
    OUT("out", false),
    OVERDUE("overdue", false),
    DUE("due", true),
    BUMP_FIRST("bump first", false),
    DUE_SOON("due soon", true),
    READY("ready", true);

    private final String label;
    private final boolean usable;

    StateWord(String label, boolean usable) {
        this.label = label;
        this.usable = usable;
    }

    public String label() {
        return label;
    }

    /** May be taken into use as it stands. */
    public boolean usable() {
        return usable;
    }

    /** May be given to somebody: it may be used as it stands, or waits for nothing but its bump. */
    public boolean mayBeLent() {
        return usable || this == BUMP_FIRST;
    }

    /** A bump can tell something about it; it never releases a detector that is kept out of use. */
    public boolean mayBeBumped() {
        return this != ON_HOLD && this != RETIRED;
    }
}
