package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.Job;
import org.junit.jupiter.api.Test;

class RunSheetTest {

    @Test
    void aLineIsAJobWithWhatEachSlotShowed() {
        var line = RunSheet.read(row(Map.of()));
        assertThat(line.faults()).isEmpty();
        var job = line.job().orElseThrow();
        assertThat(line.detector()).isEqualTo("Q4-7");
        assertThat(job.job()).isEqualTo(Job.CALIBRATION);
        assertThat(job.on()).isEqualTo(LocalDate.of(2026, 2, 26));
        assertThat(job.doneBy()).isEqualTo("Old Halvard");
        assertThat(job.cylinder()).isEqualTo("HM-07");
        assertThat(job.figures())
                .isEqualTo(Map.of(
                        1, new RunSheet.Figures(Optional.of(0.0), Optional.of(48.5)),
                        3, new RunSheet.Figures(Optional.empty(), Optional.of(99.0))));
    }

    @Test
    void whatIsPlainlyMeantIsSuggestedAndWhatIsNotIsLeftToWhoeverKnows() {
        assertThat(only(Map.of("job", "Calibrated")).instead()).contains("calibration");
        assertThat(only(Map.of("job", "Bump test")).instead()).contains("bump");
        assertThat(only(Map.of("job", "serviced")).instead()).isEmpty();
        assertThat(only(Map.of("on", "26.2.2026")).instead()).contains("2026-02-26");
        assertThat(only(Map.of("on", "3/2/2026")).instead())
                .as("the third of February or the second of March")
                .isEmpty();
        assertThat(only(Map.of("on", "31.2.2026")).instead()).isEmpty();
    }

    @Test
    void eachFaultNamesItsColumn() {
        assertThat(only(Map.of("gas_3", "ninety")).column()).isEqualTo("gas_3");
        assertThat(only(Map.of("zero_1", "NaN")).reason()).isEqualTo("This is no number.");
        assertThat(only(Map.of("done_by", "")).column()).isEqualTo("done_by");
        assertThat(only(Map.of("cylinder", "x".repeat(101))).reason()).contains("100 characters", "101");
        assertThat(only(Map.of("detector", "#")).column()).isEqualTo("detector");
        assertThat(RunSheet.read(row(Map.of("job", "", "on", ""))).faults()).hasSize(2);
        assertThat(RunSheet.read(row(Map.of("job", ""))).job()).isEmpty();
    }

    private static LineFault only(Map<String, String> otherwise) {
        var faults = RunSheet.read(row(otherwise)).faults();
        assertThat(faults).hasSize(1);
        return faults.get(0);
    }

    private static TableFile.Row row(Map<String, String> otherwise) {
        var fields = new LinkedHashMap<>(Map.of(
                "detector", "Q4-7",
                "job", "calibration",
                "on", "2026-02-26",
                "done_by", "Old Halvard",
                "cylinder", "HM-07",
                "zero_1", "0",
                "gas_1", "48,5",
                "gas_3", "99"));
        fields.putAll(otherwise);
        return new TableFile.Row(2, fields);
    }
}
