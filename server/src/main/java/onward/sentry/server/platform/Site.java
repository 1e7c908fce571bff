package onward.sentry.server.platform;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import org.springframework.stereotype.Component;

/** What time and what day it is at the site. Instants are kept to the microsecond, as the database keeps them. */
@Component
public class Site {

    private final Clock clock;
    private final ZoneId zone;

    Site(Clock clock, SentrySettings settings) {
        this.clock = clock;
        this.zone = settings.zone();
    }

    public Instant now() {
        return clock.instant().truncatedTo(ChronoUnit.MICROS);
    }

    public LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), zone);
    }

    public ZoneId zone() {
        return zone;
    }
}
