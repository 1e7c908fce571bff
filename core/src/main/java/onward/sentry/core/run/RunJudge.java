package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalLong;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.Limit;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.judge.ZeroJudge;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.ResponseTime;
import onward.sentry.core.trace.Stability;
import onward.sentry.core.trace.StabilityLimits;
import onward.sentry.core.trace.Trace;
import onward.sentry.core.trace.TraceCodec;
import onward.sentry.core.working.Working;

/**
 * What the readings decide by themselves: warm-up over, zero good, gas seen, readings taken, gas gone, air clean again.
 * The events it returns must be folded in before it is asked again. Keeps nothing between two calls.
 */
final class RunJudge {

    private static final long PLATEAU_MILLIS = 10_000;
    private static final long BASELINE_MILLIS = 5_000;
    /** A sensor that has covered less than this of the way does not respond. */
    private static final double LEAST_RESPONSE = 0.05;

    private final ProcedureCard card;
    private final HousePolicy policy;

    RunJudge(ProcedureCard card, HousePolicy policy) {
        this.card = card;
        this.policy = policy;
    }

    List<RunEvent> decide(RunState state, RunTraces traces) {
        if (state.phase() != RunPhase.OPEN || state.seenBump()) {
            return List.of();
        }
        var step = state.currentStep().orElse(null);
        if (step instanceof Step.WarmUp warmUp) {
            long end = state.stepSince() + warmUp.seconds() * 1000L;
            return traces.now() >= end ? List.of(new RunEvent.WarmUpEnded(end, state.step())) : List.of();
        }
        if (state.zeroStartedAt().isPresent() && !state.awaitsTry()) {
            long since = state.zeroStartedAt().getAsLong();
            if (step instanceof Step.Zero zero) {
                return inAir(state, traces, Stage.ZERO, zero.accept(), since);
            }
            if (step instanceof Step.Blank blank) {
                return inAir(state, traces, Stage.BLANK, blank.accept(), since);
            }
        }
        if (step instanceof Step.ApplyGas gas) {
            return application(state, traces, gas);
        }
        if (step instanceof Step.ClearDown clear) {
            return state.gasIsOn() ? gasGone(state, traces) : clear(state, traces, clear);
        }
        return List.of();
    }

    private List<RunEvent> application(RunState state, RunTraces traces, Step.ApplyGas gas) {
        if (state.gasOpenedAt().isPresent()) {
            return onGas(state, traces, gas);
        }
        if (state.gasIsOn()) {
            return state.tries() == 1 && !state.awaitsTry()
                    ? straightOn(state, traces).orElseGet(() -> gasGone(state, traces))
                    : gasGone(state, traces);
        }
        return state.cylinder().isPresent() ? gasOn(state, traces) : List.of();
    }

    private static List<RunEvent> gasOn(RunState state, RunTraces traces) {
        var on = state.typed() ? OptionalLong.empty() : new GasInReadings(state, traces).cameOnAt();
        return on.isPresent() ? List.of(new RunEvent.GasOpened(on.getAsLong(), state.step(), true)) : List.of();
    }

    private List<RunEvent> gasGone(RunState state, RunTraces traces) {
        boolean gone = !state.typed() && new GasInReadings(state, traces).isGone();
        return gone ? List.of(gasClosed(state, traces, true)) : List.of();
    }

    /** The gas that is flowing serves the next application too: its exposure begins now. */
    private Optional<List<RunEvent>> straightOn(RunState state, RunTraces traces) {
        var flowing = state.flowing().orElseThrow();
        var fitness = CylinderCheck.of(flowing.cylinder(), GasDemands.of(state, policy, flowing.on(), flowing.rig()));
        if (!fitness.allowed() || !fitness.setPointsToChange().isEmpty()) {
            return Optional.empty();
        }
        long now = traces.now();
        return Optional.of(List.of(
                new RunEvent.CylinderChosen(
                        now,
                        state.step(),
                        flowing.cylinderId(),
                        flowing.cylinder(),
                        flowing.on(),
                        fitness.label(),
                        fitness.warnings(),
                        List.of(),
                        true,
                        flowing.rig()),
                new RunEvent.GasOpened(now, state.step(), true)));
    }

