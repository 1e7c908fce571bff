package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import onward.sentry.core.card.ProcedureCard;
import org.junit.jupiter.api.Test;

class DetectorSheetTest {

    private static final Map<String, ProcedureCard> CARDS = CardLibrary.all().stream()
            .collect(Collectors.toMap(ProcedureCard::model, Function.identity(), (one, other) -> other));

    private final DetectorSheet sheet = new DetectorSheet(CARDS, LocalDate.of(2026, 3, 2));

    @Test
    void aLineThatIsRightIsTakenAsItStands() {
        var line = sheet.read(row(Map.of()));
        assertThat(line.faults()).isEmpty();
        assertThat(line.serial()).isEqualTo("Q4-7");
        assertThat(line.crew()).isEqualTo("Ferry");
        assertThat(line.sensors()).hasSize(4);
        assertThat(line.sensors().get(3))
                .isEqualTo(new DetectorSheet.SensorLine("M-7", Optional.empty(), Optional.empty()));
    }

    @Test
    void aSerialThatDoesNotFitIsSuggestedWithoutTheSignsThatDoNot() {
        var fault = only(sheet.read(row(Map.of("serial", "Q4 #7"))));
        assertThat(fault.column()).isEqualTo("serial");
        assertThat(fault.reason()).contains("2 to 40 letters", "'Q4 #7'");
        assertThat(fault.instead()).contains("Q47");
        assertThat(only(sheet.read(row(Map.of("serial", "#")))).instead())
                .as("nobody can know")
                .isEmpty();
    }

    @Test
    void aModelIsSuggestedWhereOneIsMeantAndOtherwiseTheModelsAreNamed() {
        assertThat(only(sheet.read(row(Map.of("model", "QUOIN-4")))).instead()).contains("Quoin 4");
        var unknown = only(sheet.read(row(Map.of("model", "Trumpet"))));
        assertThat(unknown.instead()).isEmpty();
        assertThat(unknown.wayOut()).contains("Quoin 4", "Hollin NO");
        assertThat(only(sheet.read(row(Map.of("model", "")))).reason()).isEqualTo("The model is missing.");
    }

    @Test
    void aSensorWhereTheModelHasNoSlotIsTakenOutWhenAsked() {
        var fault = only(sheet.read(row(Map.of("sensor_5", "X-1"))));
        assertThat(fault.column()).isEqualTo("sensor_5");
        assertThat(fault.wayOut()).contains("4 H2S");
        assertThat(fault.instead()).contains("");
    }

    @Test
    void aDayOfTheWholeDetectorCountsForEachSensorThatHasNoneOfItsOwn() {
        var line = sheet.read(row(Map.of(
                "sensor_3", "",
                "fitted_on", "2025-06-01",
                "last_good_on", "2026-02-20",
                "fitted_4", "2026-01-10")));
        assertThat(line.faults()).isEmpty();
        var day = LocalDate.of(2025, 6, 1);
        var good = Optional.of(LocalDate.of(2026, 2, 20));
        assertThat(line.sensors().get(3))
                .isEqualTo(new DetectorSheet.SensorLine(DetectorSheet.UNKNOWN_SERIAL, Optional.of(day), good));
        assertThat(line.sensors().get(4))
                .isEqualTo(new DetectorSheet.SensorLine("S-7", Optional.of(LocalDate.of(2026, 1, 10)), good));
    }

    @Test
    void aDayThatIsNoneIsInTheFutureOrBeforeTheFittingIsSaidOnce() {
        var written = only(sheet.read(row(Map.of("fitted_on", "13.6.2025"))));
        assertThat(written.column()).isEqualTo("fitted_on");
        assertThat(written.instead()).contains("2025-06-13");
        assertThat(only(sheet.read(row(Map.of("last_good_on", "2026-03-03")))).reason())
                .isEqualTo("'2026-03-03' is in the future.");
        var before = only(sheet.read(row(Map.of("fitted_2", "2026-02-01", "last_good_2", "2026-01-01"))));
        assertThat(before.reason()).isEqualTo("Slot 2 was good on 2026-01-01, before it was fitted on 2026-02-01.");
    }

    @Test
    void wordsThatNoFieldHoldsAreRefusedWithTheLimit() {
        var fault = only(sheet.read(row(Map.of("location", "x".repeat(101)))));
        assertThat(fault.column()).isEqualTo("location");
        assertThat(fault.reason()).contains("At most 100", "101");
    }

    /** Whatever stands in a field: the line is read, and each fault says where, why and what to do. */
    @Property(tries = 300)
    void anyTextIsReadOrRefusedByItsColumn(@ForAll String serial, @ForAll String model, @ForAll String sensor) {
        var line = sheet.read(row(Map.of("serial", serial, "model", model, "sensor_1", sensor)));
        assertThat(line.faults()).allSatisfy(fault -> {
            assertThat(DetectorSheet.COLUMNS).contains(fault.column());
            assertThat(fault.reason()).isNotBlank();
            assertThat(fault.wayOut()).isNotBlank();
        });
        assertThat(line.faults().isEmpty())
                .isEqualTo(CARDS.containsKey(model) && serial.strip().matches("[A-Za-z0-9][A-Za-z0-9._/-]{1,39}"));
    }

    /** What is suggested is never refused for the same reason again. */
    @Property(tries = 300)
    void aSuggestionThatIsTakenIsRight(@ForAll String serial) {
        var read = sheet.read(row(Map.of("serial", serial)));
        var suggested = read.faults().stream()
                .map(LineFault::instead)
                .flatMap(Optional::stream)
                .findFirst();
        suggested.ifPresent(instead ->
                assertThat(sheet.read(row(Map.of("serial", instead))).faults()).isEmpty());
    }

    private static TableFile.Row row(Map<String, String> otherwise) {
        var fields = new LinkedHashMap<>(Map.of(
                "serial", "Q4-7",
                "model", "Quoin 4",
                "crew", "Ferry",
                "sensor_1", "C-7",
                "sensor_2", "O-7",
                "sensor_3", "M-7",
                "sensor_4", "S-7"));
        fields.putAll(otherwise);
        return new TableFile.Row(2, fields);
    }

    private static LineFault only(DetectorSheet.Line line) {
        assertThat(line.faults()).as(List.of(line).toString()).hasSize(1);
        return line.faults().get(0);
    }
}
