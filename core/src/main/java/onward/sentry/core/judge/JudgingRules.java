package onward.sentry.core.judge;

import java.util.List;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/** What counts as a measurement. A run keeps the rules that it was begun under, so that worked again it comes to the same. */
public enum JudgingRules {
    /**
     * Every reading counts, a reading at a deadline counts as if it had settled, a zero waits until it fits, and one reading
     * passes a bump.
     */
    FIRST(1),
    /**
     * Outliers are left out, what is unsettled counts against a reading, a reading past the range and gas that ends early
     * are no measurement, a zero is decided by its first settled readings, and a bump takes three readings.
     */
    SECOND(2),
    /** As the second; and before a sensor is adjusted, the gas and the change of the sensor are checked. */
    THIRD(3),
    /** The third, and a reading from a link that had fallen silent before it was due is none: nothing is judged until it comes. */
    FOURTH(4);

    /** What new runs are begun under. */
    public static final JudgingRules NEWEST = FOURTH;

    /** Asked for at every reading. */
    private static final List<JudgingRules> ALL = List.of(values());

    private final int version;

    JudgingRules(int version) {
        this.version = version;
    }

    /** {@return the number that records keep} */
    public int version() {
        return version;
    }

    /**
     * {@return the rules of a record: {@code of(2)} returns {@link #SECOND}; records of before the rules had a number have
     * 0}
     *
     * @param version from 1
     * @throws Refused with code {@code rules-unknown} for a version that there is not
     */
    public static JudgingRules of(int version) {
        for (var rules : ALL) {
            if (rules.version == Math.max(1, version)) {
                return rules;
            }
        }
        throw new Refused(new Refusal(
                "rules-unknown",
                "rules",
                "There are no judging rules of version " + version + ".",
                "Give 1 to 4, or leave it out for the newest."));
    }
}
