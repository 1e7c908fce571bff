package onward.sentry.server.platform;

import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import onward.sentry.formats.Chain;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.LedgerKind;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import tools.jackson.databind.json.JsonMapper;

/**
 * The site's log of what was signed, held, released, fitted: one chain, only added to. Its lock is the last that a
 * transaction takes: entries wait until everything else is written, and are added just before the commit, so nobody who
 * holds it waits for a row.
 */
@Component
public class Ledger {

    private static final long LOCK = 7_301_001;

    private final JdbcClient jdbc;
    private final JdbcTemplate plain;
    private final EntityManager entities;
    private final Site site;
    private final JsonMapper json = CoreJson.canonical();

    Ledger(JdbcClient jdbc, JdbcTemplate plain, EntityManager entities, Site site) {
        this.jdbc = jdbc;
        this.plain = plain;
        this.entities = entities;
        this.site = site;
    }

    private record Entry(String kind, String by, String body, Instant at) {}

    /** Adds an entry with the caller's transaction. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void append(LedgerKind kind, String by, Map<String, ?> entry) {
        append(kind, by, entry, site.now());
    }

    /** The same for something that happened at another moment than now. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void append(LedgerKind kind, String by, Map<String, ?> entry, Instant at) {
        waiting().entries.add(new Entry(kind.code(), by, json.writeValueAsString(entry), at));
    }

    /**
     * Adds what waits now, for a caller that reads it in the same transaction. Nothing else may be locked after that.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void storeNow() {
        waiting().store();
    }

    private Waiting waiting() {
        return TransactionSynchronizationManager.getSynchronizations().stream()
                .filter(one -> one instanceof Waiting waiting && waiting.ledger() == this)
                .map(Waiting.class::cast)
                .findFirst()
                .orElseGet(() -> {
                    var waiting = new Waiting();
                    TransactionSynchronizationManager.registerSynchronization(waiting);
                    return waiting;
                });
    }

    /** Entries of one transaction. */
    private final class Waiting implements TransactionSynchronization {

        private final List<Entry> entries = new ArrayList<>();

        private Ledger ledger() {
            return Ledger.this;
        }

        @Override
        public void beforeCommit(boolean readOnly) {
            store();
        }

        private void store() {
            if (!entries.isEmpty()) {
                entities.flush();
                Ledger.this.store(List.copyOf(entries));
                entries.clear();
            }
        }
    }

    /** One transaction at a time across all copies of the server. */
    static void lock(JdbcTemplate jdbc) {
        jdbc.query("select pg_advisory_xact_lock(?)", row -> {}, LOCK);
    }

    private void store(List<Entry> entries) {
        lock(plain);
        record Last(long seq, String hash) {}
        var last = jdbc.sql("select seq, hash from ledger order by seq desc limit 1")
                .query(Last.class)
                .optional()
                .orElse(new Last(0, Chain.START));
        for (var entry : entries) {
            var hash = Chain.ofEntry(last.hash(), entry.at(), entry.kind(), entry.by(), entry.body());
            jdbc.sql("insert into ledger (seq, at, kind, by, body, prev_hash, hash) values (?, ?, ?, ?, ?, ?, ?)")
                    .params(
                            last.seq() + 1,
                            entry.at().atOffset(ZoneOffset.UTC),
                            entry.kind(),
                            entry.by(),
                            entry.body(),
                            last.hash(),
                            hash)
                    .update();
            last = new Last(last.seq() + 1, hash);
        }
    }
}
