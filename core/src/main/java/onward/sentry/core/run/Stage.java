package onward.sentry.core.run;

/** Where in a run a sensor was judged. */
public enum Stage {
    AS_FOUND("as found"),
    ZERO("zero"),
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
}
