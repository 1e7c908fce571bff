package onward.sentry.core.calculator;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.working.Refusal;

/**
 * A calculation with what it needs.
 *
 * @param name stable word, for example {@code vol_to_lel}
 * @param title what it answers, in words
 * @param takesGases whether, besides its inputs, it takes any number of gases with a share each
 */
public record Calculation(
        String name, String title, List<Input> inputs, boolean takesGases, Function<Inputs, Result> work) {

    static Calculation of(String name, String title, Function<Inputs, Result> work, Input... inputs) {
        return new Calculation(name, title, List.of(inputs), false, work);
    }

    static Calculation ofMixture(String name, String title, Function<Inputs, Result> work, Input... inputs) {
        return new Calculation(name, title, List.of(inputs), true, work);
    }

    /**
     * Works it out. {@code vol_to_lel} with {@code gas=methane vol=1.10 basis=iec} returns 25.0 %LEL.
     *
     * @param given value typed for each input, by its name
     * @param gases where gases and their figures are looked up
     * @return the value and its derivation
     * @throws onward.sentry.core.working.Refused when an input is missing, unknown or outside its limits
     */
    public Result answer(Map<String, String> given, GasLibrary gases) {
        for (var name : given.keySet()) {
            boolean known = inputs.stream().anyMatch(input -> input.name().equals(name))
                    || (takesGases
                            && gases.all().stream().anyMatch(gas -> gas.id().equals(name)));
            Refusal.unless(
                    known,
                    "input-unknown",
                    name,
                    "'" + this.name + "' does not take '" + name + "'.",
                    "It takes " + wanted());
        }
        var complete = new LinkedHashMap<String, String>();
        inputs.forEach(input -> input.usual().ifPresent(usual -> complete.put(input.name(), usual)));
        complete.putAll(given);
        return work.apply(new Inputs(complete, gases));
    }

    private String wanted() {
        return inputs.stream()
                        .map(input -> input.name()
                                + input.usual()
                                        .map(usual -> " (usually " + usual + ")")
                                        .orElse(""))
                        .collect(Collectors.joining(", "))
                + (takesGases ? ", and gases of the library with their share" : "") + ".";
    }
}
