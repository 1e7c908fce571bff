package onward.sentry.core.bare;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.Pressure;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.core.judge.BumpJudge;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.SpanChain;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.judge.ZeroJudge;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.run.GasJudge;
import onward.sentry.core.run.RunTraces;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.ResponseTime;
import onward.sentry.core.trace.Stability;
import onward.sentry.core.trace.StabilityLimits;
import onward.sentry.core.trace.Trace;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Working;

/**
 * Judges readings by stages that are given as times, by the same rules as a run.
 *
 * @param on the day of use
 * @param rig how gas was brought; empty: as the model's manual asks for
 * @param kilopascals station pressure; empty: that of the house policy's altitude
 * @param chains what is known of sensors that show displayed readings, by slot
 * @param ownTolerancePercent of checks, set for this one detector
 */
public record BareReadings(
        ProcedureCard card,
        HousePolicy policy,
        LocalDate on,
        Map<String, Cylinder> cylinders,
        Optional<Rig> rig,
        OptionalDouble kilopascals,
        Map<Integer, SpanChain> chains,
        OptionalDouble ownTolerancePercent,
        RunTraces traces) {

    private static final long PLATEAU_MILLIS = 10_000;
    private static final double LEAST_RESPONSE = 0.05;

    /** One outcome per stage and slot, in their order. */
    public List<SensorOutcome> judge(List<BareStage> stages) {
        var outcomes = new ArrayList<SensorOutcome>();
        for (var stage : stages) {
            for (int slot : stage.slots()) {
                var sensor = card.findSensor(slot);
                Refusal.unless(
                        sensor.isPresent(),
                        "slot-unknown",
                        "stages",
                        "The card has no slot " + slot + ".",
                        "Use a slot of its sensors.");
                outcomes.add(
                        stage.stage().onGas()
                                ? onGas(stage, sensor.orElseThrow())
                                : inAir(stage, sensor.orElseThrow()));
            }
        }
        return outcomes;
    }

    private SensorOutcome inAir(BareStage stage, SensorSpec sensor) {
        var part = part(stage, sensor);
        var mean = plateau(part);
        if (mean.isEmpty()) {
            return failed(stage, sensor, sensor.cleanAirReading(), "no response", "No reading in this stage");
        }
        boolean settled = settled(stage, sensor, part, sensor.cleanAirReading());
        return new SensorOutcome(
                sensor.slot(),
                stage.stage(),
                ZeroJudge.judge(sensor, mean.get().mean(), settled, judgedBy()),
                OptionalDouble.of(mean.get().mean()),
                sensor.cleanAirReading(),
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                settled ? "settled" : "not settled");
    }

    private SensorOutcome onGas(BareStage stage, SensorSpec sensor) {
        var tag = stage.cylinder().orElseThrow();
        var cylinder = Optional.ofNullable(cylinders.get(tag));
        Refusal.unless(
                cylinder.isPresent(),
                "cylinder-unknown",
                "stages",
                "No cylinder of the file is called '" + tag + "'.",
                "Add it to 'cylinders', or use one of " + cylinders.keySet() + ".");
        var target = new Target(sensor.slot(), purpose(stage.stage()), OptionalDouble.empty());
        double pressure = kilopascals.orElseGet(() -> Pressure.at(policy.altitudeMetres()));
        var fitness = CylinderCheck.of(
                cylinder.orElseThrow(),
                GasDemands.of(
                        card, Job.CALIBRATION, List.of(target), policy, on, pressure, rig.orElseGet(card::usualRig)));
        double expected =
                fitness.label().stream().findFirst().map(LabelLine::expected).orElse(0.0);
        if (!fitness.allowed()) {
            return failed(
                    stage,
                    sensor,
                    expected,
                    "gas not allowed",
                    fitness.refusals().get(0).reason());
        }
        var part = part(stage, sensor);
        var plateau = plateau(part);
        if (plateau.isEmpty()
                || BumpJudge.responsePercent(sensor, expected, plateau.get().mean()) < 100 * LEAST_RESPONSE) {
            return failed(stage, sensor, expected, "no response", "Moved less than 5 % of the way");
        }
        boolean settled = settled(stage, sensor, part, expected);
        var judged = new GasJudge(card, policy, ownTolerancePercent)
                .judge(
                        target,
                        expected,
                        plateau.get(),
                        chains.getOrDefault(sensor.slot(), SpanChain.NEW),
                        fitness.label().stream().findFirst());
        long gasOn = millis(stage.fromSeconds());
        var trace = traces.trace(sensor.slot());
        double start =
                Plateau.of(trace, gasOn - 5_000, gasOn).map(Plateau::mean).orElse(sensor.cleanAirReading());
        return new SensorOutcome(
                sensor.slot(),
                stage.stage(),
                judged.judgement(),
                OptionalDouble.of(plateau.get().mean()),
                expected,
                judged.responsePercent(),
                ResponseTime.t90(part, gasOn, start, plateau.get().mean()),
                settled ? "settled" : "deadline",
                judged.sensitivity());
    }

    private Trace part(BareStage stage, SensorSpec sensor) {
        return traces.trace(sensor.slot()).between(millis(stage.fromSeconds()), millis(stage.toSeconds()));
    }

    private static Optional<Plateau> plateau(Trace part) {
        return part.isEmpty() ? Optional.empty() : Plateau.of(part, part.lastTime() - PLATEAU_MILLIS, part.lastTime());
    }

    private static boolean settled(BareStage stage, SensorSpec sensor, Trace part, double expected) {
        var limits = StabilityLimits.of(sensor.resolution(), expected, sensor.t90Seconds());
        return Stability.sampled(part, millis(stage.fromSeconds()), limits).settled();
    }

    private SensorOutcome failed(BareStage stage, SensorSpec sensor, double expected, String how, String reason) {
        return new SensorOutcome(
                sensor.slot(),
                stage.stage(),
                new Judgement(
                        Verdict.FAIL,
                        Working.of(reason, "")
                                .with("expected", sensor.shown(expected))
                                .gives(how + " → fail")
                                .from(judgedBy())),
                OptionalDouble.empty(),
                expected,
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                how);
    }

    private static Purpose purpose(Stage stage) {
        return Purpose.valueOf(stage.name());
    }

    private static long millis(double seconds) {
        return Math.round(seconds * 1000);
    }

    /** The versions that every verdict names. */
    private String judgedBy() {
        return card.name() + ", " + policy.name();
    }
}
