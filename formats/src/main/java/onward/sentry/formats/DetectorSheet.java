package onward.sentry.formats;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Serial;
import onward.sentry.core.working.Refused;

/**
 * Detectors as a table, one a line, as {@code docs/formats/tables.md} describes it: columns {@code serial} and {@code model},
 * and as far as known {@code asset_tag}, {@code crew}, {@code location}, {@code sensor_1} to {@code sensor_7}.
 */
public final class DetectorSheet {

    /** The columns that must be there. */
    public static final List<String> WANTED = List.of("serial", "model");

    /** Every column, in the order in which they go out. */
    public static final List<String> COLUMNS = List.of(
            "serial",
            "asset_tag",
            "model",
            "crew",
            "location",
            "sensor_1",
            "sensor_2",
            "sensor_3",
            "sensor_4",
            "sensor_5",
            "sensor_6",
            "sensor_7");

    private static final int MOST_SLOTS = 7;
    private static final int MOST_LETTERS = 100;

    private final Map<String, ProcedureCard> cards;

    /** @param cards the newest card of each model, by model */
    public DetectorSheet(Map<String, ProcedureCard> cards) {
        this.cards = Map.copyOf(cards);
    }

    /**
     * A line of the sheet.
     *
     * @param sensors their serials by slot
     * @param faults empty when it can be used as it stands
     */
    public record Line(
            long line,
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            Map<Integer, String> sensors,
            List<LineFault> faults) {}

    /** Reads a row; what is wrong with it is said, field by field. */
    public Line read(TableFile.Row row) {
        var faults = new ArrayList<LineFault>();
        var serial = row.at("serial");
        try {
            serial = Serial.of(serial);
        } catch (Refused refused) {
            var fitting = serial.replaceAll("[^A-Za-z0-9._/-]", "");
            faults.add(new LineFault(
                    "serial",
                    serial,
                    refused.refusal().reason(),
                    refused.refusal().wayOut(),
                    fits(fitting) ? Optional.of(fitting) : Optional.empty()));
        }
        var model = row.at("model");
        var card = Optional.ofNullable(cards.get(model));
        if (card.isEmpty()) {
            faults.add(new LineFault(
                    "model",
                    model,
                    model.isEmpty() ? "The model is missing." : "There is no procedure card for '" + model + "'.",
                    "The site has cards for "
                            + String.join(", ", cards.keySet().stream().sorted().toList()) + ".",
                    meant(model, cards.keySet())));
        }
        var sensors = new TreeMap<Integer, String>();
        for (int slot = 1; slot <= MOST_SLOTS; slot++) {
            if (!row.at("sensor_" + slot).isEmpty()) {
                sensors.put(slot, row.at("sensor_" + slot));
            }
        }
        card.ifPresent(known -> checkSlots(known, sensors, faults));
        for (var column : List.of("asset_tag", "crew", "location")) {
            if (row.at(column).length() > MOST_LETTERS) {
                faults.add(new LineFault(
                        column,
                        row.at(column),
                        "At most " + MOST_LETTERS + " letters fit here, these are "
                                + row.at(column).length() + ".",
                        "Say it shorter.",
                        Optional.empty()));
            }
        }
        return new Line(
                row.line(),
                serial,
                row.at("asset_tag"),
                model,
                row.at("crew"),
                row.at("location"),
                sensors,
                List.copyOf(faults));
    }

    /** A sensor in a slot that the model does not have; slots without one are asked for where the detector is new. */
    private static void checkSlots(ProcedureCard card, Map<Integer, String> sensors, List<LineFault> faults) {
        sensors.forEach((slot, serial) -> {
            if (card.findSensor(slot).isEmpty()) {
                faults.add(new LineFault(
                        "sensor_" + slot,
                        serial,
                        "A " + card.model() + " has no slot " + slot + ".",
                        "Its slots: "
                                + slots(
                                        card,
                                        spec -> spec.slot() + " " + spec.gas().formula()) + ".",
                        Optional.of("")));
            }
        });
    }

    /** The fault of a new detector whose sensors are not all named; empty when they are. */
    public Optional<LineFault> sensorsMissing(Line line) {
        return Optional.ofNullable(cards.get(line.model()))
                .flatMap(card -> card.sensors().stream()
                        .filter(spec -> !line.sensors().containsKey(spec.slot()))
                        .findFirst()
                        .map(spec -> new LineFault(
                                "sensor_" + spec.slot(),
                                "",
                                "The serial of the " + spec.gas().name() + " sensor is missing.",
                                "A new " + card.model() + " takes one for each slot: "
                                        + slots(
                                                card,
                                                one -> one.slot() + " "
                                                        + one.gas().formula()) + ".",
                                Optional.empty())));
    }

    private static String slots(ProcedureCard card, Function<SensorSpec, String> words) {
        return String.join(", ", card.sensors().stream().map(words).toList());
    }

    private static boolean fits(String serial) {
        try {
            return Serial.of(serial).equals(serial);
        } catch (Refused e) {
            return false;
        }
    }

    /** The one model that is written the same but for case, blanks, dashes and small figures. */
    static Optional<String> meant(String typed, Collection<String> models) {
        var same =
                models.stream().filter(model -> bare(model).equals(bare(typed))).toList();
        return same.size() == 1 ? Optional.of(same.get(0)) : Optional.empty();
    }

    private static String bare(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFKD)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]", "");
    }
}
