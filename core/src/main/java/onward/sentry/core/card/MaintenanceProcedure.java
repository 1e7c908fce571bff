package onward.sentry.core.card;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import onward.sentry.core.working.Refusal;

/**
 * How one kind of maintenance is done on a model: steps without gas, and the parts that it takes.
 *
 * @param steps checks, hand actions, things to read off, questions and waits, at least one
 * @param parts that are used up, each named once
 */
public record MaintenanceProcedure(MaintenanceKind kind, List<Step> steps, List<PartUse> parts) {

    /**
     * A part of the stock, such as an inlet filter.
     *
     * @param name 1 to 60 characters
     * @param count 1 to 99
     */
    public record PartUse(String name, int count) {
        /**
         * Checks the limits, strips blanks.
         *
         * @param name 1 to 60 characters
         * @param count 1 to 99
         * @throws onward.sentry.core.working.Refused with code {@code maintenance-part}
         */
        public PartUse {
            name = name.strip();
            Refusal.unless(
                    !name.isEmpty() && name.length() <= 60 && count >= 1 && count <= 99,
                    "maintenance-part",
                    "maintenance",
                    "A part has a name of 1 to 60 characters and a count of 1 to 99, not '" + name + "', " + count
                            + ".",
                    "Correct the name or the count.");
        }
    }

    /**
     * @param kind which work
     * @param steps checks, hand actions, things to read off, questions and waits, at least one
     * @param parts that are used up, each named once
     * @throws onward.sentry.core.working.Refused with code {@code maintenance-step}, {@code maintenance-part}
     */
    public MaintenanceProcedure {
        Objects.requireNonNull(kind, "kind");
        steps = List.copyOf(steps);
        parts = parts == null ? List.of() : List.copyOf(parts);
        Refusal.unless(
                !steps.isEmpty(),
                "maintenance-step",
                "maintenance",
                kind.label() + " has no step.",
                "Add one, or remove the procedure.");
        steps.forEach(step -> Refusal.unless(
                isWithoutGas(step),
                "maintenance-step",
                "maintenance",
                kind.label() + ": the step '" + step.title() + "' belongs to a calibration.",
                "Use checks, hand actions, readings, questions and waits only."));
        var names = new HashSet<String>();
        parts.forEach(part -> Refusal.unless(
                names.add(part.name()),
                "maintenance-part",
                "maintenance",
                kind.label() + " names the part '" + part.name() + "' twice.",
                "Name it once, with its count."));
    }

    private static boolean isWithoutGas(Step step) {
        return step instanceof Step.Checks
                || step instanceof Step.Confirm
                || step instanceof Step.Measure
                || step instanceof Step.Ask
                || step instanceof Step.WarmUp;
    }
}
