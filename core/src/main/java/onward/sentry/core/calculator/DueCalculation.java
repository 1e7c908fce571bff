package onward.sentry.core.calculator;

import java.time.DayOfWeek;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.schedule.IntervalRule.MonthDay;
import onward.sentry.core.working.Refusal;

/** The next due day by an interval rule that is named in words. */
final class DueCalculation {

    private static final Pattern MONTHS = Pattern.compile("every-(\\d{1,2})-months?");
    private static final Pattern DAYS = Pattern.compile("every-(\\d{1,4})-days?");
    private static final String MONTH_DAY =
            "(first|second|third|fourth|last)-(monday|tuesday|wednesday|thursday|friday|saturday|sunday)";
    private static final Pattern FOLLOWING = Pattern.compile(MONTH_DAY + "-of-following-month");
    private static final Pattern NEXT = Pattern.compile("next-" + MONTH_DAY);
    private static final int MOST_DAYS = 2_000;

    private DueCalculation() {}

    static Calculation calculation() {
        return Calculation.of(
                "due",
                "Next due day",
                DueCalculation::due,
                Input.of(
                                "rule",
                                "every-6-months, every-30-days, last-thursday-of-following-month or next-last-thursday")
                        .as(Input.Kind.WORDS),
                Input.of("done", "day of the last good work").as(Input.Kind.DAY),
                Input.of("min_days", "least days away, with next-…", "1"),
                Input.of("cap", "never later than so many days, as 180-days", "")
                        .as(Input.Kind.WORDS));
    }

    private static Result due(Inputs in) {
        var rule = rule(in);
        var capped = in.find("cap").isPresent() ? new IntervalRule.Capped(rule, days(in, "cap")) : rule;
        var due = capped.nextDue(in.date("done"));
        return Result.of(due.date().toString(), due.working());
    }

    private static IntervalRule rule(Inputs in) {
        var text = in.text("rule").toLowerCase(Locale.ROOT);
        var months = MONTHS.matcher(text);
        var days = DAYS.matcher(text);
        var following = FOLLOWING.matcher(text);
        var next = NEXT.matcher(text);
        boolean everyMonths = months.matches() && between(months.group(1), 60);
        boolean everyDays = days.matches() && between(days.group(1), MOST_DAYS);
        Refusal.unless(
                everyMonths || everyDays || following.matches() || next.matches(),
                "rule-unknown",
                "rule",
                "There is no rule '" + text + "'; months go from 1 to 60, days from 1 to 2000.",
                "Give every-6-months, every-30-days, last-thursday-of-following-month or next-last-thursday.");
        if (everyMonths) {
            return new IntervalRule.EveryMonths(Integer.parseInt(months.group(1)), MOST_DAYS);
        }
        if (everyDays) {
            return new IntervalRule.EveryDays(Integer.parseInt(days.group(1)));
        }
        return following.matches()
                ? new IntervalRule.FollowingMonth(monthDay(following))
                : new IntervalRule.NextMonthDay(monthDay(next), leastDays(in));
    }

    private static boolean between(String number, int most) {
        int n = Integer.parseInt(number);
        return n >= 1 && n <= most;
    }

    private static MonthDay monthDay(Matcher matched) {
        int nth = switch (matched.group(1)) {
            case "first" -> 1;
            case "second" -> 2;
            case "third" -> 3;
            case "fourth" -> 4;
            default -> 5;
        };
        return new MonthDay(nth, DayOfWeek.valueOf(matched.group(2).toUpperCase(Locale.ROOT)));
    }

    private static int leastDays(Inputs in) {
        double days = in.number("min_days");
        Refusal.unless(
                days >= 1 && days <= 365 && days == Math.rint(days),
                "min-days",
                "min_days",
                "'min_days' is a whole number from 1 to 365, not " + in.text("min_days") + ".",
                "14 is usual.");
        return (int) days;
    }

    private static int days(Inputs in, String name) {
        var text = in.text(name).toLowerCase(Locale.ROOT).replaceFirst("-?days?$", "");
        double days = Inputs.number(name, text);
        Refusal.unless(
                days >= 1 && days <= MOST_DAYS && days == Math.rint(days),
                "cap",
                name,
                "A cap is 1 to 2000 days, not " + in.text(name) + ".",
                "Give it like 180-days.");
        return (int) days;
    }
}
