package onward.sentry.core.card;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.working.Refusal;

/**
 * Everything that differs between models: sensors, the steps of its jobs, times and limits. Data, versioned; a run keeps
 * the version it was started with.
 *
 * @param model the model's name
 * @param version counts up from 1
 * @param flowLitresPerMinute the flow the cup is made for
 * @param litresPerRun gas that one calibration uses, purge included; kept ready before a cylinder is chosen
 * @param bumpLevelPercent how much of the way a bump must cover, %
 * @param interval how long a good calibration lasts
 */
public record ProcedureCard(
        String model,
        int version,
        LelBasis lelBasis,
        List<SensorSpec> sensors,
        double flowLitresPerMinute,
        double litresPerRun,
        double bumpLevelPercent,
        IntervalRule interval,
        List<Step> calibration,
        List<Step> bump) {

    public ProcedureCard {
        Objects.requireNonNull(lelBasis, "lelBasis");
        Objects.requireNonNull(interval, "interval");
        sensors = List.copyOf(sensors);
        calibration = List.copyOf(calibration);
        bump = List.copyOf(bump);
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
                flowLitresPerMinute > 0 && litresPerRun > 0 && bumpLevelPercent > 0 && bumpLevelPercent <= 100,
                "card-figures",
                "flowLitresPerMinute",
                "Flow, gas per run and bump level are above zero.",
                "Take them from the instrument's manual.");
        for (var step : calibration) {
            slotsOf(step)
                    .forEach(slot -> Refusal.unless(
                            slots.contains(slot),
                            "card-slot-unknown",
                            "calibration",
                            "Step '" + step.title() + "' names slot " + slot + ", which the card does not have.",
                            "Use one of the slots " + slots + "."));
        }
    }

    public List<Step> steps(Job job) {
        return job == Job.BUMP ? bump : calibration;
    }

    public SensorSpec sensor(int slot) {
        return findSensor(slot).orElseThrow(() -> new IllegalArgumentException(name() + " has no slot " + slot));
    }

    public Optional<SensorSpec> findSensor(int slot) {
        return sensors.stream().filter(sensor -> sensor.slot() == slot).findFirst();
    }

    /** How workings name it: {@code "card Quoin 4 v1"}. */
    public String name() {
        return "card " + model + " v" + version;
    }

    private static List<Integer> slotsOf(Step step) {
        if (step instanceof Step.Zero zero) {
            return zero.slots();
        }
        if (step instanceof Step.ApplyGas gas) {
            return gas.targets().stream().map(Target::slot).toList();
        }
        return List.of();
    }
}
