package onward.sentry.core.working;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * How a figure came about: the rule, its formula, the numbers put in, the result, and where the limits came from.
 *
 * <p>Example: {@code Working.of("Span, three grades", "R = 100 · full-span ÷ applied").with("applied", "80 ppm")
 * .with("full-span", "36.8 ppm").gives("R = 46.0 % → fail").from("card Quoin 4 v1")}.
 *
 * @param rule the rule's name, in the words of the trade
 * @param formula the formula, symbols as on the screen; empty where the rule is a plain comparison of words
 * @param inputs the numbers put in, in the order they are read
 * @param result what came out
 * @param source the card, policy or default that the limits came from
 */
public record Working(String rule, String formula, List<Input> inputs, String result, String source) {

    /** One number put in, already written with its unit. */
    public record Input(String name, String value) {
        public Input {
            Objects.requireNonNull(name, "name");
            Objects.requireNonNull(value, "value");
        }
    }

    public Working {
        Objects.requireNonNull(rule, "rule");
        Objects.requireNonNull(formula, "formula");
        Objects.requireNonNull(result, "result");
        Objects.requireNonNull(source, "source");
        inputs = List.copyOf(inputs);
    }

    public static Working of(String rule, String formula) {
        return new Working(rule, formula, List.of(), "", "");
    }

    public Working with(String name, String value) {
        var more = new ArrayList<>(inputs);
        more.add(new Input(name, value));
        return new Working(rule, formula, more, result, source);
    }

    public Working gives(String outcome) {
        return new Working(rule, formula, inputs, outcome, source);
    }

    public Working from(String origin) {
        return new Working(rule, formula, inputs, result, origin);
    }
}
