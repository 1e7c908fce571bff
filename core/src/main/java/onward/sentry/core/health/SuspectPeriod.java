package onward.sentry.core.health;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * Days on which a sensor may have read wrongly without anybody knowing: it was found out of tolerance before it was adjusted,
 * and was last known to be good when they began. Whoever was out with it then is to be looked after.
 *
 * @param since the day of its last good check
 * @param until the day on which it was found
 */
public record SuspectPeriod(LocalDate since, LocalDate until) {

    /**
     * Keeps what it is given.
     *
     * @param since the day of its last good check
     * @param until the day on which it was found
     */
    public SuspectPeriod {
        if (until.isBefore(since)) {
            throw new IllegalArgumentException("ends " + until + " before it begins " + since);
        }
    }

    /**
     * {@return last good on 2 February, found to fail on 2 March: suspect from one to the other} Found good: nothing is
     * in doubt.
     *
     * @param asFound what it came out as before it was adjusted
     * @param lastGood empty when it was never found good; then every day since it was fitted is suspect
     * @param fittedOn day on which the sensor was fitted
     * @param on the day of the work
     */
    public static Optional<SuspectPeriod> of(
            Verdict asFound, Optional<LocalDate> lastGood, LocalDate fittedOn, LocalDate on) {
        return asFound == Verdict.FAIL
                ? Optional.of(new SuspectPeriod(lastGood.orElse(fittedOn), on))
                : Optional.empty();
    }

    /**
     * From the day after it was good through the day on which it was found: 2 February to 2 March returns 28.
     *
     * @return days, 0 or more
     */
    public long days() {
        return ChronoUnit.DAYS.between(since, until);
    }

    /**
     * In words: {@code "2026-02-02 to 2026-03-02, 28 days"}.
     *
     * @return a phrase with both days
     */
    public String words() {
        return Figures.day(since) + " to " + Figures.day(until) + ", " + Figures.days(days());
    }

    /**
     * @param remark of the person; may be empty
     * @throws onward.sentry.core.working.Refused when it is closed without saying what was found out
     */
    public static void checkClosing(String remark) {
        Refusal.unless(
                !remark.isBlank(),
                "doubt-remark",
                "remark",
                "A suspect period is closed with what was found out.",
                "For example: nobody was in gas, checked with the crew's own records.");
    }
}
