package onward.sentry.core.health;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A new sensor that will be wanted.
 *
 * @param part what is ordered, for example {@code "CO sensor for Quoin 4"}
 * @param earliest plausible day on which the one that is fitted becomes marginal
 * @param likely day of that; empty where it may just as well not
 * @param orderBy last day to order it, so that it is there on the earliest day
 */
public record PartWanted(
        String part, String detector, LocalDate earliest, Optional<LocalDate> likely, LocalDate orderBy) {

    /** What is wanted of a month. @param likely parts @param atMost parts, if each came on its earliest day */
    public record Month(YearMonth month, int likely, int atMost) {}

    /**
     * Empty where no end of the fitted sensor is in sight.
     *
     * @param part name of the part
     * @param detector serial of the detector
     * @param marginal when the sensor is expected to become marginal
     * @param leadDays from order to shelf
     * @return the part with the day to order it by
     */
    public static Optional<PartWanted> of(String part, String detector, Crossing marginal, int leadDays) {
        return marginal.earliest()
                .map(day -> new PartWanted(part, detector, day, marginal.likely(), day.minusDays(leadDays)));
    }

    /**
     * Parts by month; what is wanted already counts to the first one.
     *
     * @param wanted parts that are wanted
     * @param first the first month of the list
     * @param months how many to look at, from the first one on
     * @return one entry for each month, oldest first
     */
    public static List<Month> byMonth(List<PartWanted> wanted, YearMonth first, int months) {
        var likely = new int[months];
        var earliest = new int[months];
        for (var part : wanted) {
            part.likely().ifPresent(day -> count(likely, first, day));
            count(earliest, first, part.earliest());
        }
        var all = new ArrayList<Month>();
        for (int i = 0; i < months; i++) {
            all.add(new Month(first.plusMonths(i), likely[i], earliest[i]));
        }
        return all;
    }

    private static void count(int[] months, YearMonth first, LocalDate day) {
        long at = Math.max(0, ChronoUnit.MONTHS.between(first, YearMonth.from(day)));
        if (at < months.length) {
            months[(int) at]++;
        }
    }
}
