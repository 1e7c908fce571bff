package onward.sentry.formats;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import javax.xml.parsers.ParserConfigurationException;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import org.apache.commons.csv.CSVFormat;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JRuntimeException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackageAccess;
import org.apache.poi.openxml4j.util.ZipSecureFile;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.util.XMLHelper;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler;
import org.apache.poi.xssf.usermodel.XSSFComment;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;

/**
 * A table from a file, row by row, however long it is: CSV in UTF-8 with comma or semicolon, or the first sheet of an XLSX
 * workbook. What it is, its content says, not its name.
 */
public final class TableFile {

    private static final byte[] ZIP = {'P', 'K', 3, 4};
    private static final String NOT_A_TABLE = "table-unreadable";

    private static final int MOST_COLUMNS = 200;
    private static final int MOST_LETTERS = 4_000;
    private static final int MOST_LINES = 300_000;
    private static final long MOST_BYTES_UNPACKED = 400L * 1024 * 1024;

    private TableFile() {}

    /**
     * A row below the header.
     *
     * @param line in the file, the header being line 1
     * @param fields by column, the name in small letters, without blanks around the values
     */
    public record Row(long line, Map<String, String> fields) {

        /** What stands in a column; empty when the column or the value is missing. */
        public String at(String column) {
            return fields.getOrDefault(column, "");
        }
    }

