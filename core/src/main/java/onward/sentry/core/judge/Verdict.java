package onward.sentry.core.judge;

import java.util.Arrays;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/** What a sensor or a detector came out as. The order is from best to worst. */
public enum Verdict {
    /** In the limits. */
    PASS("pass"),
    /** Usable, and near a limit. */
    MARGINAL("marginal"),
    /** There is no reading to judge by. */
    NOT_JUDGED("not judged"),
    /** Outside the limits. */
    FAIL("fail");

    private final String label;

    Verdict(String label) {
        this.label = label;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    /**
     * {@return the verdict of a word as records and tables write it: {@code labelled("not judged")} returns {@link
     * #NOT_JUDGED}}
     *
     * @param label the words
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

    /**
     * {@return the worse of two verdicts}
     *
     * @param other the verdict to compare with
     */
    public Verdict worse(Verdict other) {
        return compareTo(other) >= 0 ? this : other;
    }

    /**
     * Pass or marginal: the sensor works.
     *
     * @return whether that is so
     */
    public boolean good() {
        return this == PASS || this == MARGINAL;
    }
}
