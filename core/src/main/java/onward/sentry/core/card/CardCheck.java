package onward.sentry.core.card;

import java.util.HashSet;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Refusal;

/** What every procedure card must keep to. */
final class CardCheck {

    private CardCheck() {}

    static void figures(
            String model,
            int version,
            List<SensorSpec> sensors,
            double flow,
            double litresPerRun,
            double litresPerBump,
            double bumpLevelPercent) {
        Refusal.unless(
                !model.isBlank() && version >= 1,
                "card-name",
                "model",
                "A card has a model name and a version from 1.",
                "Fill in both.");
        Refusal.unless(
                !sensors.isEmpty() && sensors.size() <= 7,
                "card-sensors",
                "sensors",
                "A detector holds 1 to 7 sensors; this card lists " + sensors.size() + ".",
                "List each sensor once.");
        var slots = new HashSet<Integer>();
        for (var sensor : sensors) {
            Refusal.unless(
                    slots.add(sensor.slot()),
                    "card-slot-twice",
                    "sensors",
                    "Slot " + sensor.slot() + " is listed twice.",
                    "Give each sensor its own slot.");
        }
        Refusal.unless(
                flow > 0 && litresPerRun > 0 && litresPerBump > 0 && bumpLevelPercent > 0 && bumpLevelPercent <= 100,
                "card-figures",
                "flowLitresPerMinute",
                "Flow, gas per run and bump level are above zero.",
                "Take them from the instrument's manual.");
    }

    static void tolerance(OptionalDouble percent, int exposureSecondsPerDay) {
        Refusal.unless(
                percent.isEmpty() || percent.getAsDouble() > 0 && percent.getAsDouble() <= 20,
                "card-tolerance",
                "tolerancePercent",
                "A card's tolerance is above 0 and at most 20 %.",
                "Leave it out where the site rules decide.");
        Refusal.unless(
                exposureSecondsPerDay >= 0 && exposureSecondsPerDay <= 86_400,
                "card-exposure",
                "exposureSecondsPerDay",
                "Exposure within a day is 0 to 86,400 s, not " + exposureSecondsPerDay + ".",
                "0 means no limit.");
    }

    static void maintenance(List<MaintenanceProcedure> all) {
        var kinds = new HashSet<MaintenanceKind>();
        all.forEach(one -> Refusal.unless(
                kinds.add(one.kind()),
                "maintenance-twice",
                "maintenance",
                one.kind().label() + " is described twice.",
                "Join both into one."));
    }

    static void steps(String job, List<Step> steps, List<SensorSpec> sensors) {
        var slots = sensors.stream().map(SensorSpec::slot).collect(Collectors.toSet());
        for (int i = 0; i < steps.size(); i++) {
            slots(job + "[" + i + "]", steps.get(i), slots);
        }
        airBeforeZero(steps);
        temperatureBeforeItsCountdown(job, steps);
    }

    private static void slots(String place, Step step, Set<Integer> slots) {
        slotsOf(step)
                .forEach(slot -> Refusal.unless(
                        slots.contains(slot),
                        "card-slot-unknown",
                        place,
                        "Step '" + step.title() + "' names slot " + slot + ", which the card does not have.",
                        "Use one of the slots " + slots + "."));
    }

    private static List<Integer> slotsOf(Step step) {
        if (step instanceof Step.Zero zero) {
            return zero.slots();
        }
        if (step instanceof Step.Blank blank) {
            return blank.slots();
        }
        if (step instanceof Step.ClearDown clear) {
            return clear.remainder().map(r -> List.of(r.slot())).orElse(List.of());
        }
        return step instanceof Step.ApplyGas gas
                ? gas.targets().stream().map(Target::slot).toList()
                : List.of();
    }

    /** Gas in the adapter would become the zero. */
    private static void airBeforeZero(List<Step> steps) {
        boolean gas = false;
        for (var step : steps) {
            gas = step instanceof Step.ApplyGas || gas && !(step instanceof Step.ClearDown);
            Refusal.unless(
                    !(gas && (step instanceof Step.Zero || step instanceof Step.Blank)),
                    "card-zero-on-gas",
                    "calibration",
                    "A zero follows gas without a clear-down in between.",
                    "Put a clear-down before it.");
        }
    }

    private static void temperatureBeforeItsCountdown(String job, List<Step> steps) {
        boolean known = false;
        for (var step : steps) {
            known |= step instanceof Step.Measure measure && measure.quantity() == Quantity.AMBIENT_TEMPERATURE;
            Refusal.unless(
                    known
                            || !(step instanceof Step.ApplyGas gas
                                    && gas.accept() instanceof AcceptRule.CountdownByTemperature),
                    "card-temperature",
                    job,
                    "A countdown by temperature comes before the temperature of the air is known.",
                    "Put a step before it that measures it.");
        }
    }
}
