package onward.sentry.core.card;

/** What a sensor meets the gas for. */
public enum Purpose {
    /** Adjust: the raw reading is graded and the instrument sets itself. */
    SPAN("span"),
    /** Compare with the expected value, nothing is adjusted. */
    CHECK("check"),
    /** See that it responds. */
    BUMP("bump");

    private final String label;

    Purpose(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
