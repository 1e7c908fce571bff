package onward.sentry.tools.proof;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.OffsetDateTime;
import java.util.Optional;
import onward.sentry.formats.Chain;
import onward.sentry.formats.LedgerKind;

/** The site's ledger: every number there, every entry following from the one before it, none changed. */
final class LedgerWalk {

    private long seq;
    private String hash = Chain.START;

    private LedgerWalk() {}

    static Walked of(Connection database) throws SQLException {
        var walk = new LedgerWalk();
        var broken = Rows.first(
                database, "select seq, at, kind, by, body, prev_hash, hash from ledger order by seq", walk::look);
        var what = "Ledger: " + Rows.count(database, "ledger") + " entries";
        if (broken.isEmpty()) {
            broken = foundBy(database);
        }
        return new Walked(what, broken.isPresent() ? broken : published(database));
    }

    private Optional<String> look(ResultSet row) throws SQLException {
        long next = row.getLong("seq");
        if (next != seq + 1) {
            return Optional.of("entry " + (seq + 1) + " is missing");
        }
        if (!row.getString("prev_hash").equals(hash)) {
            return Optional.of("entry " + next + " does not follow from the one before it: one was put in, taken out or"
                    + " moved here");
        }
        var at = row.getObject("at", OffsetDateTime.class).toInstant();
        var kind = row.getString("kind");
        if (!Chain.ofEntry(hash, at, kind, row.getString("by"), row.getString("body"))
                .equals(row.getString("hash"))) {
            return Optional.of("entry " + next + " was changed: " + kind + " by " + row.getString("by"));
        }
        if (LedgerKind.ofCode(kind).isEmpty()) {
            return Optional.of("entry " + next + " is of a kind that this program does not know: " + kind);
        }
        seq = next;
        hash = row.getString("hash");
        return Optional.empty();
    }

    /** What entries are looked up by is taken from what they say. */
    private static Optional<String> foundBy(Connection database) throws SQLException {
        return Rows.first(
                database,
                """
                select seq from ledger l, lateral (select l.body::jsonb as said) b
                where l.run_id is distinct from (said ->> 'run')::uuid
                    or l.detector is distinct from coalesce(said ->> 'detector', said ->> 'serial')
                    or l.cylinder is distinct from said ->> 'cylinder'
                    or l.corrects is distinct from (said ->> 'corrects')::bigint
                order by seq limit 1
                """,
                row -> Optional.of("entry " + row.getLong("seq") + " is looked up by something that it does not say"));
    }

    /** Cards and policies are what the ledger says was published. */
    private static Optional<String> published(Connection database) throws SQLException {
        return Rows.first(database, """
                select l.seq, l.kind, l.body::jsonb ->> 'textHash' as text_hash, coalesce(c.body, p.body) as body
                from ledger l
                left join procedure_card c on l.kind = 'card-published'
                    and c.model = l.body::jsonb ->> 'model' and c.version = (l.body::jsonb ->> 'version')::int
                left join house_policy p on l.kind = 'policy-changed'
                    and p.version = (l.body::jsonb ->> 'version')::int
                where l.kind in ('card-published', 'policy-changed') and l.body::jsonb ? 'textHash'
                order by l.seq
                """, row -> {
            var body = row.getString("body");
            if (body != null && Chain.hash(body).equals(row.getString("text_hash"))) {
                return Optional.empty();
            }
            return Optional.of("what entry " + row.getLong("seq") + " published ("
                    + row.getString("kind").replaceAll("-.*", "") + ") is not what stands there now");
        });
    }
}
