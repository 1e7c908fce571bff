package onward.sentry.tools.proof;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import onward.sentry.formats.RecordedTable;

/** What the database itself stands guard over: tables that are only added to, and rows that go on record. */
final class TriggerWalk {

    private static final String ONLY_ADDED_TO = "never_changed";
    private static final String ON_RECORD = "note_touched";

    private static final List<String> APPEND_ONLY = List.of(
            "calibration_certificate",
            "care_done",
            "cylinder_certificate",
            "cylinder_change",
            "cylinder_comparison",
            "equipment_check",
            "gauge_reading",
            "house_policy",
            "interval_decision",
            "ledger",
            "procedure_card",
            "row_record",
            "run_event",
            "sensor_result",
            "site_mark",
            "trace");

    /** What each function does when it still does its work. */
    private static final Map<String, String> DOES =
            Map.of(ONLY_ADDED_TO, "raise exception", ON_RECORD, "insert into touched");

    private TriggerWalk() {}

    static Walked of(Connection database) throws SQLException {
        var there = new HashMap<String, String>();
        Rows.first(database, """
                select c.relname || ' ' || f.proname as name, t.tgenabled
                from pg_trigger t join pg_class c on c.oid = t.tgrelid join pg_proc f on f.oid = t.tgfoid
                where not t.tgisinternal
                """, row -> {
            there.put(row.getString(1), row.getString(2));
            return Optional.empty();
        });
        var broken = Stream.concat(
                        APPEND_ONLY.stream().map(table -> table + " " + ONLY_ADDED_TO),
                        RecordedTable.ALL.stream().map(table -> table.name() + " " + ON_RECORD))
                .map(wanted -> complaint(wanted, there.get(wanted)))
                .flatMap(Optional::stream)
                .toList();
        var what = "Guards of tables: " + (APPEND_ONLY.size() + RecordedTable.ALL.size());
        return new Walked(what, broken.isEmpty() ? functions(database) : broken);
    }

    private static Optional<String> complaint(String wanted, String enabled) {
        if ("O".equals(enabled) || "A".equals(enabled)) {
            return Optional.empty();
        }
        return Optional.of("the trigger " + wanted.split(" ")[1] + " of " + wanted.split(" ")[0]
                + (enabled == null ? " is missing" : " is switched off"));
    }

    private static List<String> functions(Connection database) throws SQLException {
        var does = new HashMap<String, String>();
        Rows.first(database, "select proname, prosrc from pg_proc where pronamespace = 'public'::regnamespace", row -> {
            does.put(row.getString("proname"), row.getString("prosrc"));
            return Optional.empty();
        });
        return DOES.entrySet().stream()
                .filter(wanted -> !does.getOrDefault(wanted.getKey(), "").contains(wanted.getValue()))
                .map(wanted -> "the function " + wanted.getKey() + " of the database no longer does its work")
                .toList();
    }
}
