package onward.sentry.tools.proof;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeSet;
import onward.sentry.formats.Chain;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.RecordedTable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The rows that decide whether a detector may be used: each is what the chain of row records says that it is. */
final class RowRecordWalk {

    private static final JsonMapper JSON = CoreJson.canonical();

    /** Of one table; whoever looks into it wants to see what kind of change it was, not every row of it. */
    private static final int MOST_FINDINGS = 10;

    private static final int LONGEST_VALUE = 80;

    /** What people call a thing by, where that is one thing alone. */
    private static final Map<String, String> NAMES = Map.of(
            "detector", "serial",
            "cylinder", "tag",
            "equipment", "tag",
            "person", "sign_in_name",
            "calibration_certificate", "number");

    private final Connection database;
    private long seq;
    private String hash = Chain.START;

    private RowRecordWalk(Connection database) {
        this.database = database;
    }

    /** The chain by itself. */
    static Walked chain(Connection database) throws SQLException {
        var walk = new RowRecordWalk(database);
        var broken = Rows.first(
                database,
                "select seq, at, kind, key, was, body, prev_hash, hash from row_record order by seq",
                walk::look);
        return new Walked("Row records: " + walk.seq, broken.isPresent() ? broken : changedBetween(database));
    }

    /** A row that the program found otherwise than it had left it. */
    private static Optional<String> changedBetween(Connection database) throws SQLException {
        return Rows.first(
                database,
                """
                select seq, kind, key, at from (
                    select seq, kind, key, at, was,
                        encode(sha256(convert_to(lag(body) over (partition by kind, key order by seq), 'UTF8')), 'hex') as left_as
                    from row_record) r
                where was is distinct from left_as order by seq limit 1
                """,
                row -> Optional.of("row record " + row.getLong("seq") + ": " + row.getString("kind") + " "
                        + row.getString("key") + " was changed behind the program before " + row.getString("at")
                        + ", and then written again"));
    }

    private Optional<String> look(ResultSet row) throws SQLException {
        long next = row.getLong("seq");
        if (next != seq + 1) {
            return Optional.of("row record " + (seq + 1) + " is missing");
        }
        if (!row.getString("prev_hash").equals(hash)) {
            return Optional.of("row record " + next
                    + " does not follow from the one before it: one was put in, taken out or moved here");
        }
        var at = row.getObject("at", OffsetDateTime.class).toInstant();
        var expected = Chain.ofRow(
                hash, at, row.getString("kind"), row.getString("key"), row.getString("was"), row.getString("body"));
        if (!expected.equals(row.getString("hash"))) {
            return Optional.of(
                    "row record " + next + " was changed: " + row.getString("kind") + " " + row.getString("key"));
        }
        seq = next;
        hash = row.getString("hash");
        return Optional.empty();
    }

    /** The tables against the chain. */
    static Walked tables(Connection database) throws SQLException {
        try (var zone = database.createStatement()) {
            zone.execute("set local time zone 'UTC'");
        }
        var walk = new RowRecordWalk(database);
        var broken = new ArrayList<String>();
        for (var table : RecordedTable.ALL) {
            broken.addAll(walk.differences(table));
        }
        Rows.first(database, "select distinct kind from row_record", row -> known(row.getString(1)))
                .ifPresent(broken::add);
        return new Walked("Tables on record: " + RecordedTable.ALL.size(), broken);
    }

    private static Optional<String> known(String kind) {
        return RecordedTable.ALL.stream().anyMatch(table -> table.name().equals(kind))
                ? Optional.empty()
                : Optional.of("the row records are of a table that this program does not know: " + kind);
    }

    private List<String> differences(RecordedTable table) throws SQLException {
        var sql = table.differencesInSql() + " order by 1 limit " + MOST_FINDINGS;
        var found = new ArrayList<String>();
        Rows.first(database, sql, row -> {
            found.add(told(table, row.getString("key"), row.getString("chained"), row.getString("there")));
            return Optional.empty();
        });
        return found;
    }

    private String told(RecordedTable table, String key, String chained, String there) throws SQLException {
        var before = chained == null ? null : JSON.readTree(chained);
        var now = there == null ? null : JSON.readTree(there);
        var name = table.name() + " " + called(table, key, Objects.requireNonNullElse(before, now));
        if (before == null) {
            return name + " stands there, and the chain does not know of it";
        }
        if (now == null) {
            return name + " is gone, and the chain still has it";
        }
        var columns = new TreeSet<>(before.propertyNames());
        columns.addAll(now.propertyNames());
        var changed = columns.stream()
                .filter(column -> !Objects.equals(before.get(column), now.get(column)))
                .map(column -> column + " is " + value(now, column) + ", on record is " + value(before, column))
                .toList();
        return name + " was changed: " + String.join("; ", changed);
    }

    private static String value(JsonNode row, String column) {
        var text = row.has(column) ? row.get(column).toString() : "nothing";
        return text.length() <= LONGEST_VALUE ? text : text.substring(0, LONGEST_VALUE) + "…";
    }

    /** A name that a person knows the row by, or its key and whose it is. */
    private String called(RecordedTable table, String key, JsonNode row) throws SQLException {
        var name = NAMES.get(table.name());
        if (name != null && row.has(name)) {
            return row.get(name).asString();
        }
        for (var whose : new String[] {"detector", "cylinder"}) {
            var id = row.get(whose + "_id");
            if (id != null && !id.isNull()) {
                return key + " of " + whose + " " + nameOf(whose, id.asString());
            }
        }
        return row.has("run_id") ? key + " of run " + row.get("run_id").asString() : key;
    }

    private String nameOf(String table, String id) throws SQLException {
        try (var statement = database.prepareStatement(
                "select body::jsonb ->> ? from row_record where kind = ? and key = ? and body is not null"
                        + " order by seq desc limit 1")) {
            statement.setString(1, NAMES.get(table));
            statement.setString(2, table);
            statement.setString(3, "[\"" + id + "\"]");
            try (var rows = statement.executeQuery()) {
                return rows.next() ? rows.getString(1) : id;
            }
        }
    }
}
