package onward.sentry.core.offline;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.Fitness;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.doubt.OwnTrend;
import onward.sentry.core.evidence.Evidence;
import onward.sentry.core.evidence.History;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.gas.Pressure;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.measure.AirTaking;
import onward.sentry.core.measure.Exposure;
import onward.sentry.core.measure.GasJudge;
import onward.sentry.core.measure.GasTaking;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.run.Outcomes;
import onward.sentry.core.run.RunTraces;
import onward.sentry.core.trace.Trace;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/**
 * Judges readings by stages that are given as times. They are worked through as if they came over the link: the card's
 * rules say when a reading is taken, no later than the end of its stage.
 *
 * @param on the day of use
 * @param rig how gas was brought, through tubing that holds it up; empty: as the model's manual asks for, with the stages'
 *     times at the sensors
 * @param kilopascals station pressure; empty: that of the site policy's altitude
 * @param chains what is known of sensors that show displayed readings, by slot
 * @param ownTolerancePercent of checks, set for this one detector
 */
public record BareReadings(
        ProcedureCard card,
        SitePolicy policy,
        LocalDate on,
        Map<String, Cylinder> cylinders,
        Optional<Rig> rig,
        OptionalDouble kilopascals,
        Map<Integer, SensitivityHistory> chains,
        OptionalDouble ownTolerancePercent,
        RunTraces traces) {

    /** A reading that is older than this when it is due was not read then. */
    private static final long STALE_MILLIS = 10_000;

    private static final int STALE_INTERVALS = 3;
    /** A stage that begins this soon after another on the same cylinder goes straight on with its gas. */
    private static final long STRAIGHT_ON_MILLIS = 10_000;

    /**
     * {@return one per stage and slot, by the time at which the stages began}
     *
     * @param stages of the file, in their order
     */
    public List<JudgedStage> judge(List<BareStage> stages) {
        var inOrder = stages.stream()
                .sorted(Comparator.comparingDouble(BareStage::fromSeconds))
                .toList();
        var judged = new ArrayList<JudgedStage>();
        for (int i = 0; i < inOrder.size(); i++) {
            var stage = inOrder.get(i);
            for (int slot : stage.slots()) {
                var sensor = sensor(slot);
                judged.add(
                        stage.stage().onGas()
                                ? onGas(stage, sensor, inOrder.subList(0, i), outcomes(judged))
                                : inAir(stage, sensor));
            }
        }
        return judged;
    }

    private static List<SensorOutcome> outcomes(List<JudgedStage> judged) {
        return judged.stream().map(JudgedStage::outcome).toList();
    }

    /**
     * {@return what the stages show, for what may be behind it}
     *
     * @param judged the stages with their verdicts
     * @param history what is on record of earlier runs
     * @param cross how each cell responds to other gases
     */
    public Evidence evidence(List<JudgedStage> judged, History history, CrossSensitivity cross) {
        return new StagesEvidence(this, judged).evidence(history, cross);
    }

    /**
     * {@return what speaks against setting sensors to the gas that they met last in these stages} Nothing of it changes a
     * verdict: the stages say what was done.
     *
     * @param judged the stages with their verdicts
     * @param trends what each sensor should respond with by its own spans, by slot
     */
    public List<Doubt> doubts(List<JudgedStage> judged, Map<Integer, OwnTrend> trends) {
        return new StagesDoubts(this, judged, trends).doubts();
    }

    /**
     * {@return what each sensor in scope comes to: those that a stage names, and those that have readings} Of each stage the
     * last try counts, and nothing that was only found before an adjustment. Without everything that its card asks for a
     * sensor is not judged.
     *
     * @param stages of the file, in their order
     * @param judged the stages with their verdicts
     */
    public Map<Integer, Verdict> verdicts(List<BareStage> stages, List<JudgedStage> judged) {
        var outcomes = outcomes(judged);
        var verdicts = new LinkedHashMap<Integer, Verdict>();
        for (var sensor : card.sensors()) {
            boolean named = stages.stream().anyMatch(stage -> stage.slots().contains(sensor.slot()));
            if (named || !traces.trace(sensor.slot()).isEmpty()) {
                verdicts.put(sensor.slot(), verdict(sensor.slot(), job(stages), outcomes));
            }
        }
        return verdicts;
    }

    private Verdict verdict(int slot, Job job, List<SensorOutcome> outcomes) {
        var all = new Outcomes();
        outcomes.forEach(outcome -> all.add(0, outcome));
        var standing = all.standing(slot);
        boolean leftAsIs = all.passedCheckFirst(slot);
        var wanted = card.steps(job).stream()
                .filter(Step.ApplyGas.class::isInstance)
                .flatMap(step -> ((Step.ApplyGas) step).targets().stream())
                .filter(target -> target.slot() == slot && target.purpose() != Purpose.AS_FOUND)
                .map(Target::purpose)
                .filter(purpose -> !leftAsIs || !purpose.sets() && purpose != Purpose.VERIFY)
                .map(Stage::of)
                .collect(Collectors.toCollection(TreeSet::new));
        boolean isMet = !wanted.isEmpty();
        standing.forEach(outcome -> wanted.remove(outcome.stage()));
        return standing.stream()
                .map(outcome -> outcome.judgement().verdict())
                .reduce(isMet && wanted.isEmpty() ? Verdict.PASS : Verdict.NOT_JUDGED, Verdict::worse);
    }

    private static Job job(List<BareStage> stages) {
        Set<Stage> met = stages.stream().map(BareStage::stage).collect(Collectors.toSet());
        return met.contains(Stage.BUMP) && met.stream().noneMatch(stage -> stage.onGas() && stage != Stage.BUMP)
                ? Job.BUMP
                : Job.CALIBRATION;
    }

    private SensorSpec sensor(int slot) {
        return card.findSensor(slot)
                .orElseThrow(() -> new Refused(new Refusal(
                        "slot-unknown", "stages", "The card has no slot " + slot + ".", "Use a slot of its sensors.")));
    }

    private JudgedStage inAir(BareStage stage, SensorSpec sensor) {
        var accept = card.calibration().stream()
                .filter(step -> step.slots().contains(sensor.slot()))
                .flatMap(step -> acceptInAir(step).stream())
                .findFirst()
                .orElseThrow(() -> notOnCard(stage, sensor));
        long since = millis(stage.fromSeconds());
        long end = millis(stage.toSeconds());
        var taking = new AirTaking(card, accept, stage.stage(), judgedBy());
        var trace = new Trace();
        var all = traces.trace(sensor.slot());
        for (int i = 0; i < all.size() && all.timeAt(i) <= end; i++) {
            trace.add(all.timeAt(i), all.valueAt(i));
            var taken = taking.at(sensor, trace, since, all.timeAt(i), false);
            if (taken.isPresent()) {
                return JudgedStage.unmeasured(stage, taken.get(), all.timeAt(i));
            }
        }
        if (trace.isEmpty() || trace.lastTime() < since || isStale(trace, end)) {
            return JudgedStage.unmeasured(
                    stage,
                    failed(stage, sensor, sensor.cleanAirReading(), "no reading", "No reading when it was due"),
                    end);
        }
        double elapsed = stage.toSeconds() - stage.fromSeconds();
        var taken = taking.taken(sensor, trace, since, false, false);
        return JudgedStage.unmeasured(stage, elapsed < accept.leastSeconds() ? taking.tooShort(taken) : taken, end);
    }

    private static Optional<AcceptRule> acceptInAir(Step step) {
        if (step instanceof Step.Zero zero) {
            return Optional.of(zero.accept());
        }
        return step instanceof Step.Blank blank ? Optional.of(blank.accept()) : Optional.empty();
    }

    private JudgedStage onGas(
            BareStage stage, SensorSpec sensor, List<BareStage> before, List<SensorOutcome> outcomes) {
        var gas = gasStep(stage, sensor);
        var target = target(gas, stage, sensor);
        var fitness = fitness(stage, target);
        double expected = expected(fitness);
        long gasOn = millis(stage.fromSeconds());
        long end = millis(stage.toSeconds());
        if (!fitness.allowed()) {
            var reason = fitness.refusals().get(0).reason();
            return JudgedStage.unmeasured(stage, failed(stage, sensor, expected, "gas not allowed", reason), end);
        }
        boolean wasOnGas = wasOnGas(stage, sensor, before);
        var label = fitness.label().stream().findFirst();
        var trace = new Trace();
        var exposure = new Exposure(
                trace, gasOn, gasOn + lagMillis(), wasOnGas, false, () -> gasHolds(stage, sensor, trace.lastTime()));
        var taking = new GasTaking(
                new GasJudge(card, policy, ownTolerancePercent),
                target,
                expected,
                label,
                chains.getOrDefault(sensor.slot(), SensitivityHistory.NEW),
                AirTaking.zeroFound(outcomes, sensor),
                kilopascals.isPresent(),
                gas.accept(),
                gas.noResponseSeconds(),
                exposure);
        var all = traces.trace(sensor.slot());
        for (int i = 0; i < all.size() && all.timeAt(i) <= end; i++) {
            trace.add(all.timeAt(i), all.valueAt(i));
            var taken = taking.at(all.timeAt(i));
            if (taken.isPresent()) {
                return new JudgedStage(stage, taken.get(), label, all.timeAt(i), !wasOnGas);
            }
        }
        double elapsed = (end - exposure.since()) / 1000.0;
        var taken = !taking.isRead() || isStale(trace, end)
                ? taking.notRead(elapsed)
                : taking.at(end)
                        .orElseGet(() ->
                                elapsed < gas.accept().leastSeconds() ? taking.tooShort(elapsed) : taking.asItStands());
        return new JudgedStage(stage, taken, label, end, !wasOnGas);
    }

    /** What the tubing holds gas up for, ms. */
    long lagMillis() {
        return rig.map(line -> Math.round(1000 * line.lagSeconds(card.intake(), 1)))
                .orElse(0L);
    }

    private static Target target(Step.ApplyGas gas, BareStage stage, SensorSpec sensor) {
        return gas.targets().stream()
                .filter(one -> one.slot() == sensor.slot())
                .map(one -> new Target(one.slot(), Purpose.valueOf(stage.stage().name()), one.setPoint()))
                .findFirst()
                .orElseThrow();
    }

    private Fitness fitness(BareStage stage, Target target) {
        return CylinderCheck.of(
                cylinder(stage.cylinder().orElseThrow()),
                GasDemands.of(
                        card,
                        Job.CALIBRATION,
                        List.of(target),
                        policy,
                        on,
                        kilopascals.orElseGet(() -> Pressure.at(policy.altitudeMetres())),
                        rig.orElseGet(card::usualRig)));
    }

    private static double expected(Fitness fitness) {
        return fitness.label().stream().findFirst().map(LabelLine::expected).orElse(0.0);
    }

    /** Another sensor of the stage has moved, and has not fallen back by then. */
    private boolean gasHolds(BareStage stage, SensorSpec sensor, long until) {
        long gasOn = millis(stage.fromSeconds());
        return stage.slots().stream()
                .filter(slot -> slot != sensor.slot())
                .map(this::sensor)
                .anyMatch(other -> {
                    double expected = expected(fitness(stage, target(gasStep(stage, other), stage, other)));
                    var trace = traces.trace(other.slot()).between(0, until);
                    return expected > 0
                            && new Exposure(trace, gasOn, gasOn, false, false, () -> false).holdsGas(other, expected);
                });
    }

    Cylinder cylinder(String tag) {
        return Optional.ofNullable(cylinders.get(tag))
                .orElseThrow(() -> new Refused(new Refusal(
                        "cylinder-unknown",
                        "stages",
                        "No cylinder of the file is called '" + tag + "'.",
                        "Add it to 'cylinders', or use one of " + cylinders.keySet() + ".")));
    }

    /** The step that asks for this; where no step does, the last one that applies gas to the sensor. */
    private Step.ApplyGas gasStep(BareStage stage, SensorSpec sensor) {
        var job = stage.stage() == Stage.BUMP ? Job.BUMP : Job.CALIBRATION;
        var steps = card.steps(job).stream()
                .filter(Step.ApplyGas.class::isInstance)
                .map(Step.ApplyGas.class::cast)
                .filter(step -> step.slots().contains(sensor.slot()))
                .toList();
        return steps.stream()
                .filter(step -> step.targets().stream()
                        .anyMatch(target ->
                                target.slot() == sensor.slot() && Stage.of(target.purpose()) == stage.stage()))
                .findFirst()
                .or(() -> steps.stream().reduce((earlier, later) -> later))
                .orElseThrow(() -> notOnCard(stage, sensor));
    }

    private Refused notOnCard(BareStage stage, SensorSpec sensor) {
        return new Refused(new Refusal(
                "stage-not-on-card",
                "stages",
                "The card " + card.name() + " has no step for '" + stage.stage().label() + "' of slot " + sensor.slot()
                        + ".",
                "Leave the stage out, or use a card that asks for it."));
    }

    /** The stage just before it was on the same gas: the sensor need not move any more. */
    private boolean wasOnGas(BareStage stage, SensorSpec sensor, List<BareStage> before) {
        return before.stream()
                .filter(one -> one.slots().contains(sensor.slot()))
                .reduce((earlier, later) -> later)
                .filter(one -> one.cylinder().equals(stage.cylinder()))
                .filter(one -> millis(stage.fromSeconds()) - millis(one.toSeconds()) <= STRAIGHT_ON_MILLIS)
                .isPresent();
    }

    private boolean isStale(Trace trace, long due) {
        return due - trace.lastTime() > Math.max(STALE_MILLIS, STALE_INTERVALS * traces.usualIntervalMillis());
    }

    private SensorOutcome failed(BareStage stage, SensorSpec sensor, double expected, String how, String reason) {
        return new SensorOutcome(
                sensor.slot(),
                stage.stage(),
                new Judgement(
                        Verdict.FAIL,
                        Derivation.of(reason, "")
                                .with("expected", sensor.shown(expected))
                                .gives(how + " → fail")
                                .from(judgedBy())),
                OptionalDouble.empty(),
                expected,
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                how);
    }

    private static long millis(double seconds) {
        return Math.round(seconds * 1000);
    }

    /** The versions that every verdict names. */
    private String judgedBy() {
        return card.name() + ", " + policy.name();
    }
}
