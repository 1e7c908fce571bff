package onward.sentry.formats;

import java.text.Normalizer;
import java.time.LocalDate;
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
 * and as far as known {@code asset_tag}, {@code crew}, {@code location}, {@code sensor_1} to {@code sensor_7}, and the days
 * {@code fitted_on} and {@code last_good_on} of all its sensors, or of one in {@code fitted_1} and {@code last_good_1}.
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

    /** Serial of a sensor that the table does not name. */
    public static final String UNKNOWN_SERIAL = "unknown";

    private static final int MOST_SLOTS = 7;
    private static final int MOST_LETTERS = 100;

    private final Map<String, ProcedureCard> cards;
    private final LocalDate today;

    /**
     * @param cards the newest card of each model, by model
     * @param today at the site
     */
    public DetectorSheet(Map<String, ProcedureCard> cards, LocalDate today) {
        this.cards = Map.copyOf(cards);
        this.today = today;
    }

    /**
     * What a table says of a sensor.
     *
     * @param fittedOn empty: not known
     * @param lastGoodOn day of its last good calibration; empty: not known, so that it is due before use
     */
    public record SensorLine(String serial, Optional<LocalDate> fittedOn, Optional<LocalDate> lastGoodOn) {
        public SensorLine {
            fittedOn = fittedOn == null ? Optional.empty() : fittedOn;
            lastGoodOn = lastGoodOn == null ? Optional.empty() : lastGoodOn;
        }
    }

    /**
     * A line of the sheet.
     *
     * @param sensors one for each slot of the model
     * @param faults empty when it can be used as it stands
     */
    public record Line(
            long line,
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            Map<Integer, SensorLine> sensors,
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
        var sensors = new TreeMap<Integer, SensorLine>();
        card.ifPresent(known ->
                known.sensors().forEach(spec -> sensors.put(spec.slot(), sensor(row, spec.slot(), faults))));
        card.ifPresent(known -> checkSlots(known, row, faults));
        for (var column : List.of("asset_tag", "crew", "location")) {
            if (row.at(column).length() > MOST_LETTERS) {
                faults.add(new LineFault(
                        column,
                        row.at(column),
                        "At most " + MOST_LETTERS + " characters fit here, these are "
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

    private SensorLine sensor(TableFile.Row row, int slot, List<LineFault> faults) {
        var serial = row.at("sensor_" + slot);
        var fitted = day(row, row.at("fitted_" + slot).isEmpty() ? "fitted_on" : "fitted_" + slot, faults);
        var good = day(row, row.at("last_good_" + slot).isEmpty() ? "last_good_on" : "last_good_" + slot, faults);
        if (fitted.isPresent() && good.isPresent() && good.get().isBefore(fitted.get())) {
            faults.add(new LineFault(
                    "last_good_" + slot,
                    good.get().toString(),
                    "Slot " + slot + " was good on " + good.get() + ", before it was fitted on " + fitted.get() + ".",
                    "Compare both days.",
                    Optional.empty()));
        }
        return new SensorLine(serial.isEmpty() ? UNKNOWN_SERIAL : serial, fitted, good);
    }

    /** A day of the past, or none; the same column is said to be wrong once. */
    private Optional<LocalDate> day(TableFile.Row row, String column, List<LineFault> faults) {
        var text = row.at(column);
        if (text.isEmpty() || faults.stream().anyMatch(fault -> fault.column().equals(column))) {
            return Optional.empty();
        }
        var day = SheetField.day(text);
        if (day.isEmpty()) {
            faults.add(new LineFault(
                    column,
                    text,
                    "'" + text + "' is no day.",
                    "Write it as YYYY-MM-DD, or leave it empty where it is not known.",
                    SheetField.meantDay(text).map(LocalDate::toString)));
        } else if (day.get().isAfter(today)) {
            faults.add(new LineFault(
                    column, text, "'" + text + "' is in the future.", "Give a day of the past.", Optional.empty()));
            return Optional.empty();
        }
        return day;
    }

    /** A sensor in a slot that the model does not have. */
    private static void checkSlots(ProcedureCard card, TableFile.Row row, List<LineFault> faults) {
        for (int slot = 1; slot <= MOST_SLOTS; slot++) {
            var serial = row.at("sensor_" + slot);
            if (!serial.isEmpty() && card.findSensor(slot).isEmpty()) {
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
        }
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
