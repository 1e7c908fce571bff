package onward.sentry.core.schedule;

import static onward.sentry.core.working.Figures.day;

import java.time.LocalDate;
import onward.sentry.core.working.Working;

/** How long a good calibration lasts. */
public sealed interface IntervalRule {

    /** The next due day after work that was good on {@code last}; due on the day itself is still in date. */
    DueDate nextDue(LocalDate last);

    /**
     * Every N months, clamped to the end of the month, and never later than a cap in days; the earlier wins.
     *
     * <p>Every 1 month after 2026-01-31 returns 2026-02-28. Every 6 months with a cap of 180 days after 2026-03-01
     * returns 2026-08-28, because the cap is earlier than 2026-09-01.
     *
     * @param months 1 to 60
     * @param capDays never later than this many days, 1 to 2000
     */
    record EveryMonths(int months, int capDays) implements IntervalRule {
        public EveryMonths {
            if (months < 1 || months > 60 || capDays < 1 || capDays > 2000) {
                throw new IllegalArgumentException("1 to 60 months and a cap of 1 to 2000 days, was " + months
                        + " months and " + capDays + " days");
            }
        }

        @Override
        public DueDate nextDue(LocalDate last) {
            var byMonths = last.plusMonths(months);
            var byCap = last.plusDays(capDays);
            boolean capWins = byCap.isBefore(byMonths);
            var date = capWins ? byCap : byMonths;
            return new DueDate(
                    date,
                    Working.of(
                                    "Every " + months + (months == 1 ? " month" : " months") + ", never later than "
                                            + capDays + " days",
                                    "earlier of last + months and last + cap")
                            .with("last good", day(last))
                            .with("by months", day(byMonths))
                            .with("by cap", day(byCap))
                            .gives(day(date) + (capWins ? " (the cap is earlier)" : "")));
        }
    }

    /**
     * Every N days: every 30 days after 2026-03-01 returns 2026-03-31.
     *
     * @param days 1 to 2000
     */
    record EveryDays(int days) implements IntervalRule {
        public EveryDays {
            if (days < 1 || days > 2000) {
                throw new IllegalArgumentException("1 to 2000 days, was " + days);
            }
        }

        @Override
        public DueDate nextDue(LocalDate last) {
            var date = last.plusDays(days);
            return new DueDate(
                    date,
                    Working.of("Every " + days + " days", "last + days")
                            .with("last good", day(last))
                            .gives(day(date)));
        }
    }
}
