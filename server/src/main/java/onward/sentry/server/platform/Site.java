package onward.sentry.server.platform;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What time and what day it is at the site. Instants are kept to the microsecond, as the database keeps them. The time zone
 * is the one of the site's profile, or of the settings until there is a profile; a change reaches every copy of the server
 * within seconds.
 */
@Component
public class Site {

    private static final Duration ZONE_HOLDS = Duration.ofSeconds(5);

    private final Clock clock;
    private final LoadingCache<String, ZoneId> zone;

    /** @param jdbc asked for when it is first needed: this is made before the tables are */
    Site(Clock clock, SentrySettings settings, ObjectProvider<JdbcClient> jdbc) {
        this.clock = clock;
        this.zone = Caffeine.newBuilder()
                .refreshAfterWrite(ZONE_HOLDS)
                .build(any -> jdbc.getObject()
                        .sql("select zone from site_profile")
                        .query(String.class)
                        .optional()
                        .map(ZoneId::of)
                        .orElse(settings.zone()));
    }

    public Instant now() {
        return clock.instant().truncatedTo(ChronoUnit.MICROS);
    }

    public LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), zone());
    }

    public ZoneId zone() {
        return zone.get("");
    }

    /** Another zone was committed by this copy of the server. */
    void zoneChanged() {
        zone.invalidateAll();
    }
}
