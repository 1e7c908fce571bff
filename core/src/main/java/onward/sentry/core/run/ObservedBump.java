package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.TreeMap;
import java.util.stream.IntStream;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.Fitness;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.BumpJudge;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.measure.Exposure;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.trace.Trace;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refused;

/**
 * Judges a bump as it is done in a round: gas on, and the technician says which sensors respond and whether all alarms
 * came. Where a gateway sends numbers, each sensor counts with what it held for three readings in a row.
 */
public record ObservedBump(RunState state, SitePolicy policy, RunTraces traces) {

    private static final String SEEN = "seen";

    /**
     * How far a sensor has answered to gas.
     *
     * @param reading the furthest towards the expected value that three readings in a row have held since gas came on, in
     *     the sensor's unit; before the third one the furthest so far, before the first one empty
     * @param percent of the way from clean air to the expected value
     * @param verdict {@code NOT_JUDGED} as long as readings that are high enough are fewer than three
     */
    public record SensorResponse(
            int slot, double expected, OptionalDouble reading, OptionalDouble percent, Verdict verdict) {}

    /** Takes the gas of the round for a bump whose numbers come over the link. */
    RunEvent.CylinderChosen chosen(RunCommand.ChooseCylinder c, long now) {
        unless(
                state.cylinder().isEmpty(),
                "gas-already-on",
                "cylinder",
                "Gas is already on in this bump.",
                "Say what you see, or leave the detector.");
        var fitness = allowed(c.cylinder(), c.on());
        return new RunEvent.CylinderChosen(
                now,
                c.step(),
                c.cylinderId(),
                c.cylinder(),
                c.on(),
                fitness.label(),
                fitness.warnings(),
                List.of(),
                false,
                Optional.of(state.card().usualRig()));
    }

    private Fitness allowed(Cylinder cylinder, LocalDate on) {
        var fitness = CylinderCheck.of(cylinder, GasDemands.of(state, policy, on, targets()));
        if (!fitness.allowed()) {
            throw new Refused(fitness.refusals().get(0));
        }
        return fitness;
    }

    RunEvent.BumpSeen seen(RunCommand.SeeBump c, long now) {
        unless(
                state.seenBump() && state.outcomes().isEmpty(),
                "bump-not-now",
                "",
                "This run is no bump of a round, or it has been entered already.",
                "Begin with the next detector.");
        var label = allowed(c.cylinder(), c.on()).label();
        var readings = new TreeMap<>(c.readings());
        answers().stream()
                .filter(answer -> answer.verdict() != Verdict.NOT_JUDGED)
                .forEach(answer -> answer.reading().ifPresent(value -> readings.putIfAbsent(answer.slot(), value)));
        var outcomes = new ArrayList<SensorOutcome>();
        for (var target : targets()) {
            outcomes.add(outcome(c.silent().contains(target.slot()), readings, line(label, target.slot())));
        }
        return new RunEvent.BumpSeen(
                now, c.cylinderId(), c.cylinder(), c.on(), c.silent(), c.alarms(), Map.copyOf(readings), outcomes);
    }

    List<SensorResponse> answers() {
        if (state.flowing().isEmpty()) {
            return List.of();
        }
        var label = state.flowing().get().label();
        return targets().stream().map(t -> answer(line(label, t.slot()))).toList();
    }

    private SensorResponse answer(LabelLine line) {
        var sensor = state.card().sensor(line.slot());
        var trace = traces.trace(line.slot());
        var furthest = furthest(sensor, line, trace);
        var held =
                state.rules() == JudgingRules.FIRST ? furthest : exposure(trace).held(sensor, line.expected());
        var shown = held.isPresent() ? held : furthest;
        return new SensorResponse(
                line.slot(),
                line.expected(),
                shown,
                shown.isPresent()
                        ? OptionalDouble.of(percent(sensor, line, shown.getAsDouble()))
                        : OptionalDouble.empty(),
                shown.isPresent()
                        ? verdict(judged(sensor, line, shown.getAsDouble()).verdict(), held.isPresent())
                        : Verdict.NOT_JUDGED);
    }

    private Exposure exposure(Trace trace) {
        long gasOn = state.flowingSince();
        return new Exposure(trace, gasOn, gasOn, false, state.typed(), () -> false);
    }

    /** One or two readings can show that a sensor is too low, and not that it holds. */
    private static Verdict verdict(Verdict ofReading, boolean held) {
        return held || ofReading == Verdict.FAIL ? ofReading : Verdict.NOT_JUDGED;
    }

    private OptionalDouble furthest(SensorSpec sensor, LabelLine line, Trace trace) {
        return IntStream.range(trace.indexFrom(state.flowingSince()), trace.size())
                .mapToObj(trace::valueAt)
                .max((a, b) -> Double.compare(percent(sensor, line, a), percent(sensor, line, b)))
                .map(OptionalDouble::of)
                .orElseGet(OptionalDouble::empty);
    }

    private static LabelLine line(List<LabelLine> label, int slot) {
        return label.stream().filter(one -> one.slot() == slot).findFirst().orElseThrow();
    }

    private static double percent(SensorSpec sensor, LabelLine line, double value) {
        return BumpJudge.responsePercent(sensor, line.expected(), value);
    }

    private Judgement judged(SensorSpec sensor, LabelLine line, double value) {
        return BumpJudge.judge(sensor, line.expected(), value, state.card().bumpLevelPercent(), source());
    }

    private String source() {
        return state.card().name() + ", " + policy.name();
    }

    /** Every sensor that the card bumps, each once. */
    private List<Target> targets() {
        return state.steps().stream()
                .filter(Step.ApplyGas.class::isInstance)
                .flatMap(step -> ((Step.ApplyGas) step).targets().stream())
                .toList();
    }

    private SensorOutcome outcome(boolean silent, Map<Integer, Double> readings, LabelLine line) {
        var sensor = state.card().sensor(line.slot());
        var reading = Optional.ofNullable(readings.get(line.slot()));
        var judgement = reading.filter(value -> !silent)
                .map(value -> judged(sensor, line, value))
                .orElseGet(() -> new Judgement(
                        silent ? Verdict.FAIL : Verdict.PASS,
                        Derivation.of("Bump, seen by the technician", "the sensor responds to gas")
                                .with("gas", line.label())
                                .gives(silent ? "no response seen → fail" : "responds → pass")
                                .from(source())));
        return new SensorOutcome(
                line.slot(),
                Stage.BUMP,
                judgement,
                reading.map(OptionalDouble::of).orElseGet(OptionalDouble::empty),
                line.expected(),
                reading.map(value -> OptionalDouble.of(percent(sensor, line, value)))
                        .orElseGet(OptionalDouble::empty),
                OptionalDouble.empty(),
                SEEN);
    }
}