    /** Whether a sensor's readings have settled in the stage it is in. */
    Stability stability(RunState state, RunTraces traces, SensorSpec sensor, long since) {
        var limits = limits(state, sensor);
        var trace = traces.trace(sensor.slot());
        return state.typed() ? Stability.typed(trace, since, limits) : Stability.sampled(trace, since, limits);
    }

    /** What counts as settled for a sensor in the current step. */
    static StabilityLimits limits(RunState state, SensorSpec sensor) {
        double target = state.gasIsOn()
                ? state.expectedOnGas(sensor.slot()).orElse(sensor.cleanAirReading())
                : sensor.cleanAirReading();
        var usual = StabilityLimits.of(sensor.resolution(), target, sensor.t90Seconds());
        double asked = stableSeconds(state);
        return asked > 0 ? usual.holding(asked) : usual;
    }

    /** How long readings must hold in the current step, where its card asks for more than is usual; else 0. */
    private static double stableSeconds(RunState state) {
        var step = state.currentStep().orElse(null);
        if (step instanceof Step.Zero zero) {
            return zero.accept().stableSeconds();
        }
        return step instanceof Step.ApplyGas gas ? gas.accept().stableSeconds() : 0;
    }

    /** A zero, or an air blank: every sensor reads what clean air is. */
    private List<RunEvent> inAir(RunState state, RunTraces traces, Stage stage, AcceptRule accept, long startedAt) {
        double elapsed = (traces.now() - startedAt) / 1000.0;
        var outcomes = new ArrayList<SensorOutcome>();
        for (int slot : state.unzeroed()) {
            var sensor = card.sensor(slot);
            boolean settled = stability(state, traces, sensor, startedAt).settled();
            var mean = plateau(state, traces.trace(slot), startedAt, accept).map(Plateau::mean);
            boolean good = settled
                    && mean.filter(m -> ZeroJudge.withinTolerance(sensor, m)).isPresent();
            boolean over = elapsed >= accept.endSeconds();
            if (!over && !(good && elapsed >= accept.leastSeconds() && waitsForStability(accept))) {
                return List.of();
            }
            boolean counted = settled || accept instanceof AcceptRule.Countdown;
            outcomes.add(new SensorOutcome(
                    slot,
                    stage,
                    mean.map(m -> ZeroJudge.judge(sensor, m, counted, judgedBy()))
                            .orElseGet(() -> nothingRead(stage)),
                    mean.map(OptionalDouble::of).orElse(OptionalDouble.empty()),
                    sensor.cleanAirReading(),
                    OptionalDouble.empty(),
                    OptionalDouble.empty(),
                    settled ? "settled" : counted ? "countdown" : "not settled"));
        }
        return List.of(new RunEvent.ZeroJudged(traces.now(), state.step(), outcomes));
    }

    private static boolean waitsForStability(AcceptRule rule) {
        return !(rule instanceof AcceptRule.Countdown);
    }

    private List<RunEvent> onGas(RunState state, RunTraces traces, Step.ApplyGas gas) {
        long since = state.gasOpenedAt().orElseThrow() + lagMillis(state);
        double elapsed = (traces.now() - since) / 1000.0;
        if (elapsed < 0) {
            return List.of();
        }
        var events = new ArrayList<RunEvent>();
        for (var target : state.undecidedTargets()) {
            take(state, traces, gas, target, since, elapsed).ifPresent(events::add);
        }
        return events;
    }

    /** What the tubing holds up; gas that was seen in the readings has come through it already. */
    static long lagMillis(RunState state) {
        return state.gasSeen()
                ? 0
                : state.cylinder()
                        .flatMap(RunEvent.CylinderChosen::rig)
                        .map(rig ->
                                Math.round(1000 * rig.lagSeconds(state.card().intake())))
                        .orElse(0L);
    }

