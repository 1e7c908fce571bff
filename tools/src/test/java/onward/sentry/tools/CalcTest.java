package onward.sentry.tools;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class CalcTest {

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final ByteArrayOutputStream err = new ByteArrayOutputStream();

    private int run(String... args) {
        return Calc.run(
                args,
                new PrintStream(out, true, StandardCharsets.UTF_8),
                new PrintStream(err, true, StandardCharsets.UTF_8));
    }

    private static String text(ByteArrayOutputStream bytes) {
        return bytes.toString(StandardCharsets.UTF_8);
    }

    @Test
    void theFigureComesFirstAndTheWorkingUnderIt() {
        assertThat(run("vol_to_lel", "gas=methane", "vol=1.10", "basis=iec")).isZero();
        assertThat(text(out))
                .startsWith("25 %LEL\n")
                .contains("%LEL = 100 · c ÷ LEL")
                .contains("LEL = 4.4 vol%")
                .contains("from IEC 60079-20-1");
    }

    @Test
    void asJsonItIsWhatTheServerAnswers() {
        assertThat(run("due", "rule=every-1-month", "done=2026-01-31", "--json"))
                .isZero();
        var answer = JsonMapper.shared().readTree(text(out));
        assertThat(answer.path("value").asString()).isEqualTo("2026-02-28");
        assertThat(answer.path("number").isNull()).isTrue();
        assertThat(answer.path("working").path("inputs").size()).isPositive();
    }

    @Test
    void badInputEndsWithTwoAndTheWayOut() {
        assertThat(run("pid_true", "displayed=3", "seen=methane")).isEqualTo(2);
        assertThat(text(err)).contains("12.61 eV").contains("another kind of sensor");
        assertThat(text(out)).isEmpty();
        assertThat(run("vol_to_lel", "methane")).isEqualTo(2);
        assertThat(text(err)).contains("'methane' is not of the form key=value");
        assertThat(run("bearing", "--json")).isEqualTo(2);
        assertThat(text(err)).contains("\"code\":\"calculation-unknown\"");
    }

    @Test
    void withoutANameItListsWhatThereIs() {
        assertThat(run()).isZero();
        assertThat(text(out)).contains("line_lag").contains("step_s  seconds between two readings (usually 60)");
    }
}
