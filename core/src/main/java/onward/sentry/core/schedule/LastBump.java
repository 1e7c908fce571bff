package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * When one sensor last answered well to gas, in a bump or in a calibration, and how long that counts.
 *
 * @param slot the sensor's slot
 * @param sensor as people call it, for example {@code "CO"}
 * @param on empty: not since it was fitted
 * @param ownDays on how many days the card lets a bump of this sensor count; empty: as the site rules say
 */
public record LastBump(int slot, String sensor, Optional<LocalDate> on, OptionalInt ownDays) {

    /** Somebody asks for bumps of this sensor: its card, or the site rules. */
    boolean isAsked(Rhythm rhythm) {
        return ownDays.isPresent() || rhythm.asksForBump();
    }

    /** On how many days its last bump counts. */
    int days(Rhythm rhythm) {
        return ownDays.orElse(rhythm.bumpDays());
    }

    /** Last day on which its last bump counts: one of 2026-03-02 that counts for 3 days, 2026-03-04. */
    Optional<LocalDate> countsThrough(Rhythm rhythm) {
        return on.map(day -> day.plusDays(days(rhythm) - 1L));
    }

    /**
     * It is to be bumped before it is used. Bumped on 2026-03-02 with 3 days to count, from 2026-03-05 on; never bumped, on
     * any day.
     *
     * @param rhythm when the site asks for bumps
     * @param today the day at the site
     * @return whether that is so
     */
    public boolean isOwed(Rhythm rhythm, LocalDate today) {
        return isAsked(rhythm)
                && countsThrough(rhythm).filter(last -> !last.isBefore(today)).isEmpty();
    }

    /**
     * {@return the sensors that a bump is about: those that wait for one, or all where none does}
     *
     * <p>CO bumped yesterday and to be bumped daily, NH₃ bumped last week and to be bumped each month: only CO's slot.
     *
     * @param sensors the sensors of the detector
     * @param rhythm when the site asks for bumps
     * @param today the day at the site
     */
    public static List<Integer> slotsToBump(List<LastBump> sensors, Rhythm rhythm, LocalDate today) {
        var owed = sensors.stream()
                .filter(sensor -> sensor.isOwed(rhythm, today))
                .map(LastBump::slot)
                .toList();
        return owed.isEmpty() ? sensors.stream().map(LastBump::slot).toList() : owed;
    }
}
