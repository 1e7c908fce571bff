package onward.sentry.server.link;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.UUID;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What gateways sent that was refused, and how much that was taken; counted, so that who set one up sees what is wrong. */
@Component
class GatewayFaults {

    /** @param reason as it was said last */
    record Fault(String code, long times, Instant lastAt, String reason) {}

    private record Row(String code, long times, OffsetDateTime lastAt, String reason) {}

    private final JdbcClient jdbc;
    private final Site site;

    GatewayFaults(JdbcClient jdbc, Site site) {
        this.jdbc = jdbc;
        this.site = site;
    }

    /** In a transaction of its own: what was refused has undone the other. */
    @Transactional
    void note(UUID gateway, Refusal refusal) {
        jdbc.sql("insert into link_fault (token_id, code, times, last_at, reason) values (?, ?, 1, ?, ?)"
                        + " on conflict (token_id, code) do update set times = link_fault.times + 1,"
                        + " last_at = excluded.last_at, reason = excluded.reason")
                .params(gateway, refusal.code(), site.now().atOffset(ZoneOffset.UTC), refusal.reason())
                .update();
    }

    @Transactional(readOnly = true)
    List<Fault> of(UUID gateway) {
        return jdbc
                .sql("select code, times, last_at, reason from link_fault where token_id = ?"
                        + " order by last_at desc, times desc, code")
                .param(gateway)
                .query(Row.class)
                .list()
                .stream()
                .map(row -> new Fault(row.code(), row.times(), row.lastAt().toInstant(), row.reason()))
                .toList();
    }

    /** Batches of a gateway that were taken. */
    @Transactional(readOnly = true)
    long batches(UUID gateway) {
        return jdbc.sql("select coalesce(sum(last_seq), 0) from link_session where token_id = ?")
                .param(gateway)
                .query(Long.class)
                .single();
    }
}
