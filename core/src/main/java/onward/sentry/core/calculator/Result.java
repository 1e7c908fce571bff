package onward.sentry.core.calculator;

import java.util.OptionalDouble;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * What a calculation gave.
 *
 * @param value as it is read: a figure to at most six decimals, a word, or a date
 * @param number unrounded; empty when the value is a word or a date
 * @param unit empty when the value has none
 */
public record Result(String value, OptionalDouble number, String unit, Derivation working) {

    static Result of(double number, String unit, Derivation working) {
        var value = Figures.upTo(number, 6);
        return new Result(
                value, OptionalDouble.of(number), unit, working.gives(unit.isEmpty() ? value : value + " " + unit));
    }

    static Result of(String value, Derivation working) {
        return new Result(value, OptionalDouble.empty(), "", working);
    }
}
