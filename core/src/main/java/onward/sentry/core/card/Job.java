package onward.sentry.core.card;

/** Which of a card's procedures is worked. */
public enum Job {
    CALIBRATION("calibration"),
    BUMP("bump");

    private final String label;

    Job(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
