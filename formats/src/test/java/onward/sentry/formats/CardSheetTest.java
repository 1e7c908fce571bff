package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import onward.sentry.core.card.CardSheet;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class CardSheetTest {

    static Stream<ProcedureCard> cards() {
        return CardLibrary.all().stream();
    }

    private static List<String> lines(String model, String path) {
        return CardSheet.of(Skerravoe.card(model)).parts().stream()
                .filter(part -> part.path().equals(path))
                .findFirst()
                .orElseThrow()
                .lines();
    }

    @ParameterizedTest
    @MethodSource("cards")
    void everyStepAndSensorIsSaid(ProcedureCard card) {
        var parts = CardSheet.of(card).parts();
        assertThat(parts)
                .hasSize(1
                        + card.sensors().size()
                        + card.steps(Job.CALIBRATION).size()
                        + card.steps(Job.BUMP).size()
                        + card.maintenance().size());
        assertThat(parts).extracting(CardSheet.Section::path).doesNotHaveDuplicates();
    }

    @Test
    void aStepIsSaidInTheWordsOfTheBench() {
        assertThat(lines("Hollin NO", "calibration[6]"))
                .containsExactly(
                        "1 NO: span on 40.0 ppm",
                        "Taken when settled, after 60 s or more; at the latest at 150 s",
                        "No response after 90 s fails",
                        "Note: It has no fail sign of its own: turn SPAN until it shows the value on the label.");
        assertThat(lines("Hollin NO", "detector"))
                .contains(
                        "A pump draws 0.25 L/min",
                        "Due: every 3 months, never later than 100 days",
                        "At most 600 s on gas within 24 h");
        assertThat(lines("Hollin NO", "sensors[0]")).contains("Alarms: low 2, high 10, STEL 10, TWA 2");
    }
}
