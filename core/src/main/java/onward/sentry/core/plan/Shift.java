package onward.sentry.core.plan;

import java.util.Set;
import onward.sentry.core.working.Refusal;

/**
 * One technician on one bench day.
 *
 * @param technician name as on records
 * @param minutes at the bench, 1 to 900
 * @param competences procedure classes that are held on that day
 */
public record Shift(String technician, int minutes, Set<String> competences) {

    private static final int MOST_MINUTES = 900;

    /**
     * Checks the limits, copies what it is given.
     *
     * @param technician name as on records
     * @param minutes at the bench, 1 to 900
     * @param competences procedure classes that are held on that day
     * @throws onward.sentry.core.working.Refused with code {@code shift-minutes}
     */
    public Shift {
        competences = Set.copyOf(competences);
        Refusal.unless(
                minutes >= 1 && minutes <= MOST_MINUTES,
                "shift-minutes",
                "minutes",
                technician + ": a bench day has 1 to " + MOST_MINUTES + " minutes, not " + minutes + ".",
                "Close the day instead of giving it no minutes.");
    }
}
