package onward.sentry.core.plan;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import onward.sentry.core.working.Refusal;

/**
 * How the site plans its bench.
 *
 * @param minutesADay of each technician at the bench, 30 to 600
 * @param setUpMinutes to change gas and regulator, purge included, 0 to 120
 * @param mostAwayPercent of a crew's detectors that may be at the bench on one day, 1 to 100; always at least one may
 * @param earlyDays how long before its due day a job may be done, 0 to 60
 * @param noticeDays that a detector which is out is called back before, 0 to 30
 * @param keepFreePercent of a day's minutes that is better kept for what goes wrong, 0 to 50
 * @param benchDays weekdays on which the bench is open, at least one; on rules of before they could be chosen, Monday to Friday
 */
public record PlanRules(
        int minutesADay,
        int setUpMinutes,
        int mostAwayPercent,
        int earlyDays,
        int noticeDays,
        int keepFreePercent,
        Set<DayOfWeek> benchDays) {

    private static final Set<DayOfWeek> MONDAY_TO_FRIDAY =
            Collections.unmodifiableSet(EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY));

    /** Four hours a technician, 10 minutes a set-up, a quarter of a crew, 10 days early, 2 days' notice, 15 % kept free. */
    public static final PlanRules USUAL = new PlanRules(240, 10, 25, 10, 2, 15);

    /**
     * The bench is open from Monday to Friday.
     *
     * @param minutesADay bench minutes of each technician, 30 to 600
     * @param setUpMinutes minutes of a change of gas, 0 to 120
     * @param mostAwayPercent share of a crew that may be at the bench, %, 1 to 100
     * @param earlyDays days before the due day on which a job may be done, 0 to 60
     * @param noticeDays days that a call back takes, 0 to 30
     * @param keepFreePercent share of a day kept free, %, 0 to 50
     */
    public PlanRules(
            int minutesADay,
            int setUpMinutes,
            int mostAwayPercent,
            int earlyDays,
            int noticeDays,
            int keepFreePercent) {
        this(minutesADay, setUpMinutes, mostAwayPercent, earlyDays, noticeDays, keepFreePercent, MONDAY_TO_FRIDAY);
    }

    /**
     * Checks the limits, copies what it is given, fills in what older records leave out.
     *
     * @param minutesADay of each technician at the bench, 30 to 600
     * @param setUpMinutes to change gas and regulator, purge included, 0 to 120
     * @param mostAwayPercent of a crew's detectors that may be at the bench on one day, 1 to 100; always at least one may
     * @param earlyDays how long before its due day a job may be done, 0 to 60
     * @param noticeDays that a detector which is out is called back before, 0 to 30
     * @param keepFreePercent of a day's minutes that is better kept for what goes wrong, 0 to 50
     * @param benchDays weekdays on which the bench is open, at least one; on rules of before they could be chosen, Monday to
     *     Friday
     * @throws onward.sentry.core.working.Refused with code {@code plan-bench-days}
     */
    public PlanRules {
        benchDays = benchDays == null ? MONDAY_TO_FRIDAY : inOrder(benchDays);
        Refusal.unless(
                !benchDays.isEmpty(),
                "plan-bench-days",
                "benchDays",
                "The bench is open on no weekday.",
                "Choose at least one.");
        within("minutesADay", "Bench minutes a day", minutesADay, 30, 600);
        within("setUpMinutes", "Minutes of a gas set-up", setUpMinutes, 0, 120);
        within("mostAwayPercent", "The share of a crew at the bench, %,", mostAwayPercent, 1, 100);
        within("earlyDays", "Days before the due day", earlyDays, 0, 60);
        within("noticeDays", "Days of notice", noticeDays, 0, 30);
        within("keepFreePercent", "The share of a day kept free, %,", keepFreePercent, 0, 50);
    }

    private static Set<DayOfWeek> inOrder(Set<DayOfWeek> days) {
        return days.isEmpty() ? days : Collections.unmodifiableSet(EnumSet.copyOf(days));
    }

    private static void within(String field, String what, int value, int least, int most) {
        Refusal.unless(
                value >= least && value <= most,
                "plan-rule",
                field,
                what + " may be " + least + " to " + most + ", not " + value + ".",
                "Give a figure within these.");
    }

    /**
     * {@return first day on which a detector may be calibrated: not so early that its interval is wasted, not before its
     * sensors have settled, and with notice when it is out}
     *
     * <p>Due 2026-03-20, today 2026-03-02, here and settled, 10 days early: 2026-03-10. Out and due tomorrow, 2 days of
     * notice: 2026-03-04.
     *
     * @param due the day on which the job is due
     * @param today the day at the site
     * @param out whether it is checked out
     * @param settled day on which a sensor that was fitted lately may be calibrated; empty: all have settled
     */
    public LocalDate earliest(LocalDate due, LocalDate today, boolean out, Optional<LocalDate> settled) {
        var here = out ? today.plusDays(noticeDays) : today;
        return Stream.of(here, due.minusDays(earlyDays), settled.orElse(here))
                .max(Comparator.naturalOrder())
                .orElseThrow();
    }

    /**
     * {@return how many detectors of a crew may be at the bench at once: of 10 at 25 %, 2; of 3, 1}
     *
     * @param detectors how many detectors
     */
    public int mostAway(int detectors) {
        return Math.max(1, detectors * mostAwayPercent / 100);
    }
}
