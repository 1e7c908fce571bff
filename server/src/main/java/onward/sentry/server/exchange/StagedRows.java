package onward.sentry.server.exchange;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import onward.sentry.formats.LineFault;
import onward.sentry.formats.TableFile;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The lines of a table where they wait, whatever they are about. */
@Component
class StagedRows {

    private static final TypeReference<List<LineFault>> FAULTS = new TypeReference<>() {};
    private static final TypeReference<Map<String, String>> FIELDS = new TypeReference<>() {};

    private final JdbcTemplate batches;
    private final JdbcClient jdbc;
    private final JsonMapper json;

    StagedRows(JdbcTemplate batches, JdbcClient jdbc, JsonMapper json) {
        this.batches = batches;
        this.jdbc = jdbc;
        this.json = json;
    }

    /** A line that is not taken, with what is wrong in it. */
    record RefusedLine(long line, LineFault fault) {}

    void refuse(UUID id, List<RefusedLine> refused) {
        batches.batchUpdate(
                "update fleet_import_row set verdict = 'REFUSED', faults = ? where import_id = ? and line = ?",
                refused.stream()
                        .map(one -> new Object[] {json.writeValueAsString(List.of(one.fault())), id, one.line()})
                        .toList());
    }

    List<LineFault> faults(String text) {
        return json.readValue(text, FAULTS);
    }

    Map<String, String> fields(String text) {
        return json.readValue(text, FIELDS);
    }

    /** What a table's own columns hold of a row; other columns are not looked at. */
    static Map<String, String> known(TableFile.Row row, List<String> columns) {
        return columns.stream()
                .filter(column -> !row.at(column).isEmpty())
                .collect(Collectors.toMap(Function.identity(), row::at));
    }

    /** @param name of the thing that it is about; fields by column, as they stand in the table */
    record Waiting(long line, String name, Map<String, String> fields) {

        TableFile.Row row() {
            return new TableFile.Row(line, fields);
        }
    }

    /** Lines that are kept as they were read. */
    void stage(UUID id, List<Waiting> lines, Function<Waiting, List<LineFault>> faults) {
        batches.batchUpdate(
                "insert into fleet_import_row (import_id, line, serial, asset_tag, model, crew, location, sensors, fields,"
                        + " verdict, faults) values (?, ?, ?, '', '', '', '', '{}', ?, ?, ?)",
                lines.stream()
                        .map(line -> {
                            var found = faults.apply(line);
                            return new Object[] {
                                id,
                                line.line(),
                                line.name(),
                                json.writeValueAsString(line.fields()),
                                found.isEmpty() ? "NEW" : "REFUSED",
                                json.writeValueAsString(found)
                            };
                        })
                        .toList());
    }

    /** Those that are new and not in force, in the order of a column and of the table. */
    List<Waiting> fresh(UUID id, String orderedBy, int most) {
        return jdbc.sql("select line, serial, fields from fleet_import_row where import_id = ? and verdict = 'NEW'"
                        + " and not applied order by fields::jsonb ->> ?, line limit ?")
                .params(id, orderedBy, most)
                .query((row, n) ->
                        new Waiting(row.getLong("line"), row.getString("serial"), fields(row.getString("fields"))))
                .list();
    }

    /**
     * Takes out the lines of which every fault has a suggestion.
     *
     * @return the same with what is suggested in the place of what stands there
     */
    List<TableFile.Row> takeMended(UUID id) {
        var mended = jdbc.sql(
                        "select line, fields, faults from fleet_import_row where import_id = ? and verdict = 'REFUSED'"
                                + " and faults not like '%\"instead\":null%'")
                .param(id)
                .query((row, n) -> {
                    var fields = new HashMap<>(fields(row.getString("fields")));
                    faults(row.getString("faults"))
                            .forEach(fault ->
                                    fields.put(fault.column(), fault.instead().orElse(fault.value())));
                    return new TableFile.Row(row.getLong("line"), fields);
                })
                .list();
        remove(id, mended);
        return mended;
    }

    /** Takes lines out, to be read again. */
    void remove(UUID id, List<TableFile.Row> rows) {
        jdbc.sql("delete from fleet_import_row where import_id = :id and line = any (:lines)")
                .param("id", id)
                .param("lines", rows.stream().map(TableFile.Row::line).toArray(Long[]::new))
                .update();
    }

    /** What they would bring is there already. */
    void same(UUID id, List<Long> lines) {
        mark(id, lines, "verdict = 'SAME'");
    }

    void applied(UUID id, List<Long> lines) {
        mark(id, lines, "applied = true");
    }

    private void mark(UUID id, List<Long> lines, String as) {
        jdbc.sql("update fleet_import_row set " + as + " where import_id = :id and line = any (:lines)")
                .param("id", id)
                .param("lines", lines.toArray(Long[]::new))
                .update();
    }
}
