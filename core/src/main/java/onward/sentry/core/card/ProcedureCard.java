package onward.sentry.core.card;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
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
 * @param litresPerBump gas that one bump uses
 * @param bumpLevelPercent how much of the way a bump must cover, %
 * @param interval how long a good calibration lasts
 * @param tries how often a zero or a span may be tried
 */
public record ProcedureCard(
        String model,
        int version,
        LelBasis lelBasis,
        List<SensorSpec> sensors,
        double flowLitresPerMinute,
        double litresPerRun,
        double litresPerBump,
        double bumpLevelPercent,
        IntervalRule interval,
        Tries tries,
        List<Step> calibration,
        List<Step> bump) {

    public ProcedureCard {
        Objects.requireNonNull(lelBasis, "lelBasis");
        Objects.requireNonNull(interval, "interval");
        tries = tries == null ? Tries.USUAL : tries;
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
                flowLitresPerMinute > 0
                        && litresPerRun > 0
                        && litresPerBump > 0
                        && bumpLevelPercent > 0
                        && bumpLevelPercent <= 100,
                "card-figures",
                "flowLitresPerMinute",
                "Flow, gas per run and bump level are above zero.",
                "Take them from the instrument's manual.");
        checkSlots("calibration", calibration, slots);
        checkSlots("bump", bump, slots);
        checkAirBeforeZero(calibration);
    }

    private static void checkSlots(String job, List<Step> steps, Set<Integer> slots) {
        for (var step : steps) {
            slotsOf(step)
                    .forEach(slot -> Refusal.unless(
                            slots.contains(slot),
                            "card-slot-unknown",
                            job,
                            "Step '" + step.title() + "' names slot " + slot + ", which the card does not have.",
                            "Use one of the slots " + slots + "."));
        }
    }

    /** Gas in the adapter would become the zero. */
    private static void checkAirBeforeZero(List<Step> steps) {
        boolean gas = false;
        for (var step : steps) {
            gas = step instanceof Step.ApplyGas || gas && !(step instanceof Step.ClearDown);
            Refusal.unless(
                    !(gas && step instanceof Step.Zero),
                    "card-zero-on-gas",
                    "calibration",
                    "A zero follows gas without a clear-down in between.",
                    "Put a clear-down before it.");
        }
    }

    public List<Step> steps(Job job) {
        return job == Job.BUMP ? bump : calibration;
    }

    /** The steps of a job on some of the sensors only: what is for the others alone falls away. */
    public List<Step> steps(Job job, List<Integer> slots) {
        return steps(job).stream().flatMap(step -> only(step, slots)).toList();
    }

    private static Stream<Step> only(Step step, List<Integer> slots) {
        if (step instanceof Step.Zero zero) {
            var kept = zero.slots().stream().filter(slots::contains).toList();
            return kept.isEmpty() ? Stream.empty() : Stream.of(new Step.Zero(kept, zero.accept(), zero.note()));
        }
        if (step instanceof Step.ApplyGas gas) {
            var kept = gas.targets().stream()
                    .filter(target -> slots.contains(target.slot()))
                    .toList();
            return kept.isEmpty()
                    ? Stream.empty()
                    : Stream.of(new Step.ApplyGas(kept, gas.accept(), gas.noResponseSeconds(), gas.note()));
        }
        return Stream.of(step);
    }

    /** Gas that one job uses, purge included, litres. */
    public double litres(Job job) {
        return job == Job.BUMP ? litresPerBump : litresPerRun;
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
