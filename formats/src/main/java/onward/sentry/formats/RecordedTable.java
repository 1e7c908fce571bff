package onward.sentry.formats;

import java.util.List;
import java.util.stream.Collectors;

/**
 * A table whose rows decide whether a detector may be used: what a row looked like after each change stands in the chain
 * of row records.
 *
 * @param name of the table
 * @param key its primary key, in order
 * @param leftOut columns that decide nothing: counters of writes, drawings, what is proved in another way
 * @param digested columns of secrets: their SHA-256 is on record, not they
 * @param onlyIf a column of yes and no that a row must have to be on record; empty: every row is
 */
public record RecordedTable(String name, List<String> key, List<String> leftOut, List<String> digested, String onlyIf) {

    /** Every one of them. The database keeps the same list in its triggers. */
    public static final List<RecordedTable> ALL = List.of(
            of("bench_rig", "name"),
            of("calibration_certificate", "number"),
            of("care_done", "id"),
            of("competence", "person_id,name"),
            of("cylinder", "id").without("version"),
            // What is in the file stands as its hash, which is compared with the file.
            of("cylinder_certificate", "id").without("content"),
            of("cylinder_change", "id"),
            of("cylinder_comparison", "id"),
            of("cylinder_component", "cylinder_id,position"),
            of("cylinder_hold", "id"),
            of("detector", "id").without("version", "last_strip"),
            of("due_trigger", "id"),
            of("equipment", "id"),
            of("equipment_check", "id"),
            of("gas_draw", "run_id,cylinder_id"),
            of("gauge_reading", "id"),
            of("hold", "id"),
            of("house_policy", "version"),
            of("interval_decision", "id"),
            of("link_token", "id").without("last_seen_at").withDigestOf("token_hash"),
            of("link_token_detector", "token_id,detector_id"),
            of("period_in_doubt", "id"),
            of("person", "id").without("pin_failures").withDigestOf("password_hash", "pin_hash"),
            of("plan_job", "detector_id").without("before_day").onlyIf("pinned"),
            of("procedure_card", "model,version"),
            of("recall", "id"),
            of("recall_cylinder", "recall_id,cylinder_id"),
            of("recall_detector", "recall_id,detector_id"),
            // Its end is compared with its events and with the ledger.
            of("run", "id")
                    .without(
                            "last_seq",
                            "last_hash",
                            "strip",
                            "asks_for",
                            "batches",
                            "link_run_time",
                            "link_heard_at",
                            "link_since"),
            of("run_before", "run_id"),
            of("sensor", "id"),
            of("sensor_result", "id"),
            // The readings stand as their hash, which is compared with them.
            of("trace", "run_id,seq,slot").without("body"));

    private static RecordedTable of(String name, String key) {
        return new RecordedTable(name, List.of(key.split(",")), List.of(), List.of(), "");
    }

    private RecordedTable without(String... columns) {
        return new RecordedTable(name, key, List.of(columns), digested, onlyIf);
    }

    private RecordedTable withDigestOf(String... columns) {
        return new RecordedTable(name, key, leftOut, List.of(columns), onlyIf);
    }

    private RecordedTable onlyIf(String column) {
        return new RecordedTable(name, key, leftOut, digested, column);
    }

    /** What a row of it is called after in the chain: {@code ["HM-01", 2]}, as an expression of SQL over the table {@code t}. */
    public String keyInSql() {
        return key.stream()
                .map(column -> "t." + quoted(column))
                .collect(Collectors.joining(", ", "jsonb_build_array(", ")"));
    }

    /**
     * What stands on record of a row of it, as an expression of SQL over the table {@code t}. Not by the function of the
     * database that the triggers call: whoever changes rows could change that too.
     */
    public String bodyInSql() {
        var body = new StringBuilder("to_jsonb(t)");
        leftOut.forEach(column -> body.append(" - '").append(column).append('\''));
        digested.forEach(column -> body.append(" || jsonb_build_object('")
                .append(column)
                .append("', encode(sha256(convert_to(t.")
                .append(column)
                .append(", 'UTF8')), 'hex'))"));
        return body.toString();
    }

    /** All rows of it that are on record, as SQL: table, key and body. */
    public String rowsInSql() {
        return "select '%s' as kind, %s as key, %s as body from %s t%s"
                .formatted(name, keyInSql(), bodyInSql(), name, onlyIf.isEmpty() ? "" : " where t." + onlyIf);
    }

    /** Its rows that are not what the chain says, as SQL: key, what is chained, what is there; either may be null. */
    public String differencesInSql() {
        return """
                select coalesce(c.key, t.key) as key, c.body as chained, t.body as there
                from (select distinct on (key) key, body::jsonb as body from row_record where kind = '%s'
                        order by key, seq desc) c
                    full join (select key::text as key, body from (%s) rows) t on t.key = c.key
                where c.body is distinct from t.body
                """.formatted(name, rowsInSql());
    }

    private static String quoted(String column) {
        return '"' + column + '"';
    }
}
