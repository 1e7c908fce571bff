package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Unit;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CylinderSheetTest {

    private static final String HEADER =
            "tag,certificate,lot,made_on,use_before,volume_l,full_bar,gauge_bar,balance,components\n";
    private static final String MIX = "\"methane 1.25 vol% ±2 %; O₂ 16 vol% +/-1 %; Carbon monoxide 80 ppm ±2 %\"";

    @TempDir
    private Path folder;

    private List<CylinderSheet.Line> read(String table) {
        try {
            return read(Files.writeString(folder.resolve("cylinders.csv"), table));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<CylinderSheet.Line> read(Path file) {
        var lines = new ArrayList<CylinderSheet.Line>();
        TableFile.read(file, CylinderSheet.COLUMNS, row -> lines.add(CylinderSheet.read(row)));
        return lines;
    }

    @Test
    void aLineIsACylinderWithItsComponentsByNameFormulaOrId() {
        var lines = read("\uFEFF" + HEADER + "HM-07,SKV-1,L1,2026-01-10,2027-01-10,103,69,68.5,Nitrogen," + MIX + "\n");
        var cylinder = lines.get(0).cylinder().orElseThrow();
        assertThat(lines.get(0).line()).isEqualTo(2);
        assertThat(cylinder.useBefore()).isEqualTo(LocalDate.of(2027, 1, 10));
        assertThat(cylinder.gaugeBar()).isEqualTo(68.5);
        assertThat(cylinder.mixture().components())
                .extracting(
                        c -> c.gasId(),
                        c -> c.certified().value(),
                        c -> c.certified().unit(),
                        c -> c.relativeUncertainty())
                .containsExactly(
                        tuple("methane", 1.25, Unit.VOL_PERCENT, 0.02),
                        tuple("oxygen", 16.0, Unit.VOL_PERCENT, 0.01),
                        tuple("carbon-monoxide", 80.0, Unit.PPM, 0.02));
    }

    @Test
    void aCertificateMayStateItsCoverage() {
        for (var stated : List.of("±2 % (k = 2)", "±2 % k=2", "+/-2%(K=2)")) {
            var part = component("CO 80 ppm " + stated);
            assertThat(part.statesTwo()).as(stated).isTrue();
            assertThat(part.uncertainty()).isEqualTo("±2 % (k = 2)");
        }
        assertThat(component("CO 80 ppm ±2.5 %").statesTwo()).isFalse();
        assertThat(component("CO 80 ppm ±2.5 %").uncertainty()).isEqualTo("±2.5 %");
        assertThat(faultOf("CO 80 ppm ±2 % (k = 3)")).contains("is no component");
        assertThat(faultOf("CO 80 ppm (k = 2)")).contains("is no component");
    }

    @Test
    void whatIsMoreThanTheWholeOrNoGasThatBurnsIsAFaultOfTheComponents() {
        assertThat(faultOf("methane 60 vol%; oxygen 50 vol%")).contains("110 vol%");
        assertThat(faultOf("oxygen 50 %LEL")).contains("no lower explosive limit");
        assertThat(faultOf("CO 80 ppm; carbon monoxide 20 ppm")).contains("listed twice");
    }

    private Component component(String text) {
        return read(HEADER + line(text))
                .get(0)
                .cylinder()
                .orElseThrow()
                .mixture()
                .components()
                .get(0);
    }

    private String faultOf(String components) {
        var faults = read(HEADER + line(components)).get(0).faults();
        assertThat(faults).extracting(LineFault::column).containsExactly("components");
        return faults.get(0).reason();
    }

    private static String line(String components) {
        return "HM-07,SKV-1,L1,2026-01-10,2027-01-10,103,69,68.5,nitrogen,\"" + components + "\"\n";
    }

    @Test
    void semicolonsBetweenFieldsGoWithDecimalCommas() {
        var lines = read(HEADER.replace(',', ';')
                + "CO-07;SKV-2;L2;2026-01-10;2027-01-10;58;35;20,5;air;carbon monoxide 80 ppm ±2 %\n");
        assertThat(lines.get(0).faults()).isEmpty();
        assertThat(lines.get(0).cylinder().orElseThrow().gaugeBar()).isEqualTo(20.5);
    }

    @Test
    void everyFaultOfALineIsToldByItsColumnWithTheWayOutAndTheOthersAreRead() {
        var lines = read(HEADER
                + "HM-08,SKV-3,L1,2026-01-10,31.12.2027,103,sixty-nine,60,nitrogen," + MIX + "\n"
                + "HM-09,SKV-4,,2026-01-10,2027-01-10,103,69,80,nitrogen,\"xenon 5 ppm; methane lots\"\n"
                + "HM-10,SKV-5,L1,2026-01-10,2025-01-10,103,69,60,nitrogen," + MIX + "\n"
                + "HM-08,SKV-6,L1,2026-01-10,2027-01-10,103,69,60,helium," + MIX + "\n"
                + "HM-11,SKV-7,L1,2026-01-10,2027-01-10,103,69,60,nitrogen," + MIX + "\n");
        assertThat(lines.get(0).faults())
                .extracting(LineFault::column, LineFault::value, LineFault::wayOut, LineFault::instead)
                .containsExactly(
                        tuple("use_before", "31.12.2027", "Write year, month, day.", Optional.of("2027-12-31")),
                        tuple("full_bar", "sixty-nine", "Write it as 68.5.", Optional.empty()));
        assertThat(lines.get(1).faults())
                .extracting(LineFault::column)
                .containsExactly("lot", "components", "components");
        assertThat(lines.get(2).faults())
                .extracting(LineFault::column, LineFault::value)
                .containsExactly(tuple("use_before", "2025-01-10"));
        assertThat(lines.get(3).faults()).extracting(LineFault::column).containsExactly("balance");
        assertThat(lines.get(4).cylinder()).isPresent();
    }

    @Test
    void aDateThatCouldBeReadTwoWaysIsNotGuessed() {
        var lines = read(HEADER + "A,C,L,2026-01-10,05/06/2027,58,35,20,air,CO 80 ppm\n");
        assertThat(lines.get(0).faults().get(0).instead()).isEmpty();
    }

    @Test
    void withoutItsColumnsItIsNoSheet() {
        assertThatThrownBy(() -> read("tag,lot\nA,B\n")).hasMessageContaining("'certificate' is missing");
        assertThatThrownBy(() -> read("")).hasMessageContaining("The table is empty");
    }

    @Test
    void aWorkbookIsReadTooAndItsDaysAreDaysHoweverTheirCellsShowThem() throws IOException {
        var file = folder.resolve("cylinders.xlsx");
        try (var book = new XSSFWorkbook();
                var out = Files.newOutputStream(file)) {
            var sheet = book.createSheet();
            var header = sheet.createRow(0);
            for (int i = 0; i < CylinderSheet.COLUMNS.size(); i++) {
                header.createCell(i).setCellValue(CylinderSheet.COLUMNS.get(i));
            }
            var american = book.createCellStyle();
            american.setDataFormat(book.createDataFormat().getFormat("m/d/yy"));
            var row = sheet.createRow(1);
            for (var text : Map.of(0, "CO-09", 1, "SKV-9", 2, "L9", 8, "air", 9, "CO 80 ppm ±2 %")
                    .entrySet()) {
                row.createCell(text.getKey()).setCellValue(text.getValue());
            }
            for (var day : Map.of(3, LocalDate.of(2026, 1, 10), 4, LocalDate.of(2027, 11, 12))
                    .entrySet()) {
                var cell = row.createCell(day.getKey());
                cell.setCellValue(day.getValue());
                cell.setCellStyle(american);
            }
            for (var number : Map.of(5, 58.0, 6, 35.0, 7, 34.5).entrySet()) {
                row.createCell(number.getKey()).setCellValue(number.getValue());
            }
            book.write(out);
        }
        var line = read(file).get(0);
        assertThat(line.faults()).isEmpty();
        assertThat(line.cylinder().orElseThrow().useBefore()).isEqualTo(LocalDate.of(2027, 11, 12));
        assertThat(line.cylinder().orElseThrow().gaugeBar()).isEqualTo(34.5);
    }

    @Test
    void whatIsNotTheSameIsNamedByItsColumnsAndWhatIsLeftInIsOfNoAccount() {
        var line = "A,SKV-1,L1,2026-01-10,2027-01-10,103,69,68.5,nitrogen," + MIX + "\n";
        var one = read(HEADER + line).get(0).cylinder().orElseThrow();
        var used = read(HEADER + line.replace("68.5", "12")).get(0).cylinder().orElseThrow();
        var other = read(HEADER + line.replace("L1", "L2").replace("80 ppm", "60 ppm"))
                .get(0)
                .cylinder()
                .orElseThrow();
        assertThat(CylinderSheet.different(one, used)).isEmpty();
        assertThat(CylinderSheet.different(one, other)).containsExactly("lot", "components");
    }
}
