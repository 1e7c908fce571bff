package onward.sentry.core.calculator;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.working.Refusal;

/** What was given to a calculation, by name; each getter refuses what it cannot read and names it. */
final class Inputs {

    private final Map<String, String> given;
    private final GasLibrary gases;

    Inputs(Map<String, String> given, GasLibrary gases) {
        this.given = given;
        this.gases = gases;
    }

    GasLibrary gases() {
        return gases;
    }

    Map<String, String> all() {
        return given;
    }

    Optional<String> find(String name) {
        return Optional.ofNullable(given.get(name)).filter(text -> !text.isBlank());
    }

    String text(String name) {
        var found = find(name);
        Refusal.unless(found.isPresent(), "input-missing", name, "'" + name + "' is missing.", "Give " + name + "=….");
        return found.orElseThrow().strip();
    }

    double number(String name) {
        return number(name, text(name));
    }

    static double number(String name, String text) {
        double number;
        try {
            number = Double.parseDouble(text.replace(',', '.'));
        } catch (NumberFormatException e) {
            number = Double.NaN;
        }
        Refusal.unless(
                Double.isFinite(number),
                "not-a-number",
                name,
                "'" + name + "' is a number, not '" + text + "'.",
                "Give it like 12.5.");
        return number;
    }

    double atLeast(String name, double least) {
        double number = number(name);
        Refusal.unless(
                number >= least,
                "too-small",
                name,
                "'" + name + "' is at least " + least + ", not " + number + ".",
                "Compare it with where you read it.");
        return number;
    }

    double above(String name, double limit) {
        double number = number(name);
        Refusal.unless(
                number > limit,
                "too-small",
                name,
                "'" + name + "' is above " + limit + ", not " + number + ".",
                "Compare it with where you read it.");
        return number;
    }

    Gas gas(String name) {
        return gases.gas(text(name));
    }

    LelBasis basis() {
        return oneOf(LelBasis.class, "basis");
    }

    <E extends Enum<E>> E oneOf(Class<E> type, String name) {
        var text = text(name);
        var found = Arrays.stream(type.getEnumConstants())
                .filter(constant -> constant.name().equalsIgnoreCase(text))
                .findFirst();
        Refusal.unless(
                found.isPresent(),
                "not-one-of",
                name,
                "'" + name + "' is not '" + text + "'.",
                "Give one of: "
                        + String.join(
                                ", ",
                                Arrays.stream(type.getEnumConstants())
                                        .map(constant -> constant.name().toLowerCase(Locale.ROOT))
                                        .toList())
                        + ".");
        return found.orElseThrow();
    }

    LocalDate date(String name) {
        var text = text(name);
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            Refusal.unless(
                    false,
                    "not-a-date",
                    name,
                    "'" + name + "' is a day, not '" + text + "'.",
                    "Write it as YYYY-MM-DD.");
            throw e;
        }
    }
}
