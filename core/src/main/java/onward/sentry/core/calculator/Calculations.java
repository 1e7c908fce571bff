package onward.sentry.core.calculator;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.working.Refusal;

/** Every calculation, by name. */
public final class Calculations {

    /** Calculations that belong together. */
    public record Group(String title, List<Calculation> calculations) {}

    private static final List<Group> GROUPS = List.of(
            new Group("Units, factors, pressure, humidity", GasCalculations.all()),
            new Group("Flow, contents, judging, exposure", BenchCalculations.all()),
            new Group("Due dates", List.of(DueCalculation.calculation())));

    private static final List<Calculation> ALL =
            GROUPS.stream().flatMap(group -> group.calculations().stream()).toList();

    private Calculations() {}

    /** {@return the calculations by what they are about} */
    public static List<Group> groups() {
        return GROUPS;
    }

    /** {@return every calculation} */
    public static List<Calculation> all() {
        return ALL;
    }

    /**
     * Works one out: {@code answer("gas_left", {litres=72, full_bar=40, gauge_bar=12})} returns 21.6 L.
     *
     * @param name as people call it
     * @param given value typed for each input, by its name
     * @return the value and its derivation
     * @throws onward.sentry.core.working.Refused with code {@code calculation-unknown}, or with what is wrong in the inputs
     */
    public static Result answer(String name, Map<String, String> given) {
        return answer(name, given, GasLibrary.shipped());
    }

    /**
     * Works one out with the figures of a site.
     *
     * @param name as people call it
     * @param given value typed for each input, by its name
     * @param gases where gases and their figures are looked up
     * @return the value and its derivation
     */
    public static Result answer(String name, Map<String, String> given, GasLibrary gases) {
        var found = ALL.stream().filter(c -> c.name().equals(name)).findFirst();
        Refusal.unless(
                found.isPresent(),
                "calculation-unknown",
                "calculation",
                "There is no calculation '" + name + "'.",
                "There are: " + ALL.stream().map(Calculation::name).collect(Collectors.joining(", ")) + ".");
        return found.orElseThrow().answer(given, gases);
    }
}
