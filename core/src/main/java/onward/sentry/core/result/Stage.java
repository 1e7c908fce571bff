package onward.sentry.core.result;

import onward.sentry.core.card.Purpose;

/** Where in a run a sensor was judged. */
public enum Stage {
    /** Gas before anything is changed. */
    AS_FOUND("as found"),
    /** A check that decides whether to adjust. */
    CHECK_FIRST("check first"),
    /** Clean air before gas, without a zero. */
    BLANK("air blank"),
    /** Zero in clean air. */
    ZERO("zero"),
    /** A second gas at the low end. */
    LOW_POINT("low point"),
    /** The span. */
    SPAN("span"),
    /** A check that adjusts nothing. */
    CHECK("check"),
    /** A check after the span. */
    VERIFY("verify"),
    /** A bump. */
    BUMP("bump"),
    /** Clean air after the gas. */
    CLEAR("clear down");

    private final String label;

    Stage(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    /**
     * Judged on gas, not in clean air.
     *
     * @return whether that is so
     */
    public boolean onGas() {
        return this != ZERO && this != BLANK && this != CLEAR;
    }

    /**
     * {@return the stage in which a target is judged: {@code of(Purpose.SPAN)} returns {@link #SPAN}}
     *
     * @param purpose what the application is for
     */
    public static Stage of(Purpose purpose) {
        return switch (purpose) {
            case AS_FOUND -> AS_FOUND;
            case CHECK_FIRST -> CHECK_FIRST;
            case LOW_POINT -> LOW_POINT;
            case SPAN -> SPAN;
            case VERIFY -> VERIFY;
            case CHECK -> CHECK;
            case BUMP -> BUMP;
        };
    }
}
