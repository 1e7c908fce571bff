package onward.sentry.formats;

import java.text.Normalizer;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.working.Refused;

/**
 * Cylinders as a table, CSV or XLSX, one a line, as {@code docs/formats/cylinders.md} describes it: dates as 2026-12-31,
 * components in one field as {@code "methane 1.25 vol% ±2 % (k = 2); oxygen 16 vol% ±1 %"}.
 */
public final class CylinderSheet {

    /** The columns, in any order. */
    public static final List<String> COLUMNS = List.of(
            "tag",
            "certificate",
            "lot",
            "made_on",
            "use_before",
            "volume_l",
            "full_bar",
            "gauge_bar",
            "balance",
            "components");

    /** What core calls a field, by what the sheet calls its column. */
    private static final Map<String, String> COLUMN_OF = Map.of(
            "useBefore", "use_before",
            "volumeLitres", "volume_l",
            "fullBar", "full_bar",
            "gaugeBar", "gauge_bar",
            "gas", "components",
            "unit", "components");

    private static final Pattern COMPONENT = Pattern.compile(
            "(?<gas>[\\p{L}\\p{N} -]+?)\\s+(?<amount>[\\d.,]+)\\s*(?<unit>ppm|vol%|%LEL|mg/m³|mg/L)"
                    + "(?:\\s*(?:±|\\+/-)\\s*(?<uncertainty>[\\d.,]+)\\s*%(?<two>\\s*\\(?k\\s*=\\s*2\\)?)?)?",
            Pattern.CASE_INSENSITIVE);

    /**
     * A line of the sheet.
     *
     * @param line in the file, the header being line 1
     * @param cylinder empty when something is wrong
     */
    public record Line(long line, String tag, Optional<Cylinder> cylinder, List<LineFault> faults) {}

    private final TableFile.Row row;
    private final List<LineFault> faults = new ArrayList<>();

    private CylinderSheet(TableFile.Row row) {
        this.row = row;
    }

    /** Reads a row; what is wrong with it is said, field by field. */
    public static Line read(TableFile.Row row) {
        return new CylinderSheet(row).line();
    }

    /**
     * The columns in which two cylinders are not the same; what is left in them, and what no column
     * says, is of no account.
     *
     * @return empty when they are
     */
    public static List<String> different(Cylinder one, Cylinder other) {
        var columns = new ArrayList<String>();
        BiConsumer<String, Function<Cylinder, Object>> compare = (column, value) -> {
            if (!value.apply(one).equals(value.apply(other))) {
                columns.add(column);
            }
        };
        compare.accept("certificate", Cylinder::certificateNumber);
        compare.accept("lot", Cylinder::lot);
        compare.accept("made_on", Cylinder::madeOn);
        compare.accept("use_before", Cylinder::useBefore);
        compare.accept("volume_l", Cylinder::volumeLitres);
        compare.accept("full_bar", Cylinder::fullBar);
        compare.accept("balance", cylinder -> cylinder.mixture().balanceGasId());
        compare.accept(
                "components",
                cylinder -> cylinder.mixture().components().stream().collect(Collectors.toSet()));
        return columns;
    }

    private Line line() {
        var tag = text("tag");
        var certificate = text("certificate");
        var lot = text("lot");
        var madeOn = day("made_on");
        var useBefore = day("use_before");
        var numbers = new HashMap<String, Optional<Double>>();
        for (var column : List.of("volume_l", "full_bar", "gauge_bar")) {
            numbers.put(column, number(column));
        }
        var mixture = mixture();
        Optional<Cylinder> cylinder = faults.isEmpty()
                ? built(() -> new Cylinder(
                        certificate,
                        lot,
                        mixture.orElseThrow(),
                        madeOn.orElseThrow(),
                        useBefore.orElseThrow(),
                        numbers.get("volume_l").orElseThrow(),
                        numbers.get("full_bar").orElseThrow(),
                        numbers.get("gauge_bar").orElseThrow(),
                        CylinderState.IN_USE))
                : Optional.empty();
        return new Line(row.line(), tag, cylinder, List.copyOf(faults));
    }

