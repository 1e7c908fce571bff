package onward.sentry.core.schedule;

/** A detector's state today in one word, the most pressing first; the first that applies is the state. */
public enum StateWord {
    RETIRED("retired"),
    ON_HOLD("on hold"),
    OUT("out"),
    OVERDUE("overdue"),
    DUE("due"),
    BUMP_FIRST("bump first"),
    DUE_SOON("due soon"),
    READY("ready");

    private final String label;

    StateWord(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** A bump can tell something about it; it never releases a detector that is kept out of use. */
    public boolean mayBeBumped() {
        return this != ON_HOLD && this != RETIRED;
    }
}
