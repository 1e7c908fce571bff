package onward.sentry.tools;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Run files that our own simulator did not make: sensors that never settle, gas that ends early, files that say nonsense. */
class ForeignRunsTest {

    private static final Path RUNS = Path.of("src/test/resources/onward/sentry/tools/runs");

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final ByteArrayOutputStream err = new ByteArrayOutputStream();

    private int judge(String name) {
        var table = RUNS.resolve(name + ".csv");
        var file = RUNS.resolve(name + ".run.json").toString();
        return Judge.run(
                Files.exists(table) ? new String[] {file, table.toString()} : new String[] {file},
                new PrintStream(out, true, StandardCharsets.UTF_8),
                new PrintStream(err, true, StandardCharsets.UTF_8));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            unsettled-check            | 1 | not settled → fail
            unsettled-verify-q4        | 1 | not settled → fail
            still-rising-span          | 1 | not settled → fail
            one-reading                | 1 | "verdict" : "FAIL"
            two-seconds-of-gas         | 1 | the card asks for at least 150 s
            ends-early                 | 1 | No reading when it was due
            stuck                      | 1 | Moved less than 5 % of the way
            dead-sensor-in-no-stage    | 3 | "verdict" : "NOT_JUDGED"
            zero-only                  | 3 | "verdict" : "NOT_JUDGED"
            late-reading-first         | 1 | R = 25 % → fail
            newest-reading-first       | 0 | "verdict" : "PASS"
            guard-band-with-u          | 1 | guard band U
            bump-one-glitch            | 1 | 10 % → fail
            bump-one-display-step      | 1 | 3.6 % → fail
            valve-closed-in-countdown  | 1 | then gas ended
            past-range-ammonia         | 1 | Reads past its range
            past-range-bead            | 1 | Reads past its range
            as-found-zero-not-used     | 1 | R = 49.44 % → fail
            air-leak                   | 1 | "verdict" : "FAIL"
            dead-o2-cell               | 1 | "verdict" : "FAIL"
            negative-zero              | 1 | outside tolerance → fail
            blocked-inlet              | 1 | "verdict" : "FAIL"
            weak-sulfide-sound-bead    | 1 | "verdict" : "FAIL"
            dead-single                | 1 | Moved less than 5 % of the way
            wrong-mix                  | 1 | "verdict" : "FAIL"
            shut-valve                 | 1 | "verdict" : "FAIL"
            flickering-zero            | 0 | "verdict" : "PASS"
            gas-ended-early            | 1 | then gas ended before the reading was taken, and it was not repeated
            as-found-off-then-spanned  | 0 | "verdict" : "PASS"
            second-try                 | 0 | "verdict" : "PASS"
            zero-until-it-fits         | 1 | outside tolerance → fail
            restless-zero-countdown    | 1 | unstable: more than a fifth of the readings are outliers → fail
            """)
    void aRunComesToWhatItsReadingsAreWorth(String name, int exit, String said) {
        assertThat(judge(name)).isEqualTo(exit);
        assertThat(out.toString(StandardCharsets.UTF_8)).contains(said);
        assertThat(err.toString(StandardCharsets.UTF_8)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            run-about-no-sensor        | $.events[0].slots: the run is about no sensor
            run-about-slot-9           | $.events[0].slots: card Mote CO v2 has no slot 9
            moments-twice              | readings[83] gives 10.0 for slot 1 at 41000 ms; another one gives 78.0
            moments-twice-in-a-table   | line 85: slot 1 reads 78.0 here and 10.0 at the same moment above
            expired-date-as-number     | $.cylinders['CO-01'].useBefore: integer found, string expected
            misspelt-own-tolerance     | $.detector: property 'toleranceProcent' is not defined
            misspelt-guard-band        | $.policy.schools: property 'guardband' is not defined
            guard-band-u-missing       | $.cylinders['CO-01'].mixture.components[0]: required property 'relativeUncertainty' not found
            resolution-above-range     | one step of the display, 1000.0, is not below the end of the range, 300.0
            card-of-another-model      | the detector is a Quoin 4, the card is for Mote CO
            events-of-another-serial   | $.events[0].serial says T-1001, $.detector.serial says MC-9999
            nan-as-text                | $.readings[41].values['1']: string found, number expected
            number-past-all-bounds     | $.readings[41].values['1']: unknown found, number expected
            nothing                    | $: null found, object expected
            events-slots-null          | $.events[0].slots is missing
            events-source-null         | $.events[0].source is missing
            events-technician-null     | $.events[0].technician is missing
            events-cylinder-null       | $.events[5].cylinder is missing
            csv-open-quote             | The table cannot be read
            null-reading               | $.readings[3]: null found, object expected
            methane-name-ambiguous     | line 2: 'methane' stands for 2 sensors of this card
            """)
    void aFileThatCannotBeTrueIsRefusedWithItsPlace(String name, String said) {
        assertThat(judge(name)).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8))
                .contains(said)
                .doesNotContain("Exception in thread")
                .doesNotContain("\tat ");
        assertThat(out.toString(StandardCharsets.UTF_8)).isEmpty();
    }

    @Test
    void everyRunOfTheFolderIsJudgedByATestAbove() throws IOException {
        try (Stream<Path> files = Files.list(RUNS)) {
            assertThat(files.filter(file -> file.toString().endsWith(".run.json")))
                    .hasSize(32 + 21);
        }
    }
}
