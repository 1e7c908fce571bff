package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TableFileTest {

    @TempDir
    Path folder;

    private interface Maker {
        TableOut on(OutputStream out) throws IOException;
    }

    @Test
    void whatGoesOutAsCsvOrXlsxComesBackCellByCell() throws IOException {
        var columns = List.of("serial", "remark", "reading");
        var rows = List.of(
                List.of("Q4-1001", "said \"all right\", then\nleft", "15.7"),
                List.of("Q4-1002", "H₂S; grün", "0.25"),
                List.of("Q4-1003", "", "-3.5"));
        for (Maker maker :
                List.<Maker>of(out -> TableOut.csv(out, columns), out -> TableOut.xlsx(out, "detectors", columns))) {
            var file = written(maker, rows);
            assertThat(read(file, List.of("serial")).stream()
                            .map(row -> columns.stream().map(row::at).toList()))
                    .isEqualTo(rows);
        }
    }

    @Test
    void linesAreNumberedAsTheyStandInTheFile() throws IOException {
        var rows = read(text("Serial; Model\r\nQ4-1;Quoin 4\r\n\r\nQ4-2;Quoin 4\r\n"), List.of("serial", "model"));
        assertThat(rows).extracting(TableFile.Row::line).containsExactly(2L, 4L);
        assertThat(rows.get(1).at("model")).isEqualTo("Quoin 4");
        assertThat(rows.get(1).at("crew")).isEmpty();
    }

    @Test
    void whatIsLargerThanATableIsRefusedAsSoonAsThatIsSeen() throws IOException {
        assertRefused(text("serial,model\n" + "x".repeat(29_000_000)), "does not end before");
        assertRefused(text("serial,model\n\"" + "x\n".repeat(9_000_000)), "does not end before");
        assertRefused(text("serial,model\n" + "\n".repeat(10) + "x,".repeat(300) + "\n"), "at most 200 columns");
        assertRefused(text("serial,model\n" + "x".repeat(5_000) + "\n"), "at most 4000 characters");
        assertRefused(text("serial,model\n" + "x\n".repeat(400_000)), "at most 300000 lines");
        assertRefused(sheet("XFD2"), "at most 200 columns");
        assertRefused(sheet("A0:B7"), "no XLSX workbook");
    }

    /** A workbook with one cell that says that it stands there. */
    private Path sheet(String reference) throws IOException {
        var whole = written(
                out -> TableOut.xlsx(out, "detectors", List.of("serial", "model", "reading")),
                List.of(List.of("Q4-1", "Quoin 4", "1")));
        var file = folder.resolve("sheet-" + reference.replace(":", "-") + ".xlsx");
        try (var in = new ZipFile(whole.toFile());
                var out = new ZipOutputStream(Files.newOutputStream(file))) {
            for (var entry : Collections.list(in.entries())) {
                out.putNextEntry(new ZipEntry(entry.getName()));
                var content = new String(in.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8);
                out.write(content.replace("\"A2\"", "\"" + reference + "\"").getBytes(StandardCharsets.UTF_8));
            }
        }
        return file;
    }

    @Test
    void whatIsNoTableIsRefusedWithTheWayOut() throws IOException {
        assertRefused(text("name,model\nx,y\n"), "The column 'serial' is missing.");
        assertRefused(text(""), "The table is empty.");
        assertRefused(text("serial,model\n\"never closed,Quoin 4\n"), "This is no table that can be read");
        var latin = folder.resolve("latin.csv");
        Files.write(latin, "serial,model,crew\nQ4-1,Quoin 4,Fähre\n".getBytes(StandardCharsets.ISO_8859_1));
        assertRefused(latin, "not in UTF-8");
        var zip = folder.resolve("zip.xlsx");
        Files.write(zip, new byte[] {'P', 'K', 3, 4, 0, 0, 1, 2, 3});
        assertRefused(zip, "no XLSX workbook");
    }

    @ParameterizedTest
    @ValueSource(strings = {"=1+1", "+47 555", "-cmd", "@SUM(A1)", "\tx", "\rx"})
    void noTextGoesOutThatASpreadsheetWouldWorkOut(String text) {
        assertThat(TableOut.harmless(text)).isEqualTo("'" + text);
    }

    @Property
    void whatIsHarmlessStaysAsItIs(@ForAll String text) {
        var out = TableOut.harmless(text);
        assertThat(out.isEmpty() || "=+-@\t\r".indexOf(out.charAt(0)) < 0).isTrue();
        assertThat(out).endsWith(text);
    }

    @ParameterizedTest
    @CsvSource({"quoin4, Quoin 4", "QUOIN 4, Quoin 4", "mote nh3, Mote NH₃", "Quoin, ''", "'', ''"})
    void aModelIsRecognisedByItsLettersAlone(String typed, String model) {
        var models = List.of("Quoin 4", "Quoin 5P", "Mote NH₃");
        assertThat(DetectorSheet.meant(typed, models).orElse("")).isEqualTo(model);
    }

    private Path written(Maker maker, List<List<String>> rows) throws IOException {
        var file = folder.resolve("table");
        try (var out = Files.newOutputStream(file);
                var table = maker.on(out)) {
            for (var row : rows) {
                table.row(List.of(row.get(0), row.get(1), Double.valueOf(row.get(2))));
            }
        }
        return file;
    }

    private Path text(String text) throws IOException {
        return Files.writeString(folder.resolve("table.csv"), text);
    }

    private static List<TableFile.Row> read(Path file, List<String> wanted) {
        var rows = new ArrayList<TableFile.Row>();
        TableFile.read(file, wanted, rows::add);
        return rows;
    }

    private static void assertRefused(Path file, String why) {
        assertThatThrownBy(() -> read(file, List.of("serial", "model")))
                .isInstanceOf(Refused.class)
                .hasMessageContaining(why);
    }
}