    private Optional<RunEvent> take(
            RunState state, RunTraces traces, Step.ApplyGas gas, Target target, long since, double elapsed) {
        if (state.failedZero(target.slot())) {
            return Optional.of(
                    notTaken(state, traces, target, "zero failed", "A sensor that fails zero is not spanned"));
        }
        var sensor = card.sensor(target.slot());
        var trace = traces.trace(target.slot());
        var accept = state.accept(gas.accept());
        var plateau = plateau(state, trace, since, accept);
        if (plateau.isEmpty()) {
            return elapsed >= accept.endSeconds()
                    ? Optional.of(notTaken(state, traces, target, "no response", "No reading arrived in time"))
                    : Optional.empty();
        }
        boolean moved = GasInReadings.way(state, target, trace.last()) >= LEAST_RESPONSE;
        if (!moved) {
            return elapsed >= gas.noResponseSeconds()
                    ? Optional.of(notTaken(state, traces, target, "no response", "Moved less than 5 % of the way"))
                    : Optional.empty();
        }
        if (target.purpose() == Purpose.BUMP
                && GasInReadings.way(state, target, trace.last()) * 100 >= card.bumpLevelPercent()) {
            return elapsed >= accept.leastSeconds()
                    ? Optional.of(taken(state, traces, target, alone(trace.last()), "responded"))
                    : Optional.empty();
        }
        boolean settled = elapsed >= accept.leastSeconds()
                && stability(state, traces, sensor, since).settled();
        return switch (accept.decide(elapsed, settled)) {
            case WAIT -> Optional.empty();
            case ACCEPT ->
                Optional.of(taken(
                        state,
                        traces,
                        target,
                        plateau.get(),
                        settled ? "settled" : accept instanceof AcceptRule.Countdown ? "countdown" : "deadline"));
            case NOT_SETTLED ->
                Optional.of(notTaken(state, traces, target, "not settled", "Still moving at the limit"));
        };
    }

    /** A single reading, taken as it stands. */
    static Plateau alone(double reading) {
        return new Plateau(reading, 0, 1);
    }

    RunEvent.ReadingAccepted taken(RunState state, RunTraces traces, Target target, Plateau plateau, String how) {
        var sensor = card.sensor(target.slot());
        double expected = state.expectedOnGas(target.slot()).orElseThrow();
        long gasOn = state.gasOpenedAt().orElseThrow();
        var trace = traces.trace(target.slot());
        double start = Plateau.of(trace, gasOn - BASELINE_MILLIS, gasOn)
                .map(Plateau::mean)
                .orElse(sensor.cleanAirReading());
        boolean straightOn =
                state.cylinder().filter(RunEvent.CylinderChosen::straightOn).isPresent();
        var judged = GasJudge.of(state, policy)
                .judge(target, expected, plateau, state.chain(target.slot()), label(state, target.slot()));
        return new RunEvent.ReadingAccepted(
                traces.now(),
                state.step(),
                new SensorOutcome(
                        target.slot(),
                        Stage.of(target.purpose()),
                        judged.judgement(),
                        OptionalDouble.of(plateau.mean()),
                        expected,
                        judged.responsePercent(),
                        straightOn ? OptionalDouble.empty() : ResponseTime.t90(trace, gasOn, start, plateau.mean()),
                        how,
                        judged.sensitivity()));
    }

    private static Optional<LabelLine> label(RunState state, int slot) {
        return state.cylinder().stream()
                .flatMap(chosen -> chosen.label().stream())
                .filter(line -> line.slot() == slot)
                .findFirst();
    }

    private RunEvent.ReadingNotAccepted notTaken(
            RunState state, RunTraces traces, Target target, String how, String rule) {
        var sensor = card.sensor(target.slot());
        double expected = state.expectedOnGas(target.slot()).orElse(0.0);
        var trace = traces.trace(target.slot());
        var working = Working.of(rule, "")
                .with("expected", sensor.shown(expected))
                .with("last reading", trace.isEmpty() ? "none" : sensor.shown(trace.last()))
                .gives(how + " → " + Verdict.FAIL.label())
                .from(judgedBy());
        return new RunEvent.ReadingNotAccepted(
                traces.now(),
                state.step(),
                new SensorOutcome(
                        target.slot(),
                        Stage.of(target.purpose()),
                        new Judgement(Verdict.FAIL, working),
                        trace.isEmpty() ? OptionalDouble.empty() : OptionalDouble.of(trace.last()),
                        expected,
                        OptionalDouble.empty(),
                        OptionalDouble.empty(),
                        how));
    }

