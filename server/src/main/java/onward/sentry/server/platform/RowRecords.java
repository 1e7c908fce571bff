package onward.sentry.server.platform;

import jakarta.persistence.EntityManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
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

    private static final String MINE = " from touched where tx = pg_current_xact_id_if_assigned()";

    /** Of a row that was changed twice, how it was found and how it was left. */
    private static final String CHANGES = """
            with mine as (select n, kind, key, was, body %1$s),
                found as (select distinct on (kind, key) kind, key, was from mine order by kind, key, n),
                left_as as (select distinct on (kind, key) n, kind, key, body from mine order by kind, key, n desc)
            select kind, key, was, body from left_as join found using (kind, key) order by n
            """.formatted(MINE);

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

    /**
     * Adds what the open transaction has touched.
     *
     * @param at the moment that the records name
     */
    public static void chain(JdbcTemplate jdbc, Instant at) {
        if (!jdbc.queryForList("select 1" + MINE + " limit 1", Integer.class).isEmpty()) {
            Ledger.lock(jdbc);
            var chain = new RowChain(jdbc, at);
            // A migration, or a table that is taken in, touches more rows than fit into memory.
            var reader = new JdbcTemplate(Objects.requireNonNull(jdbc.getDataSource()));
            reader.setFetchSize(ROWS_AT_ONCE);
            reader.query(CHANGES, row -> {
                chain.add(new Touched(
                        row.getString("kind"), row.getString("key"), row.getString("was"), row.getString("body")));
            });
            chain.store();
            jdbc.update("delete" + MINE);
        }
    }

    /** The end of the chain, to which some are added at a time. */
    private static final class RowChain {

        private final JdbcTemplate jdbc;
        private final Instant at;
        private final List<Touched> waiting = new ArrayList<>();
        private Last last;

        RowChain(JdbcTemplate jdbc, Instant at) {
            this.jdbc = jdbc;
            this.at = at;
            this.last = jdbc
                    .query(
                            "select seq, hash from row_record order by seq desc limit 1",
                            (row, n) -> new Last(row.getLong("seq"), row.getString("hash")))
                    .stream()
                    .findFirst()
                    .orElse(new Last(0, Chain.START));
        }

        void add(Touched one) {
            waiting.add(one);
            if (waiting.size() == ROWS_AT_ONCE) {
                store();
            }
        }

        void store() {
            jdbc.batchUpdate(INSERT, List.copyOf(waiting), ROWS_AT_ONCE, (row, one) -> last = put(row, one));
            waiting.clear();
        }

        private Last put(PreparedStatement row, Touched one) throws SQLException {
            var hash = Chain.ofRow(last.hash(), at, one.kind(), one.key(), one.was(), one.body());
            int column = 1;
            row.setLong(column++, last.seq() + 1);
            row.setObject(column++, at.atOffset(ZoneOffset.UTC));
            row.setString(column++, one.kind());
            row.setString(column++, one.key());
            row.setString(column++, one.was());
            row.setString(column++, one.body());
            row.setString(column++, last.hash());
            row.setString(column, hash);
            return new Last(last.seq() + 1, hash);
        }
    }
}
