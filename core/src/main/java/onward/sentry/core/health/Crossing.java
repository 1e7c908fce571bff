package onward.sentry.core.health;

import java.time.LocalDate;
import java.util.Optional;

/**
 * When a response will fall through a limit, at 80 % confidence.
 *
 * @param percent the limit
 * @param earliest plausible day; empty when it will not within twenty years
 * @param likely day; empty when no fall is seen, or not within twenty years
 * @param latest plausible day; empty when the fall is not certain: the upper end is open
 */
public record Crossing(
        double percent, Optional<LocalDate> earliest, Optional<LocalDate> likely, Optional<LocalDate> latest) {

    /**
     * {@return the last day on which a new sensor is ordered in time: the earliest plausible crossing, less the lead time}
     *
     * @param leadDays days that a delivery takes, 0 or more
     */
    public Optional<LocalDate> orderBy(int leadDays) {
        return earliest.map(day -> day.minusDays(leadDays));
    }
}
