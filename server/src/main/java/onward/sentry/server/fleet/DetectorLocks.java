package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Row locks on detectors, all taken in one order: by id. Plain SQL, because Hibernate would write out everything that is
 * pending before each of them.
 */
@Component
class DetectorLocks {

    private final JdbcClient jdbc;

    DetectorLocks(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** Holds some detectors for this transaction. */
    void hold(Collection<UUID> ids) {
        jdbc.sql("select id from detector where id = any (?) order by id for no key update")
                .param(ids.toArray(UUID[]::new))
                .query(UUID.class)
                .list();
    }

    /** Holds the whole fleet. */
    void holdAll() {
        jdbc.sql("select id from detector order by id for no key update")
                .query(UUID.class)
                .list();
    }

    /** Holds some whose state has stopped being true by a day; those that somebody else holds are left out. */
    List<UUID> holdExpired(LocalDate day, int most) {
        return jdbc.sql("select id from detector where state_valid_through < ? order by id limit ?"
                        + " for no key update skip locked")
                .params(day, most)
                .query(UUID.class)
                .list();
    }
}