    private <T> Optional<T> built(java.util.function.Supplier<T> maker) {
        try {
            return Optional.of(maker.get());
        } catch (Refused e) {
            var refusal = e.refusal();
            fault(COLUMN_OF.getOrDefault(refusal.field(), refusal.field()), refusal.reason(), refusal.wayOut());
            return Optional.empty();
        }
    }

    private void fault(String column, String reason, String wayOut) {
        fault(column, reason, wayOut, Optional.empty());
    }

    private void fault(String column, String reason, String wayOut, Optional<String> instead) {
        faults.add(new LineFault(column, row.at(column), reason, wayOut, instead));
    }

    private String text(String column) {
        if (row.at(column).isEmpty()) {
            fault(column, "It is empty.", "Take it from the cylinder or its certificate.");
        }
        return row.at(column);
    }

    private Optional<LocalDate> day(String column) {
        var day = SheetField.day(row.at(column));
        if (day.isEmpty()) {
            fault(
                    column,
                    "A date is written YYYY-MM-DD here.",
                    "Write year, month, day.",
                    SheetField.meantDay(row.at(column)).map(LocalDate::toString));
        }
        return day;
    }

    private Optional<Double> number(String column) {
        var number = SheetField.number(row.at(column));
        if (number.isEmpty()) {
            fault(column, "This is no number.", "Write it as 68.5.");
        }
        return number;
    }

    private Optional<Mixture> mixture() {
        var components = new ArrayList<Component>();
        for (var part : row.at("components").split(";")) {
            component(part.strip()).ifPresent(components::add);
        }
        boolean readable = faults.stream().noneMatch(fault -> fault.column().equals("components"));
        return readable
                ? built(() -> new Mixture(components, row.at("balance").toLowerCase()).checkedAgainstTheWhole())
                : Optional.empty();
    }

    private Optional<Component> component(String part) {
        var parts = COMPONENT.matcher(part);
        var amount = parts.matches() ? SheetField.number(parts.group("amount")) : Optional.<Double>empty();
        if (amount.isEmpty()) {
            fault(
                    "components",
                    "'" + part + "' is no component.",
                    "Write gas, amount, unit and uncertainty: methane 1.25 vol% ±2 %; the next one after a semicolon.");
            return Optional.empty();
        }
        var name = parts.group("gas").strip();
        var gas = GasLibrary.shipped().all().stream()
                .filter(one -> one.id().equalsIgnoreCase(name.replace(' ', '-'))
                        || one.name().equalsIgnoreCase(name)
                        || plain(one.formula()).equalsIgnoreCase(plain(name)))
                .findFirst();
        if (gas.isEmpty()) {
            fault("components", "No gas is called '" + name + "'.", "Use its name or formula, as in the gas library.");
            return Optional.empty();
        }
        double uncertainty = Optional.ofNullable(parts.group("uncertainty"))
                .flatMap(SheetField::number)
                .orElse(0.0);
        if (amount.get() <= 0 || uncertainty >= 50) {
            fault(
                    "components",
                    "'" + part + "': the amount is above 0 and the uncertainty below 50 %.",
                    "Take both from the certificate.");
            return Optional.empty();
        }
        return Optional.of(new Component(
                gas.get().id(),
                Concentration.of(amount.get(), unit(parts.group("unit"))),
                uncertainty / 100,
                parts.group("two") != null));
    }

    /** With small figures as plain ones. */
    private static String plain(String formula) {
        return Normalizer.normalize(formula, Normalizer.Form.NFKC);
    }

    private static Unit unit(String symbol) {
        for (var unit : Unit.values()) {
            if (unit.symbol().equalsIgnoreCase(symbol)) {
                return unit;
            }
        }
        throw new IllegalStateException(symbol);
    }
}
