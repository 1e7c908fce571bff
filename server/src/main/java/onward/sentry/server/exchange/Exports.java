package onward.sentry.server.exchange;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.sql.Timestamp;
import java.time.LocalDate;
import java.util.ArrayList;
import onward.sentry.formats.TableOut;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Writes tables row by row, as the database hands them over. */
@Component
class Exports {

    private static final int ROWS_AT_ONCE = 1_000;

    private final JdbcTemplate jdbc;
    private final ProcedureLibrary library;

    Exports(JdbcTemplate jdbc, ProcedureLibrary library) {
        this.library = library;
        this.jdbc = new JdbcTemplate(jdbc.getDataSource());
        this.jdbc.setFetchSize(ROWS_AT_ONCE);
    }

    /** In one transaction: rows come little by little, and all of one moment. */
    @Transactional(readOnly = true)
    public void write(ExportTable table, LocalDate from, LocalDate until, TableOut out) {
        var days = table.hasDays() ? new Object[] {from, until} : new Object[0];
        int columns = table.columns().size();
        var figures = new RunFigures(library);
        jdbc.query(
                table.sql(),
                row -> {
                    var cells = new ArrayList<Object>(columns);
                    for (int i = 1; i <= columns; i++) {
                        cells.add(cell(row.getObject(i)));
                    }
                    if (table == ExportTable.RUNS) {
                        figures.round(cells);
                    }
                    try {
                        out.row(cells);
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                },
                days);
    }

    /** Moments as 2026-03-02T08:00:00Z, days as 2026-03-02. */
    private static Object cell(Object value) {
        return value instanceof Timestamp at ? at.toInstant() : value;
    }
}
