package onward.sentry.core.working;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * How a figure came about: the rule, its formula, the numbers put in, the result, and where the limits came from.
 *
 * <p>Example: {@code Derivation.of("Span, three grades", "R = 100 · full-span ÷ applied").with("applied", "80 ppm")
 * .with("full-span", "36.8 ppm").gives("R = 46.0 % → fail").from("card Quoin 4 v1")}.
 *
 * @param rule the rule's name, in the words of the trade
 * @param formula the formula, symbols as on the screen; empty where the rule is a plain comparison of words
 * @param inputs the numbers put in, in the order they are read
 * @param result what came out
 * @param source the card, policy or default that the limits came from
 */
public record Derivation(String rule, String formula, List<Input> inputs, String result, String source) {

    private static final Pattern SYMBOL = Pattern.compile("[\\p{L}%][\\p{L}\\p{N}_%]*");
    private static final int MOST_FILLED = 24;

    /** One number put in, already written with its unit. */
    public record Input(String name, String value) {
        /**
         * Checks the limits.
         *
         * @param name as people call it
         * @param value as people read it
         * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
         */
        public Input {
            Objects.requireNonNull(name, "name");
            Objects.requireNonNull(value, "value");
        }
    }

    /**
     * Checks the limits, copies what it is given.
     *
     * @param rule the rule's name, in the words of the trade
     * @param formula the formula, symbols as on the screen; empty where the rule is a plain comparison of words
     * @param inputs the numbers put in, in the order they are read
     * @param result what came out
     * @param source the card, policy or default that the limits came from
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Derivation {
        Objects.requireNonNull(rule, "rule");
        Objects.requireNonNull(formula, "formula");
        Objects.requireNonNull(result, "result");
        Objects.requireNonNull(source, "source");
        inputs = List.copyOf(inputs);
    }

    /**
     * {@return a derivation without figures yet}
     *
     * @param rule by which it is worked out
     * @param formula in symbols; empty where nothing is calculated
     */
    public static Derivation of(String rule, String formula) {
        return new Derivation(rule, formula, List.of(), "", "");
    }

    /**
     * {@return the same with one more input}
     *
     * @param name as people call it
     * @param value as people read it
     */
    public Derivation with(String name, String value) {
        var more = new ArrayList<>(inputs);
        more.add(new Input(name, value));
        return new Derivation(rule, formula, more, result, source);
    }

    /**
     * {@return the same with its result}
     *
     * @param outcome what it comes to
     */
    public Derivation gives(String outcome) {
        return new Derivation(rule, formula, inputs, outcome, source);
    }

    /**
     * {@return the formula with its numbers in the place of its symbols: {@code "100 · c ÷ LEL"} with {@code c} of 1.1 vol%
     * and {@code LEL} of 4.4 vol% returns {@code "100 · 1.1 vol% ÷ 4.4 vol%"}} Symbols without a number stay.
     */
    public String filled() {
        var symbols = inputs.stream()
                .filter(input -> input.value().length() <= MOST_FILLED)
                .collect(Collectors.toMap(Input::name, Input::value, (first, second) -> first));
        return SYMBOL.matcher(formula)
                .replaceAll(found -> Matcher.quoteReplacement(symbols.getOrDefault(found.group(), found.group())));
    }

    /**
     * {@return the same with the source of its rule}
     *
     * @param origin where the rule comes from
     */
    public Derivation from(String origin) {
        return new Derivation(rule, formula, inputs, result, origin);
    }
}
