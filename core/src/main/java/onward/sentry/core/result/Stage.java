package onward.sentry.core.result;

import onward.sentry.core.card.Purpose;

/** Where in a run a sensor was judged. */
public enum Stage {
    AS_FOUND("as found"),
    CHECK_FIRST("check first"),
    BLANK("air blank"),
    ZERO("zero"),
    LOW_POINT("low point"),
    SPAN("span"),
    CHECK("check"),
    VERIFY("verify"),
    BUMP("bump"),
    CLEAR("clear down");

    private final String label;

    Stage(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** Judged on gas, not in clean air. */
    public boolean onGas() {
        return this != ZERO && this != BLANK && this != CLEAR;
    }

    /** The stage in which a target is judged: {@code of(Purpose.SPAN)} returns {@link #SPAN}. */
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
