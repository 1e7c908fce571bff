package onward.sentry.tools;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.json.JsonMapper;

class JudgeTest {

    private static final String EXAMPLES = "../docs/formats/examples/";

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final ByteArrayOutputStream err = new ByteArrayOutputStream();

    private int judge(String... files) {
        return Judge.run(
                files,
                new PrintStream(out, true, StandardCharsets.UTF_8),
                new PrintStream(err, true, StandardCharsets.UTF_8));
    }

    @Test
    void aGoodRunExitsWithZeroAndPrintsVerdictsWithTheirWorkings() {
        assertThat(judge(EXAMPLES + "mote-co-pass.run.json")).isZero();
        var printed = JsonMapper.shared().readTree(out.toString(StandardCharsets.UTF_8));
        assertThat(printed.path("verdict").asString()).isEqualTo("PASS");
        assertThat(printed.path("differs")).isEmpty();
        assertThat(printed.path("sensors")
                        .get(0)
                        .path("outcomes")
                        .get(1)
                        .path("judgement")
                        .path("working")
                        .path("source")
                        .asString())
                .isEqualTo("card Mote CO v2, site rules v1");
    }

    @Test
    void aFailingRunExitsWithOne() {
        assertThat(judge(EXAMPLES + "quoin-4-bump-fail.run.json")).isEqualTo(1);
        assertThat(out.toString(StandardCharsets.UTF_8)).contains("no response");
    }

    @Test
    void aTableOfReadingsStandsBesideTheFile() {
        assertThat(judge(EXAMPLES + "bare-readings.run.json", EXAMPLES + "bare-readings.csv"))
                .isZero();
        assertThat(judge(EXAMPLES + "bare-readings.run.json"))
                .as("no readings at all")
                .isEqualTo(1);
    }

    @Test
    void whatCannotBeUsedExitsWithTwoAndSaysWhereAndWhy(@TempDir Path folder) throws IOException {
        assertThat(judge()).isEqualTo(2);
        assertThat(judge(folder.resolve("none.json").toString())).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("cannot be read");
        var broken = folder.resolve("broken.json");
        Files.writeString(
                broken,
                Files.readString(Path.of(EXAMPLES, "bare-readings.run.json"))
                        .replace("\"toSeconds\" : 160.0", "\"toSeconds\" : 1"));
        assertThat(judge(broken.toString())).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("stages[1]: A stage is about at least one slot");
    }
}
