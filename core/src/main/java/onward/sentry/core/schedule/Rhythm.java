package onward.sentry.core.schedule;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import onward.sentry.core.working.Refusal;

/**
 * How often the site asks for a bump of each sensor that its card says nothing else of, and how early it calls work due
 * soon.
 *
 * @param bumpDays a good bump counts on its own day and in all on so many days, 1 to 31; 1: before each day's use; 0: no bump
 *     is asked for
 * @param soonDays work that falls due within so many days is due soon, 0 to 60
 */
public record Rhythm(int bumpDays, int soonDays) {

    /** What ships: a bump before each day's use, due soon from a week before. */
    public static final Rhythm SHIPPED = new Rhythm(1, 7);

    private static final int MOST_BUMP_DAYS = 31;
    private static final int MOST_SOON_DAYS = 60;

    /**
     * Checks the limits.
     *
     * @param bumpDays a good bump counts on its own day and in all on so many days, 1 to 31; 1: before each day's use; 0: no
     *     bump is asked for
     * @param soonDays work that falls due within so many days is due soon, 0 to 60
     * @throws onward.sentry.core.working.Refused with one of the codes {@code policy-bump}, {@code policy-soon}
     */
    public Rhythm {
        Refusal.unless(
                bumpDays >= 0 && bumpDays <= MOST_BUMP_DAYS,
                "policy-bump",
                "rhythm.bumpDays",
                "A bump counts for 1 to " + MOST_BUMP_DAYS + " days, not " + bumpDays + ".",
                "1 asks for one before each day's use, 0 for none.");
        Refusal.unless(
                soonDays >= 0 && soonDays <= MOST_SOON_DAYS,
                "policy-soon",
                "rhythm.soonDays",
                "Work is due soon from 0 to " + MOST_SOON_DAYS + " days before, not " + soonDays + ".",
                "7 is usual.");
    }

    /** {@return whether bumps are asked for at all} */
    public boolean asksForBump() {
        return bumpDays > 0;
    }

    /**
     * The days on which a detector in daily use is bumped, nobody being at the bench at the weekend: from Monday 2026-03-02
     * through 2026-03-09, one that counts for 3 days is wanted on the 2nd, the 5th and the 9th.
     *
     * @param ownDays on how many days the card lets a bump of a sensor count; empty: as the site rules say
     * @param from the first day
     * @param through the last day
     * @return none where no bump is asked for
     */
    public List<LocalDate> bumpsOn(OptionalInt ownDays, LocalDate from, LocalDate through) {
        var days = new ArrayList<LocalDate>();
        int apart = ownDays.orElse(bumpDays);
        var day = atTheBench(from);
        while (apart > 0 && !day.isAfter(through)) {
            days.add(day);
            day = atTheBench(day.plusDays(apart));
        }
        return days;
    }

    private static LocalDate atTheBench(LocalDate day) {
        return switch (day.getDayOfWeek()) {
            case SATURDAY, SUNDAY -> day.with(TemporalAdjusters.next(DayOfWeek.MONDAY));
            default -> day;
        };
    }
}
