package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/** The day on which a sensor was fitted, corrected afterwards. */
public final class FittingDate {

    private FittingDate() {}

    /**
     * @param corrected the day that is right
     * @param today the day at the site
     * @param predecessor fitting day of the sensor that was in the slot before; empty: it is the first on record
     * @param firstUse day of the earliest result on record of this sensor; empty: it has none
     * @param reason why; a sentence for people
     * @throws onward.sentry.core.working.Refused with code {@code sensor-date}, or {@code remark-missing}
     */
    public static void check(
            LocalDate corrected,
            LocalDate today,
            Optional<LocalDate> predecessor,
            Optional<LocalDate> firstUse,
            String reason) {
        Refusal.unless(
                !corrected.isAfter(today),
                "sensor-date",
                "fittedOn",
                Figures.day(corrected) + " is in the future.",
                "Give today or an earlier day.");
        Refusal.unless(
                predecessor.isEmpty() || !corrected.isBefore(predecessor.get()),
                "sensor-date",
                "fittedOn",
                "The sensor before it was fitted on "
                        + predecessor.map(Figures::day).orElse("") + ".",
                "Give that day or a later one.");
        Refusal.unless(
                firstUse.isEmpty() || !corrected.isAfter(firstUse.get()),
                "sensor-date",
                "fittedOn",
                "The sensor has a result of " + firstUse.map(Figures::day).orElse("") + " on record.",
                "Give that day or an earlier one.");
        Refusal.unless(
                !reason.isBlank(),
                "remark-missing",
                "reason",
                "A correction needs a reason.",
                "For example: date read from the sensor's label.");
    }
}
