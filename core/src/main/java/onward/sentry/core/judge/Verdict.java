package onward.sentry.core.judge;

/** What a sensor or a detector came out as. The order is from best to worst. */
public enum Verdict {
    PASS("pass"),
    MARGINAL("marginal"),
    NOT_JUDGED("not judged"),
    FAIL("fail");

    private final String label;

    Verdict(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    public Verdict worse(Verdict other) {
        return compareTo(other) >= 0 ? this : other;
    }

    /** Pass or marginal: the sensor works. */
    public boolean good() {
        return this == PASS || this == MARGINAL;
    }
}
