package onward.sentry.core.card;

/** Which of a card's procedures is worked. */
public enum Job {
    /** Zero, span and what the card asks for around them. */
    CALIBRATION("calibration"),
    /** Gas is applied to see that sensors respond and alarms work; nothing is adjusted. */
    BUMP("bump");

    private final String label;

    Job(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }
}
