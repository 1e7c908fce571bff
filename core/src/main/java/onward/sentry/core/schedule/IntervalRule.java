package onward.sentry.core.schedule;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.time.temporal.TemporalAdjusters;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/** How long a good calibration lasts. */
public sealed interface IntervalRule {

    /**
     * {@return the next due day after work that was good on {@code last}; due on the day itself is still in date}
     *
     * @param last day of the last good calibration
     */
    DueDate nextDue(LocalDate last);

    /** {@return the rule in words: {@code "every month, never later than 35 days"}} */
    String words();

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
        /**
         * Checks the limits.
         *
         * @param months 1 to 60
         * @param capDays never later than this many days, 1 to 2000
         * @throws onward.sentry.core.working.Refused with code {@code interval-months}
         */
        public EveryMonths {
            Refusal.unless(
                    months >= 1 && months <= 60,
                    "interval-months",
                    "months",
                    "An interval is 1 to 60 months, not " + months + ".",
                    "Give days where it is shorter than a month.");
            cap(capDays);
        }

        @Override
        public String words() {
            return "every " + (months == 1 ? "month" : months + " months") + ", never later than " + capDays + " days";
        }

        @Override
        public DueDate nextDue(LocalDate last) {
            var byMonths = last.plusMonths(months);
            var byCap = last.plusDays(capDays);
            boolean capWins = byCap.isBefore(byMonths);
            var date = capWins ? byCap : byMonths;
            return new DueDate(
                    date,
                    Derivation.of(sentence(words()), "earlier of last + months and last + cap")
                            .with("last good", Figures.day(last))
                            .with("by months", Figures.day(byMonths))
                            .with("by cap", Figures.day(byCap))
                            .gives(Figures.day(date) + (capWins ? " (the cap is earlier)" : "")));
        }
    }

    /**
     * Every N days: every 30 days after 2026-03-01 returns 2026-03-31.
     *
     * @param days 1 to 2000
     */
    record EveryDays(int days) implements IntervalRule {
        /**
         * Checks the limits.
         *
         * @param days 1 to 2000
         * @throws onward.sentry.core.working.Refused with code {@code interval-days}
         */
        public EveryDays {
            Refusal.unless(
                    days >= 1 && days <= 2000,
                    "interval-days",
                    "days",
                    "An interval is 1 to 2,000 days, not " + days + ".",
                    "Take it from the instrument's manual or the site's rules.");
        }

        @Override
        public String words() {
            return "every " + days + " days";
        }

        @Override
        public DueDate nextDue(LocalDate last) {
            var date = last.plusDays(days);
            return new DueDate(
                    date,
                    Derivation.of(sentence(words()), "last + days")
                            .with("last good", Figures.day(last))
                            .gives(Figures.day(date)));
        }
    }

    /**
     * A weekday of the month, such as the last Thursday or the second Monday.
     *
     * @param nth 1 to 4, or 5 for the last one
     */
    record MonthDay(int nth, DayOfWeek weekday) {

        private static final int LAST = 5;

        /**
         * Checks the limits.
         *
         * @param nth 1 to 4, or 5 for the last one
         * @param weekday day of the week
         * @throws onward.sentry.core.working.Refused with code {@code interval-weekday}
         */
        public MonthDay {
            Objects.requireNonNull(weekday, "weekday");
            Refusal.unless(
                    nth >= 1 && nth <= LAST,
                    "interval-weekday",
                    "nth",
                    "A weekday of a month is the 1st to 4th, or 5 for the last; not " + nth + ".",
                    "Give 1 to 5.");
        }

        /**
         * {@return the last such weekday of a month}
         *
         * @param weekday day of the week
         */
        public static MonthDay last(DayOfWeek weekday) {
            return new MonthDay(LAST, weekday);
        }

        /**
         * {@return the last Thursday of March 2026 is the 26th}
         *
         * @param month the month to look at
         */
        public LocalDate in(YearMonth month) {
            return month.atDay(1)
                    .with(
                            nth == LAST
                                    ? TemporalAdjusters.lastInMonth(weekday)
                                    : TemporalAdjusters.dayOfWeekInMonth(nth, weekday));
        }

        @Override
        public String toString() {
            var ordinals = new String[] {"first", "second", "third", "fourth", "last"};
            return ordinals[nth - 1] + " " + weekday.getDisplayName(TextStyle.FULL, Locale.ENGLISH);
        }
    }

    /** That weekday of the month after: the last Thursday, after 2026-03-03, returns 2026-04-30. */
    record FollowingMonth(MonthDay day) implements IntervalRule {

        @Override
        public String words() {
            return "the " + day + " of the following month";
        }

        @Override
        public DueDate nextDue(LocalDate last) {
            var date = day.in(YearMonth.from(last).plusMonths(1));
            return new DueDate(
                    date,
                    Derivation.of(sentence(words()), "")
                            .with("last good", Figures.day(last))
                            .gives(Figures.day(date)));
        }
    }

    /**
     * The next such weekday at least so many days away: the last Thursday, at least 14 days after 2026-03-03, returns
     * 2026-03-26.
     *
     * @param leastDays 1 to 365
     */
    record NextMonthDay(MonthDay day, int leastDays) implements IntervalRule {

        /**
         * Checks the limits.
         *
         * @param day the day to look at
         * @param leastDays 1 to 365
         * @throws onward.sentry.core.working.Refused with code {@code interval-least}
         */
        public NextMonthDay {
            Refusal.unless(
                    leastDays >= 1 && leastDays <= 365,
                    "interval-least",
                    "leastDays",
                    "The next such day is at least 1 to 365 days away, not " + leastDays + ".",
                    "14 to 28 days are usual.");
        }

        @Override
        public String words() {
            return "the next " + day + " of a month, at least " + leastDays + " days away";
        }

        @Override
        public DueDate nextDue(LocalDate last) {
            var earliest = last.plusDays(leastDays);
            var month = YearMonth.from(earliest);
            var date = day.in(month).isBefore(earliest) ? day.in(month.plusMonths(1)) : day.in(month);
            return new DueDate(
                    date,
                    Derivation.of(sentence(words()), "")
                            .with("last good", Figures.day(last))
                            .with("not before", Figures.day(earliest))
                            .gives(Figures.day(date)));
        }
    }

    /** Never later than so many days after; the earlier wins. */
    record Capped(IntervalRule interval, int capDays) implements IntervalRule {

        /**
         * Checks the limits.
         *
         * @param interval how long a good calibration holds
         * @param capDays most days, whatever the month
         * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
         */
        public Capped {
            Objects.requireNonNull(interval, "interval");
            cap(capDays);
        }

        @Override
        public String words() {
            return interval.words() + ", never later than " + capDays + " days";
        }

        @Override
        public DueDate nextDue(LocalDate last) {
            var due = interval.nextDue(last);
            var byCap = last.plusDays(capDays);
            if (!byCap.isBefore(due.date())) {
                return due;
            }
            return new DueDate(
                    byCap,
                    due.working()
                            .with("never later than", Figures.day(byCap) + ", " + capDays + " days")
                            .gives(Figures.day(byCap) + " (the cap is earlier)"));
        }
    }

    /**
     * The rule of the card beside one that is set for a single detector; the earlier day counts.
     *
     * <p>Every 6 months beside an own 90 days, after 2026-03-01, returns 2026-05-30.
     */
    record WithOwn(IntervalRule card, IntervalRule own) implements IntervalRule {

        /**
         * Checks the limits.
         *
         * @param card the interval of the card
         * @param own the interval of the detector; empty: none
         * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
         */
        public WithOwn {
            Objects.requireNonNull(card, "card");
            Objects.requireNonNull(own, "own");
        }

        /**
         * {@return the card's rule as it is where a detector has none of its own}
         *
         * @param card the interval of the card
         * @param own the interval of the detector; empty: none
         */
        public static IntervalRule of(IntervalRule card, Optional<IntervalRule> own) {
            return own.<IntervalRule>map(rule -> new WithOwn(card, rule)).orElse(card);
        }

        @Override
        public String words() {
            return card.words() + ", and for this detector " + own.words();
        }

        @Override
        public DueDate nextDue(LocalDate last) {
            var byCard = card.nextDue(last);
            var byOwn = own.nextDue(last);
            boolean ownWins = byOwn.date().isBefore(byCard.date());
            var due = ownWins ? byOwn : byCard;
            return new DueDate(
                    due.date(),
                    Derivation.of(sentence(words()), "earlier of the card's day and the detector's own")
                            .with("last good", Figures.day(last))
                            .with("by its card", Figures.day(byCard.date()))
                            .with("by its own interval", Figures.day(byOwn.date()))
                            .gives(Figures.day(due.date())
                                    + (ownWins
                                            ? " (its own is earlier)"
                                            : byOwn.date().equals(byCard.date()) ? "" : " (the card's is earlier)")));
        }
    }

    private static void cap(int days) {
        Refusal.unless(
                days >= 1 && days <= 2000,
                "interval-cap",
                "capDays",
                "A cap is 1 to 2,000 days, not " + days + ".",
                "Give the most days that may ever pass.");
    }

    private static String sentence(String words) {
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
