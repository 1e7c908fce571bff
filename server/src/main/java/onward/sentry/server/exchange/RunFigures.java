package onward.sentry.server.exchange;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Figures;
import onward.sentry.server.rules.ProcedureLibrary;

/**
 * The figures of exported runs as an instrument would show them: readings at the resolution of their sensor, per cent and
 * seconds to one decimal. What was judged is kept unrounded on the record.
 */
final class RunFigures {

    private static final List<String> COLUMNS = ExportTable.RUNS.columns();
    private static final int MODEL = COLUMNS.indexOf("model");
    private static final int SLOT = COLUMNS.indexOf("slot");
    private static final List<Integer> READINGS = List.of(COLUMNS.indexOf("reading"), COLUMNS.indexOf("expected"));
    private static final List<Integer> TENTHS = List.of(COLUMNS.indexOf("response_percent"), COLUMNS.indexOf("t90_s"));

    private final Map<String, ProcedureCard> cards;

    RunFigures(ProcedureLibrary library) {
        cards = library.latestCards().stream().collect(Collectors.toMap(ProcedureCard::model, card -> card));
    }

    void round(List<Object> row) {
        var sensor = row.get(SLOT) instanceof Number slot && cards.containsKey(row.get(MODEL))
                ? cards.get(row.get(MODEL)).findSensor(slot.intValue())
                : Optional.<SensorSpec>empty();
        sensor.ifPresent(spec -> READINGS.forEach(i -> {
            if (row.get(i) instanceof Double value) {
                row.set(i, new BigDecimal(Figures.at(value, spec.resolution())));
            }
        }));
        TENTHS.forEach(i -> {
            if (row.get(i) instanceof Double value) {
                row.set(i, new BigDecimal(Figures.at(value, 0.1)));
            }
        });
    }
}
