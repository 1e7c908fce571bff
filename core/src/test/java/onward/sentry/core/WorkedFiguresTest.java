package onward.sentry.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.core.calculator.Calculation;
import onward.sentry.core.calculator.Calculations;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Holds every calculation against a table of figures worked by hand. */
class WorkedFiguresTest {

    record Row(String calculation, Map<String, String> in, String expected, String unit) {}

    static List<Row> rows() throws IOException {
        try (var csv = WorkedFiguresTest.class.getResourceAsStream("worked-figures.csv")) {
            return new String(csv.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .skip(1)
                    .map(line -> line.split(",", -1))
                    .map(cells -> new Row(cells[0], inputs(cells[1]), cells[2], cells[3]))
                    .toList();
        }
    }

    private static Map<String, String> inputs(String cell) {
        var in = new LinkedHashMap<String, String>();
        for (String pair : cell.split(" ")) {
            in.put(pair.substring(0, pair.indexOf('=')), pair.substring(pair.indexOf('=') + 1));
        }
        return in;
    }

    @Test
    void theTableHoldsEveryCalculation() throws IOException {
        assertThat(rows())
                .extracting(Row::calculation)
                .containsAll(Calculations.all().stream().map(Calculation::name).toList());
    }

    @ParameterizedTest
    @MethodSource("rows")
    void givesTheWorkedFigureWithItsWorking(Row row) {
        if (row.expected().equals("error")) {
            assertThatThrownBy(() -> Calculations.answer(row.calculation(), row.in()))
                    .isInstanceOf(Refused.class);
            return;
        }
        var result = Calculations.answer(row.calculation(), row.in());
        if (result.number().isPresent()) {
            double expected = Double.parseDouble(row.expected());
            assertThat(result.number().getAsDouble()).isCloseTo(expected, within(Math.abs(expected) * 1e-4));
            assertThat(result.unit()).isEqualTo(row.unit());
        } else {
            assertThat(result.value()).isEqualTo(row.expected());
        }
        assertThat(result.working().rule()).isNotBlank();
        assertThat(result.working().result()).isNotBlank();
        assertThat(result.working().inputs()).isNotEmpty();
    }
}
