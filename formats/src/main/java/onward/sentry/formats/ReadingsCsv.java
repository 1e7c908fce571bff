package onward.sentry.formats;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/**
 * Readings as a table: {@code time,sensor,value,unit}, time in seconds since the run began, the sensor by its slot or by
 * its gas, the unit as the sensor's own or one that its gas can be converted from.
 */
public final class ReadingsCsv {

    private static final CSVFormat FORMAT = CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setTrim(true)
            .setIgnoreEmptyLines(true)
            .setIgnoreHeaderCase(true)
            .get();

    private static final Pattern PLAIN = Pattern.compile("[+-]?\\d{1,12}(\\.\\d{1,12})?");

    private ReadingsCsv() {}

    /**
     * {@code "12.5,carbon-monoxide,0.008,vol%"} on a sensor that shows ppm returns a reading of 80 at 12,500 ms.
     *
     * @throws Refused with the line as its field
     */
    public static List<Reading> read(String text, ProcedureCard card) {
        var byTime = new TreeMap<Long, Map<Integer, Double>>();
        try (var rows = FORMAT.parse(new StringReader(text))) {
            for (var name : List.of("time", "sensor", "value", "unit")) {
                Refusal.unless(
                        rows.getHeaderNames().stream().anyMatch(name::equalsIgnoreCase),
                        "csv-column",
                        "line 1",
                        "The column '" + name + "' is missing.",
                        "The first line reads: time,sensor,value,unit");
            }
            for (var row : rows) {
                var sensor = sensor(row, card);
                double value = inItsUnit(row, sensor, card);
                var known = byTime.computeIfAbsent(Math.round(1000 * number(row, "time")), at -> new TreeMap<>())
                        .put(sensor.slot(), value);
                if (known != null && known != value) {
                    throw refused(
                            row,
                            "slot " + sensor.slot() + " reads " + value + " here and " + known
                                    + " at the same moment above.",
                            "Leave the wrong one out.");
                }
            }
        } catch (IOException | UncheckedIOException | IllegalArgumentException e) {
            throw new Refused(new Refusal(
                    "csv-unreadable",
                    "csv",
                    "The table cannot be read: " + e.getMessage(),
                    "Save it as comma-separated text with a header line."));
        }
        var readings = new ArrayList<Reading>();
        byTime.forEach((at, values) -> readings.add(new Reading(at, values)));
        return readings;
    }

    private static SensorSpec sensor(CSVRecord row, ProcedureCard card) {
        var named = row.get("sensor");
        var meant = card.sensors().stream()
                .filter(spec -> named.equals(String.valueOf(spec.slot())) || named.equalsIgnoreCase(spec.gasId()))
                .toList();
        if (meant.size() > 1) {
            throw refused(
                    row,
                    "'" + named + "' stands for " + meant.size() + " sensors of this card.",
                    "Give the slot: "
                            + meant.stream()
                                    .map(spec -> String.valueOf(spec.slot()))
                                    .collect(Collectors.joining(" or "))
                            + ".");
        }
        return meant.stream()
                .findFirst()
                .orElseThrow(() -> refused(
                        row,
                        "'" + named + "' is no sensor of this card.",
                        "Give its slot or its gas, for example 3 or carbon-monoxide."));
    }

    private static double number(CSVRecord row, String column) {
        var text = row.get(column);
        if (!PLAIN.matcher(text).matches()) {
            throw refused(
                    row,
                    column + ": '" + text + "' is not a plain decimal number.",
                    "Use digits and a point for decimals, like -0.5 or 80.");
        }
        return Double.parseDouble(text);
    }

    private static double inItsUnit(CSVRecord row, SensorSpec sensor, ProcedureCard card) {
        double value = number(row, "value");
        for (var unit : Unit.values()) {
            if (unit.symbol().equalsIgnoreCase(row.get("unit"))) {
                double size = Conversion.of(sensor.gas(), card.lelBasis())
                        .convert(Concentration.of(Math.abs(value), unit), sensor.unit())
                        .value();
                return Math.copySign(size, value);
            }
        }
        throw refused(
                row,
                "'" + row.get("unit") + "' is no unit.",
                "Use " + sensor.unit().symbol() + ", the unit of the sensor.");
    }

    private static Refused refused(CSVRecord row, String reason, String wayOut) {
        return new Refused(new Refusal(
                "csv-line",
                "line " + (row.getRecordNumber() + 1),
                "line " + (row.getRecordNumber() + 1) + ": " + reason,
                wayOut));
    }
}
