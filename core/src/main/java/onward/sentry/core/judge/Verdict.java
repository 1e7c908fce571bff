package onward.sentry.core.judge;

import java.util.Arrays;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

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

    /**
     * The verdict of a word as records and tables write it: {@code labelled("not judged")} returns {@link #NOT_JUDGED}.
     *
     * @throws onward.sentry.core.working.Refused with code {@code verdict} for any other word
     */
    public static Verdict labelled(String label) {
        return Arrays.stream(values())
                .filter(verdict -> verdict.label.equals(label.strip()))
                .findFirst()
                .orElseThrow(() -> new Refused(new Refusal(
                        "verdict",
                        "verdict",
                        "'" + label + "' is no verdict.",
                        "One of pass, marginal, not judged, fail.")));
    }

    public Verdict worse(Verdict other) {
        return compareTo(other) >= 0 ? this : other;
    }

    /** Pass or marginal: the sensor works. */
    public boolean good() {
        return this == PASS || this == MARGINAL;
    }
}
