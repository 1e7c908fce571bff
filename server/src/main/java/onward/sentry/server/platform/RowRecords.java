package onward.sentry.server.platform;

import jakarta.persistence.EntityManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import onward.sentry.formats.Chain;
import org.springframework.dao.support.DataAccessUtils;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.orm.jpa.vendor.HibernateJpaDialect;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionExecution;
import org.springframework.transaction.TransactionExecutionListener;

/**
 * Chains what the rows that decide anything look like after each transaction: the database notes which rows a transaction
 * touches, and just before the commit their state is added to the chain. Whoever changes a row past the program leaves it
 * other than the chain says. Takes the lock of the ledger, which is the last one of a transaction.
 */
@Component
public class RowRecords implements TransactionExecutionListener {

    private static final String INSERT = "insert into row_record (seq, at, kind, key, was, body, prev_hash, hash)"
            + " values (?, ?, ?, ?, ?, ?, ?, ?)";
    private static final int ROWS_AT_ONCE = 500;

    private final JdbcTemplate jdbc;
    private final EntityManager entities;
    private final Site site;

    RowRecords(JdbcTemplate jdbc, EntityManager entities, Site site) {
        this.jdbc = jdbc;
        this.entities = entities;
        this.site = site;
    }

    @Override
    public void beforeCommit(TransactionExecution transaction) {
        if (!transaction.isReadOnly() && !transaction.isRollbackOnly()) {
            try {
                entities.flush();
            } catch (RuntimeException e) {
                // As the commit itself would have said it.
                throw DataAccessUtils.translateIfNecessary(e, new HibernateJpaDialect());
            }
            chain(jdbc, site.now());
        }
    }

    private record Touched(String kind, String key, String was, String body) {}

    private record Last(long seq, String hash) {}

    /** Adds what the open transaction has touched: of a row that it has changed twice, how it found it and how it leaves it. */
    public static void chain(JdbcTemplate jdbc, Instant at) {
        var touched = jdbc.query(
                """
                with mine as (delete from touched where tx = pg_current_xact_id_if_assigned() returning n, kind, key, was, body),
                    found as (select distinct on (kind, key) kind, key, was from mine order by kind, key, n),
                    left_as as (select distinct on (kind, key) n, kind, key, body from mine order by kind, key, n desc)
                select kind, key, was, body from left_as join found using (kind, key) order by n
                """,
                (row, n) -> new Touched(
                        row.getString("kind"), row.getString("key"), row.getString("was"), row.getString("body")));
        if (!touched.isEmpty()) {
            Ledger.lock(jdbc);
            store(jdbc, at, touched);
        }
    }

    private static void store(JdbcTemplate jdbc, Instant at, List<Touched> touched) {
        var last = jdbc
                .query(
                        "select seq, hash from row_record order by seq desc limit 1",
                        (row, n) -> new Last(row.getLong("seq"), row.getString("hash")))
                .stream()
                .findFirst()
                .orElse(new Last(0, Chain.START));
        var end = new Last[] {last};
        jdbc.batchUpdate(INSERT, touched, ROWS_AT_ONCE, (row, one) -> end[0] = put(row, one, at, end[0]));
    }

    private static Last put(PreparedStatement row, Touched one, Instant at, Last before) throws SQLException {
        var next = new Last(
                before.seq() + 1, Chain.ofRow(before.hash(), at, one.kind(), one.key(), one.was(), one.body()));
        int column = 1;
        row.setLong(column++, next.seq());
        row.setObject(column++, at.atOffset(ZoneOffset.UTC));
        row.setString(column++, one.kind());
        row.setString(column++, one.key());
        row.setString(column++, one.was());
        row.setString(column++, one.body());
        row.setString(column++, before.hash());
        row.setString(column, next.hash());
        return next;
    }
}