    /** Gas-off seals one trace per sensor, from where the one before ended until now. */
    RunEvent.GasClosed gasClosed(RunState state, RunTraces traces, boolean seen) {
        Map<Integer, String> digests = new HashMap<>();
        sealedTraces(state, traces, traces.now()).forEach((slot, bytes) -> digests.put(slot, TraceCodec.digest(bytes)));
        return new RunEvent.GasClosed(traces.now(), state.step(), seen, digests);
    }

    static Map<Integer, byte[]> sealedTraces(RunState state, RunTraces traces, long closedAt) {
        long from = state.events().stream()
                        .filter(RunEvent.GasClosed.class::isInstance)
                        .mapToLong(RunEvent::at)
                        .filter(at -> at < closedAt)
                        .max()
                        .orElse(-1)
                + 1;
        Map<Integer, byte[]> sealed = new HashMap<>();
        for (var sensor : state.sensors()) {
            var part = traces.trace(sensor.slot()).between(from, closedAt);
            if (!part.isEmpty()) {
                sealed.put(sensor.slot(), TraceCodec.encode(part));
            }
        }
        return sealed;
    }

    private List<RunEvent> clear(RunState state, RunTraces traces, Step.ClearDown clear) {
        long since = state.gasClosedAt().orElse(state.stepSince());
        boolean over = traces.now() - since >= clear.limitSeconds() * 1000;
        var outcomes = new ArrayList<SensorOutcome>();
        var remainder = new ArrayList<Integer>();
        for (var sensor : state.sensors()) {
            var trace = traces.trace(sensor.slot());
            boolean leftOut = state.failedZero(sensor.slot()) || state.skipped().contains(sensor.slot());
            if (leftOut || trace.isEmpty() || trace.lastTime() <= since) {
                if (!over && !leftOut) {
                    return List.of();
                }
                continue;
            }
            boolean back = ZeroJudge.withinTolerance(sensor, trace.last());
            if (!back && !over) {
                return List.of();
            }
            if (!back && isRemainder(clear, sensor, trace.last())) {
                remainder.add(sensor.slot());
            } else {
                outcomes.add(cleared(sensor, trace.last(), back));
            }
        }
        return List.of(new RunEvent.ClearedDown(traces.now(), state.step(), outcomes, remainder));
    }

    private static boolean isRemainder(Step.ClearDown clear, SensorSpec sensor, double reading) {
        return clear.remainder()
                .filter(allowed -> allowed.slot() == sensor.slot()
                        && new Limit(allowed.most()).allows(Math.abs(reading - sensor.cleanAirReading())))
                .isPresent();
    }

    private SensorOutcome cleared(SensorSpec sensor, double reading, boolean back) {
        var verdict = back ? Verdict.PASS : Verdict.FAIL;
        var working = Working.of("Clear down: back at clean air", "|reading − air| ≤ zero tolerance")
                .with("reading", sensor.shown(reading))
                .with("air", sensor.shown(sensor.cleanAirReading()))
                .gives((back ? "back at clean air" : "gas remains") + " → " + verdict.label())
                .from(judgedBy());
        return new SensorOutcome(
                sensor.slot(),
                Stage.CLEAR,
                new Judgement(verdict, working),
                OptionalDouble.of(reading),
                sensor.cleanAirReading(),
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                back ? "settled" : "not settled");
    }

    private static Optional<Plateau> plateau(RunState state, Trace trace, long since, AcceptRule accept) {
        if (trace.isEmpty() || trace.lastTime() < since) {
            return Optional.empty();
        }
        long averaged = accept.averageSeconds() > 0 ? Math.round(1000 * accept.averageSeconds()) : PLATEAU_MILLIS;
        long from = state.typed() ? trace.lastTime() : Math.max(since, trace.lastTime() - averaged);
        return Plateau.of(trace, from, trace.lastTime());
    }

    private Judgement nothingRead(Stage stage) {
        return new Judgement(
                Verdict.FAIL,
                Working.of("No reading arrived", "")
                        .gives("nothing read at " + stage.label() + " → fail")
                        .from(judgedBy()));
    }

    /** The versions that every verdict names. */
    private String judgedBy() {
        return card.name() + ", " + policy.name();
    }
}
