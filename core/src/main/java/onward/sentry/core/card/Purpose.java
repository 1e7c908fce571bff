package onward.sentry.core.card;

/** What a sensor meets the gas for. */
public enum Purpose {
    /** Compare before anything is adjusted; shows drift, and decides nothing about today. */
    AS_FOUND("as found"),
    /** A check that decides: who passes is left as it is, who fails is adjusted. */
    CHECK_FIRST("check first"),
    /** Adjust the low end of a sensor with two points. */
    LOW_POINT("low point"),
    /** Adjust: the response is graded and the instrument sets itself. */
    SPAN("span"),
    /** Compare with the expected value, nothing is adjusted. */
    CHECK("check"),
    /** Compare what was just adjusted: the as-left value. */
    VERIFY("verify"),
    /** See that it responds. */
    BUMP("bump");

    private final String label;

    Purpose(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    /** {@return the instrument sets itself, so its set point must stand for the gas} */
    public boolean sets() {
        return this == SPAN || this == LOW_POINT;
    }
}
