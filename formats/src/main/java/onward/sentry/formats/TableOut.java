package onward.sentry.formats;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.poi.xssf.streaming.SXSSFSheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;

/** A table that goes out row by row, however long it is. */
public interface TableOut extends AutoCloseable {

    /** @param cells a number goes out as a number; anything else as text; null as nothing */
    void row(List<?> cells) throws IOException;

    @Override
    void close() throws IOException;

    /**
     * CSV after RFC 4180, UTF-8. A text that a spreadsheet would take for a formula ({@code =}, {@code +}, {@code -},
     * {@code @}, tab or return in front) goes out with an apostrophe before it.
     */
    static TableOut csv(OutputStream out, List<String> columns) throws IOException {
        return new Csv(new OutputStreamWriter(out, StandardCharsets.UTF_8), columns);
    }

    /** One sheet of an XLSX workbook; texts are texts there, whatever they begin with. */
    static TableOut xlsx(OutputStream out, String name, List<String> columns) throws IOException {
        return new Xlsx(out, name, columns);
    }

    /** {@code "=1+1"} returns {@code "'=1+1"}; what no spreadsheet would work out is returned as it is. */
    static String harmless(String text) {
        return !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
    }

    /** Comma separated. */
    final class Csv implements TableOut {

        private final CSVPrinter printer;

        private Csv(Writer writer, List<String> columns) throws IOException {
            printer = new CSVPrinter(writer, CSVFormat.RFC4180);
            printer.printRecord(columns);
        }

        @Override
        public void row(List<?> cells) throws IOException {
            for (var cell : cells) {
                printer.print(cell == null ? "" : cell instanceof Number ? cell : harmless(cell.toString()));
            }
            printer.println();
        }

        @Override
        public void close() throws IOException {
            printer.close(true);
        }
    }

    /** A workbook that keeps the last rows in memory only. */
    final class Xlsx implements TableOut {

        private static final int ROWS_KEPT = 200;

        private final OutputStream out;
        private final SXSSFWorkbook workbook = new SXSSFWorkbook(ROWS_KEPT);
        private final SXSSFSheet sheet;
        private int next;

        private Xlsx(OutputStream out, String name, List<String> columns) throws IOException {
            this.out = out;
            sheet = workbook.createSheet(name);
            sheet.createFreezePane(0, 1);
            row(columns);
        }

        @Override
        public void row(List<?> cells) {
            var row = sheet.createRow(next++);
            for (int i = 0; i < cells.size(); i++) {
                if (cells.get(i) instanceof Number number) {
                    row.createCell(i).setCellValue(number.doubleValue());
                } else if (cells.get(i) != null) {
                    row.createCell(i).setCellValue(cells.get(i).toString());
                }
            }
        }

        @Override
        public void close() throws IOException {
            try (workbook) {
                workbook.write(out);
            }
        }
    }
}
