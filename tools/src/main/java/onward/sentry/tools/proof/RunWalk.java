package onward.sentry.tools.proof;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.OffsetDateTime;
import java.util.Optional;
import onward.sentry.formats.Chain;

/** The runs: each chained from its first event to the hash that the ledger has of its end. */
final class RunWalk {

    private String run = "";
    private String name = "";
    private int seq = -1;
    private String hash = Chain.START;
    private String lastHash = Chain.START;
    private int lastSeq = -1;

    private RunWalk() {}

    static Walked of(Connection database) throws SQLException {
        var walk = new RunWalk();
        var what = "Runs: " + Rows.count(database, "run") + " with " + Rows.count(database, "run_event") + " events";
        var broken = Rows.first(database, """
                select r.id, d.serial, r.started_at, r.last_hash, r.last_seq, e.seq, e.at, e.kind, e.version,
                    e.client_id, e.hash_rule, e.body, e.prev_hash, e.hash
                from run r join detector d on d.id = r.detector_id left join run_event e on e.run_id = r.id
                order by r.id, e.seq
                """, walk::look);
        if (broken.isEmpty()) {
            broken = walk.ended();
        }
        return new Walked(what, broken.isPresent() ? broken : againstLedger(database));
    }

    private Optional<String> look(ResultSet row) throws SQLException {
        if (!row.getString("id").equals(run)) {
            var before = ended();
            if (before.isPresent()) {
                return before;
            }
            run = row.getString("id");
            name = row.getString("serial") + " of "
                    + row.getString("started_at").substring(0, 16) + " (" + run + ")";
            lastHash = row.getString("last_hash");
            lastSeq = row.getInt("last_seq");
            seq = -1;
            hash = Chain.START;
        }
        if (row.getString("hash") == null) {
            return Optional.of("run of " + name + " has lost its events");
        }
        if (row.getInt("seq") != seq + 1) {
            return Optional.of("run of " + name + ": event " + (seq + 1) + " is missing");
        }
        if (!row.getString("prev_hash").equals(hash)) {
            return Optional.of(
                    "run of " + name + ": event " + row.getInt("seq") + " does not follow from the one before it");
        }
        int rule = row.getInt("hash_rule");
        if (rule != 1 && rule != Chain.EVENT_RULE) {
            return Optional.of("run of " + name + ": event " + row.getInt("seq")
                    + " is hashed by a rule that this program does not know: " + rule);
        }
        var expected = Chain.ofEvent(
                rule,
                hash,
                row.getObject("at", OffsetDateTime.class).toInstant(),
                row.getString("kind"),
                row.getInt("version"),
                row.getString("client_id"),
                row.getString("body"));
        if (!expected.equals(row.getString("hash"))) {
            return Optional.of("run of " + name + ": event " + row.getInt("seq") + " was changed");
        }
        seq = row.getInt("seq");
        hash = row.getString("hash");
        return Optional.empty();
    }

    /** Whether the run that was just walked ends where its own row says. */
    private Optional<String> ended() {
        return run.isEmpty() || (hash.equals(lastHash) && seq == lastSeq)
                ? Optional.empty()
                : Optional.of("run of " + name + " does not end where it did: its last event is " + seq);
    }

    /** The ledger names every run that is over, with the hash it ended with. */
    private static Optional<String> againstLedger(Connection database) throws SQLException {
        var gone = Rows.first(
                database,
                """
                select l.seq, l.run_id, r.id from ledger l left join run r on r.id = l.run_id
                where l.kind in ('run-signed', 'run-stopped')
                    and (r.id is null or r.last_hash <> l.body::jsonb ->> 'lastHash')
                order by l.seq limit 1
                """,
                row -> Optional.of("run " + row.getString("run_id") + ", which entry " + row.getLong("seq")
                        + " of the ledger names, " + (row.getString("id") == null ? "is gone" : "is another one now")));
        if (gone.isPresent()) {
            return gone;
        }
        var ofNoRun = Rows.first(
                database,
                "select e.run_id, e.seq from run_event e left join run r on r.id = e.run_id where r.id is null limit 1",
                row -> Optional.of("run of nothing: event " + row.getInt("seq") + " is of run "
                        + row.getString("run_id") + ", which is not there"));
        if (ofNoRun.isPresent()) {
            return ofNoRun;
        }
        return Rows.first(
                database,
                """
                select r.id from run r where r.phase in ('SIGNED', 'STOPPED') and not exists (
                    select 1 from ledger l where l.run_id = r.id and l.kind in ('run-signed', 'run-stopped')) limit 1
                """,
                row -> Optional.of("run " + row.getString("id") + " is over, and the ledger does not know of it"));
    }
}
