package onward.sentry.server.exchange;

import java.util.List;
import java.util.UUID;
import onward.sentry.formats.LineFault;
import onward.sentry.formats.TableFile;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The lines of a table where they wait, whatever they are about. */
@Component
class WaitingLines {

    static final TypeReference<List<LineFault>> FAULTS = new TypeReference<>() {};

    private final JdbcTemplate batches;
    private final JdbcClient jdbc;
    private final JsonMapper json;

    WaitingLines(JdbcTemplate batches, JdbcClient jdbc, JsonMapper json) {
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

    /** Takes lines out, to be read anew. */
    void remove(UUID id, List<TableFile.Row> rows) {
        jdbc.sql("delete from fleet_import_row where import_id = :id and line = any (:lines)")
                .param("id", id)
                .param("lines", rows.stream().map(TableFile.Row::line).toArray(Long[]::new))
                .update();
    }

    void applied(UUID id, List<Long> lines) {
        jdbc.sql("update fleet_import_row set applied = true where import_id = :id and line = any (:lines)")
                .param("id", id)
                .param("lines", lines.toArray(Long[]::new))
                .update();
    }
}
