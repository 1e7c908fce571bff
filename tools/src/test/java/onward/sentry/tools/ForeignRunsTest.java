package onward.sentry.tools;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Run files that our own simulator did not make: sensors that never settle, gas that ends early, files that say nonsense. */
class ForeignRunsTest {

    private static final Path RUNS = Path.of("src/test/resources/onward/sentry/tools/runs");

    private static final JsonMapper JSON = JsonMapper.shared();

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
            air-leak                   | 3 | % room air in the gas
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

    /** The likeliest first; those that cannot be told apart. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            air-leak                | AIR_LEAK                          | CHECK_RIG
            dead-o2-cell            | DEAD_SENSOR                       | SERVICE_SENSOR
            negative-zero           | BAD_ZERO OFF_ZERO                 | ZERO_AGAIN
            blocked-inlet           | NO_GAS BLOCKED_INLET              | CHECK_FLOW
            weak-sulfide-sound-bead | DECAYED_GAS FADED_SENSOR          | ANOTHER_CYLINDER
            wrong-mix               | WRONG_MIX                         | COMPARE_LABEL
            shut-valve              | NO_GAS BLOCKED_INLET              | CHECK_FLOW
            """)
    void whatIsBehindARunIsNamedOrSaidNotToBeTold(String name, String causes, String next) {
        judge(name);
        var diagnosis = diagnosis();
        assertThat(alike(diagnosis)).containsExactly(causes.split(" "));
        assertThat(diagnosis.path("next").asString()).isEqualTo(next);
    }

    @Test
    void ofOneSilentSensorAloneValveInletAndSensorCannotBeTold() {
        judge("dead-single");
        var diagnosis = diagnosis();
        assertThat(alike(diagnosis)).startsWith("NO_GAS").contains("DEAD_SENSOR");
        assertThat(diagnosis.path("next").asString()).isEqualTo("CHECK_FLOW");
    }

    @Test
    void whatOtherDetectorsShowedOnTheCylinderDecides() throws IOException {
        var text = Files.readString(RUNS.resolve("weak-sulfide-sound-bead.run.json"));
        var tag = cylinderOf(text);
        for (var shown : List.of("99", "43")) {
            out.reset();
            var told = Files.createTempFile("told", ".run.json");
            Files.writeString(
                    told,
                    text.replaceFirst(
                            "\\{",
                            "{\"history\": {\"others\": [{\"cylinder\": \"" + tag
                                    + "\", \"gasId\": \"hydrogen-sulfide\", \"responsePercent\": " + shown + "}]},"));
            Judge.run(new String[] {told.toString()}, new PrintStream(out, true, StandardCharsets.UTF_8), System.err);
            assertThat(alike(diagnosis())).containsExactly(shown.equals("99") ? "FADED_SENSOR" : "DECAYED_GAS");
            Files.delete(told);
        }
    }

    private static String cylinderOf(String run) {
        return JSON.readTree(run)
                .path("events")
                .valueStream()
                .filter(event -> event.path("event").asString().equals("CylinderChosen"))
                .findFirst()
                .orElseThrow()
                .path("cylinderId")
                .asString();
    }

    private JsonNode diagnosis() {
        return JSON.readTree(out.toString(StandardCharsets.UTF_8)).path("diagnosis");
    }

    private static List<String> alike(JsonNode diagnosis) {
        return diagnosis
                .path("suspects")
                .valueStream()
                .filter(suspect -> suspect.path("alike").asBoolean())
                .map(suspect -> suspect.path("cause").asString())
                .toList();
    }

    @Test
    void everyRunOfTheFolderIsJudgedByATestAbove() throws IOException {
        try (Stream<Path> files = Files.list(RUNS)) {
            assertThat(files.filter(file -> file.toString().endsWith(".run.json")))
                    .hasSize(32 + 21);
        }
    }
}
