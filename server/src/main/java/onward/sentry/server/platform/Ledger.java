package onward.sentry.server.platform;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Map;
import onward.sentry.formats.Chain;
import onward.sentry.formats.CoreJson;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The site's log of what was signed, held, released, fitted: one chain, only added to. */
@Component
public class Ledger {

    private static final long LOCK = 7_301_001;

    private final JdbcClient jdbc;
    private final Site site;
    private final JsonMapper json = CoreJson.canonical();

    Ledger(JdbcClient jdbc, Site site) {
        this.jdbc = jdbc;
        this.site = site;
    }

    /** Appends inside the caller's transaction, one at a time across all copies of the server. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void append(String kind, String by, Map<String, ?> entry) {
        append(kind, by, entry, site.now());
    }

    /** The same for something that happened at another moment than now. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void append(String kind, String by, Map<String, ?> entry, Instant at) {
        jdbc.sql("select pg_advisory_xact_lock(?)")
                .param(LOCK)
                .query((row, n) -> 0)
                .single();
        record Last(long seq, String hash) {}
        var last = jdbc.sql("select seq, hash from ledger order by seq desc limit 1")
                .query(Last.class)
                .optional()
                .orElse(new Last(0, Chain.START));
        var body = json.writeValueAsString(entry);
        jdbc.sql("insert into ledger (seq, at, kind, by, body, prev_hash, hash) values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        last.seq() + 1,
                        at.atOffset(ZoneOffset.UTC),
                        kind,
                        by,
                        body,
                        last.hash(),
                        Chain.next(last.hash(), at + "\n" + kind + "\n" + by + "\n" + body))
                .update();
    }
}
