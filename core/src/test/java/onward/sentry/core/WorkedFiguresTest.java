package onward.sentry.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.detector.Alarms;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.Ambient;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.judge.CalibrationCheck;
import onward.sentry.core.judge.SpanJudge;
import onward.sentry.core.schedule.IntervalRule;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Holds the core against a table of figures worked by hand. */
class WorkedFiguresTest {

    private static final Set<String> COVERED = Set.of(
            "vol_to_lel", "lel_to_vol", "ppm_to_mg_m3", "gas_left", "runs_left", "check_error", "span_grade", "due");
    /** Interval rules by weekday are not in the core. */
    private static final Set<String> NOT_YET = Set.of("next-last-thursday", "last-thursday-of-following-month");

    record Row(String calculation, Map<String, String> in, String expected) {
        double number(String name) {
            return Double.parseDouble(in.get(name));
        }
    }

    static List<Row> rows() throws IOException {
        try (var csv = WorkedFiguresTest.class.getResourceAsStream("worked-figures.csv")) {
            return new String(csv.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .skip(1)
                    .map(line -> line.split(",", -1))
                    .map(cells -> new Row(cells[0], inputs(cells[1]), cells[2]))
                    .filter(row -> COVERED.contains(row.calculation()))
                    .filter(row -> !NOT_YET.contains(row.in().getOrDefault("rule", "")))
                    .toList();
        }
    }

    private static Map<String, String> inputs(String cell) {
        var in = new HashMap<String, String>();
        for (String pair : cell.split(" ")) {
            in.put(pair.substring(0, pair.indexOf('=')), pair.substring(pair.indexOf('=') + 1));
        }
        return in;
    }

    @Test
    void theTableHoldsEveryCalculationThatIsCovered() throws IOException {
        assertThat(rows()).extracting(Row::calculation).containsAll(COVERED).hasSizeGreaterThanOrEqualTo(14);
    }

    @ParameterizedTest
    @MethodSource("rows")
    void givesTheWorkedFigure(Row row) {
        switch (row.calculation()) {
            case "vol_to_lel" ->
                number(row, convert(row, Concentration.of(row.number("vol"), Unit.VOL_PERCENT), Unit.PERCENT_LEL));
            case "lel_to_vol" ->
                number(row, convert(row, Concentration.of(row.number("lel"), Unit.PERCENT_LEL), Unit.VOL_PERCENT));
            case "ppm_to_mg_m3" ->
                number(
                        row,
                        Conversion.of(GasLibrary.shipped().gas(row.in().get("gas")), LelBasis.HANDBOOK)
                                .at(new Ambient(row.number("celsius"), row.number("kpa")))
                                .convert(Concentration.of(row.number("ppm"), Unit.PPM), Unit.MG_PER_M3)
                                .value());
            case "gas_left" -> number(row, cylinder(row).litresLeft());
            case "runs_left" -> number(row, cylinder(row).runsLeft(row.number("reserve"), row.number("per_run_l")));
            case "check_error" ->
                number(row, CalibrationCheck.errorPercent(row.number("reading"), row.number("expected")));
            case "span_grade" ->
                assertThat(SpanJudge.judge(carbonMonoxide(), row.number("applied"), row.number("full_span"), "test")
                                .verdict()
                                .label())
                        .isEqualTo(row.expected());
            case "due" ->
                assertThat(rule(row)
                                .nextDue(LocalDate.parse(row.in().get("done")))
                                .date())
                        .isEqualTo(LocalDate.parse(row.expected()));
            default -> Assertions.fail("no such calculation: " + row.calculation());
        }
    }

    private static void number(Row row, double actual) {
        double expected = Double.parseDouble(row.expected());
        assertThat(actual).isCloseTo(expected, within(Math.abs(expected) * 1e-4));
    }

    private static double convert(Row row, Concentration from, Unit to) {
        var basis = LelBasis.valueOf(row.in().get("basis").toUpperCase());
        return Conversion.of(GasLibrary.shipped().gas(row.in().get("gas")), basis)
                .convert(from, to)
                .value();
    }

    private static Cylinder cylinder(Row row) {
        var mix = new Mixture(
                List.of(new Component("methane", Concentration.of(1.25, Unit.VOL_PERCENT), 0.02)), "nitrogen");
        return new Cylinder(
                "C-1",
                "L-1",
                mix,
                LocalDate.of(2026, 1, 1),
                LocalDate.of(2027, 1, 1),
                row.number("litres"),
                row.number("full_bar"),
                row.number("gauge_bar"),
                CylinderState.IN_USE);
    }

    private static IntervalRule rule(Row row) {
        return switch (row.in().get("rule")) {
            case "every-1-month" -> new IntervalRule.EveryMonths(1, 2000);
            case "every-6-months" -> new IntervalRule.EveryMonths(6, 180);
            default -> throw new IllegalArgumentException(row.in().get("rule"));
        };
    }

    private static SensorSpec carbonMonoxide() {
        var alarms = new Alarms(
                OptionalDouble.of(25), OptionalDouble.of(100), OptionalDouble.of(100), OptionalDouble.of(25));
        return new SensorSpec(3, "carbon-monoxide", Technology.ELECTROCHEMICAL, Unit.PPM, 300, 1, alarms, 25, 80);
    }
}
