package onward.sentry.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** How days and units are written is the site's: no text of the program has a form of its own. */
class SiteFormsTest {

    private static final List<Path> SOURCES = Stream.of("core", "formats", "server")
            .map(m -> Path.of("..", m, "src", "main", "java"))
            .toList();

    private static List<Path> having(String what, String... only) {
        var pattern = Pattern.compile(what);
        return SOURCES.stream()
                .flatMap(SiteFormsTest::files)
                .filter(file -> Stream.of(only).noneMatch(file.toString().replace('\\', '/')::endsWith))
                .filter(file -> pattern.matcher(text(file)).find())
                .toList();
    }

    private static Stream<Path> files(Path folder) {
        try (var walk = Files.walk(folder)) {
            return walk.filter(file -> file.toString().endsWith(".java")).toList().stream();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String text(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void daysAreWrittenByOneFormatter() {
        assertThat(having("ofPattern\\(\"[^\"]*[dMu]")).as("forms of days").isEmpty();
        assertThat(having("FormatStyle|SimpleDateFormat|ofLocalizedDate")).isEmpty();
        assertThat(having("\"d MMM uuuu\"")).hasSize(1).allMatch(file -> file.endsWith("DateForm.java"));
    }

    @Test
    void pressuresAndTemperaturesAreWrittenByTheirUnits() {
        assertThat(having("\" (psi|°F)\"")).isEmpty();
        assertThat(having("\\+ \" bar\"", "core/calculator/BenchCalculations.java"))
                .as("a calculator's input names its own unit")
                .isEmpty();
    }
}