    /**
     * Reads a table; empty rows are left out.
     *
     * @param wanted columns that must be there
     * @throws Refused when it is neither CSV nor XLSX, a wanted column is missing, or it has more than 300,000 lines, 200
     *     columns, 4,000 characters in a cell or 200,000 in a row; refused as soon as that is seen
     */
    public static void read(Path file, List<String> wanted, Consumer<Row> taker) {
        try (var in = Files.newInputStream(file)) {
            var first = in.readNBytes(ZIP.length);
            var rows = new Rows(wanted, taker);
            if (Arrays.equals(first, ZIP)) {
                readXlsx(file, rows);
            } else {
                readCsv(file, rows);
            }
            rows.end();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void readCsv(Path file, Rows rows) throws IOException {
        var decoder = StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        var format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(delimiter(file))
                .setTrim(true)
                .setIgnoreEmptyLines(true)
                .get();
        try (var lines = new LimitedLines(new InputStreamReader(Files.newInputStream(file), decoder));
                var reader = new BufferedReader(lines);
                var records = format.parse(reader)) {
            for (var record : records) {
                rows.take(records.getCurrentLineNumber(), record.toList());
                lines.rowTaken();
            }
        } catch (CharacterCodingException e) {
            throw unreadable("The file is not in UTF-8.", "Save it as CSV UTF-8, or as XLSX.");
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            if (e.getCause() instanceof CharacterCodingException) {
                throw unreadable("The file is not in UTF-8.", "Save it as CSV UTF-8, or as XLSX.");
            }
            throw unreadable("This is no table that can be read: " + e.getMessage(), "Save it as CSV or XLSX.");
        }
    }

    private static char delimiter(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            var start = new String(in.readNBytes(4_096), StandardCharsets.ISO_8859_1);
            var header = start.lines().findFirst().orElse("");
            return header.contains(";") && !header.contains(",") ? ';' : ',';
        }
    }

    private static void readXlsx(Path file, Rows rows) {
        ZipSecureFile.setMaxEntrySize(MOST_BYTES_UNPACKED);
        try (var workbook = OPCPackage.open(file.toFile(), PackageAccess.READ)) {
            var reader = new XSSFReader(workbook);
            var sheets = reader.getSheetsData();
            if (!sheets.hasNext()) {
                throw unreadable("The workbook has no sheet.", "Put the table on its first sheet.");
            }
            try (var sheet = sheets.next()) {
                var parser = XMLHelper.newXMLReader();
                parser.setContentHandler(new XSSFSheetXMLHandler(
                        reader.getStylesTable(),
                        null,
                        new ReadOnlySharedStringsTable(workbook),
                        new Sheet(rows),
                        new IsoDays(),
                        false));
                parser.parse(new InputSource(sheet));
            }
        } catch (IOException
                | OpenXML4JException
                | OpenXML4JRuntimeException
                | SAXException
                | ParserConfigurationException
                | IllegalArgumentException e) {
            throw unreadable("This is no XLSX workbook that can be read.", "Save it again as XLSX, or as CSV.");
        }
    }

    private static Refused unreadable(String reason, String wayOut) {
        return new Refused(new Refusal(NOT_A_TABLE, "file", reason, wayOut));
    }

    /** A day of a workbook as 2026-03-02, however its cell shows it; other numbers as they are shown. */
    private static final class IsoDays extends DataFormatter {

        private IsoDays() {
            super(Locale.ROOT);
        }

        @Override
        public String formatRawCellContents(double value, int format, String pattern, boolean since1904) {
            return DateUtil.isADateFormat(format, pattern) && DateUtil.isValidExcelDate(value) && value % 1 == 0
                    ? DateUtil.getLocalDateTime(value, since1904).toLocalDate().toString()
                    : super.formatRawCellContents(value, format, pattern, since1904);
        }
    }

    /** Puts cells into rows: a workbook leaves empty ones out. */
    private static final class Sheet implements XSSFSheetXMLHandler.SheetContentsHandler {

        private final Rows rows;
        private final List<String> cells = new ArrayList<>();

        private Sheet(Rows rows) {
            this.rows = rows;
        }

        @Override
        public void startRow(int row) {
            cells.clear();
        }

        @Override
        public void endRow(int row) {
            rows.take(row + 1L, cells);
        }

        @Override
        public void cell(String reference, String value, XSSFComment comment) {
            int column = reference == null ? cells.size() : new CellReference(reference).getCol();
            Rows.checkColumns(rows.read + 1, column + 1);
            while (cells.size() < column) {
                cells.add("");
            }
            cells.add(value == null ? "" : value);
        }
    }

    /** The first row that is not empty names the columns. */
    private static final class Rows {

        private final List<String> wanted;
        private final Consumer<Row> taker;
        private List<String> header = List.of();
        private long read;

        private Rows(List<String> wanted, Consumer<Row> taker) {
            this.wanted = wanted;
            this.taker = taker;
        }

        private static void checkColumns(long line, int columns) {
            Refusal.unless(
                    columns <= MOST_COLUMNS,
                    "table-columns",
                    "line " + line,
                    "A table has at most " + MOST_COLUMNS + " columns, and this line has " + columns + ".",
                    "Leave out what is not asked for.");
        }

        private void take(long line, List<String> cells) {
            read++;
            Refusal.unless(
                    read <= MOST_LINES,
                    "table-lines",
                    "line " + line,
                    "A table has at most " + MOST_LINES + " lines, empty ones among them.",
                    "Split the table.");
            checkColumns(line, cells.size());
            for (var cell : cells) {
                Refusal.unless(
                        cell.length() <= MOST_LETTERS,
                        "table-cell",
                        "line " + line,
                        "A cell has at most " + MOST_LETTERS + " characters, and one of this line has " + cell.length()
                                + ".",
                        "Shorten it.");
            }
            if (cells.stream().allMatch(String::isBlank)) {
                return;
            }
            if (header.isEmpty()) {
                header = cells.stream()
                        .map(name -> name.replace("\uFEFF", "")
                                .strip()
                                .toLowerCase(Locale.ROOT)
                                .replace(' ', '_'))
                        .toList();
                for (var name : wanted) {
                    Refusal.unless(
                            header.contains(name),
                            "table-column",
                            "line 1",
                            "The column '" + name + "' is missing.",
                            "The first line names the columns; these have to be among them: "
                                    + String.join(", ", wanted) + ".");
                }
                return;
            }
            var fields = new LinkedHashMap<String, String>();
            for (int i = 0; i < Math.min(header.size(), cells.size()); i++) {
                fields.put(header.get(i), cells.get(i).strip());
            }
            taker.accept(new Row(line, fields));
        }

        private void end() {
            if (header.isEmpty()) {
                throw unreadable("The table is empty.", "The first line names the columns.");
            }
        }
    }
}
