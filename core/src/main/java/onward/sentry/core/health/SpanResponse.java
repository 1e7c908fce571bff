package onward.sentry.core.health;

import java.time.LocalDate;
import java.util.Objects;

/**
 * What a sensor answered at one span.
 *
 * @param percent of what was applied
 * @param cylinder tag of the gas that it was set on; empty where that is not on record
 */
public record SpanResponse(LocalDate on, double percent, String cylinder) {

    /**
     * Checks the limits.
     *
     * @param on the day of the work
     * @param percent of what was applied
     * @param cylinder tag of the gas that it was set on; empty where that is not on record
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public SpanResponse {
        Objects.requireNonNull(on, "on");
        Objects.requireNonNull(cylinder, "cylinder");
        if (!(percent >= 0)) {
            throw new IllegalArgumentException("a response is 0 % or more, was " + percent);
        }
    }
}
