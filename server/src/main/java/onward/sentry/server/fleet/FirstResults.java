package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.Optional;
import java.util.UUID;

/** When a sensor was first worked on. The module that keeps the results answers it. */
public interface FirstResults {

    /** Day of the earliest result on record of a sensor; empty: it has none. */
    Optional<LocalDate> firstResult(UUID sensorId);
}
