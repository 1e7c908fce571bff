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
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
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
    /** A reading may be typed this long before the moment that it counts for. */
    private static final long TYPED_EARLY_MILLIS = 10_000;
    /** A sensor that has covered less than this of the way does not respond. */
    private static final double LEAST_RESPONSE = 0.05;

    private final ProcedureCard card;
    private final HousePolicy policy;

    RunJudge(ProcedureCard card, HousePolicy policy) {
        this.card = card;
        this.policy = policy;
    }

    List<RunEvent> decide(RunState state, RunTraces traces) {
        if (state.phase() != RunPhase.OPEN && state.phase() != RunPhase.TO_SIGN) {
            return List.of();
        }
        var watched = watch(state, traces);
        if (!watched.isEmpty() || state.seenBump()) {
            return watched;
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
        return state.gasIsOn() ? gasGone(state, traces) : List.of();
    }

    /** What is noted of gas that is on, whatever step the run is in: a cylinder at its reserve, an exposure past its limit. */
    private List<RunEvent> watch(RunState state, RunTraces traces) {
        var watch = GasWatch.of(state, policy.reserve(), traces.now());
        if (watch.isEmpty()) {
            return List.of();
        }
        var gas = watch.get();
        if (gas.usableLitres() <= 0 && !state.spentCylinder().equals(Optional.of(gas.cylinderId()))) {
            return List.of(new RunEvent.CylinderSpent(traces.now(), state.step(), gas.cylinderId(), gas.litresLeft()));
        }
        return gas.over() && state.overexposed().isEmpty()
                ? List.of(
                        new RunEvent.ExposureExceeded(traces.now(), state.step(), gas.cylinderId(), gas.limitSeconds()))
                : List.of();
    }

    /**
     * What a reading says of the time before it: nothing while it comes when it is due, else that some are missing.
     *
     * @param at run time of the reading, ms
     */
    Optional<RunEvent> gap(RunState state, RunTraces traces, long at) {
        long last = traces.lastReadingAt();
        if (last < 0 || state.phase() != RunPhase.OPEN) {
            return Optional.empty();
        }
        var silence = new LinkSilence(Math.max(0, at - last), traces.usualIntervalMillis());
        if (silence.level() == LinkSilence.Level.LIVE) {
            return Optional.empty();
        }
        boolean measured = state.isMeasuringOnGas()
                || state.zeroStartedAt().isPresent() && !state.unzeroed().isEmpty();
        boolean repeat = measured && !state.seenBump() && silence.level() == LinkSilence.Level.SILENT;
        return Optional.of(new RunEvent.ReadingsMissed(Math.max(at, traces.now()), state.step(), last, repeat));
    }

    private List<RunEvent> application(RunState state, RunTraces traces, Step.ApplyGas gas) {
        if (state.gasOpenedAt().isPresent() && !state.undecidedTargets().isEmpty()) {
            return onGas(state, traces, gas);
        }
        if (state.gasIsOn()) {
            boolean begins =
                    state.tries() == 1 && !state.awaitsTry() && state.cylinder().isEmpty();
            return begins && state.spentCylinder().isEmpty()
                    ? straightOn(state, traces).orElseGet(() -> gasGone(state, traces))
                    : gasGone(state, traces);
        }
        boolean waits = state.cylinder().isPresent() && !state.awaitsTry();
        return waits ? gasOn(state, traces) : List.of();
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
            boolean over = elapsed >= accept.endSeconds()
                    && isReadAt(state, traces.trace(slot), startedAt, accept.endSeconds());
            boolean taken = over || good && elapsed >= accept.leastSeconds() && waitsForStability(accept);
            if (mean.isEmpty() || !taken) {
                return List.of();
            }
            boolean counted = settled || accept instanceof AcceptRule.Countdown;
            var how = settled ? "settled" : counted ? "countdown" : "not settled";
            outcomes.add(zeroed(sensor, stage, mean.get(), counted, how));
        }
        return List.of(new RunEvent.ZeroJudged(traces.now(), state.step(), outcomes));
    }

    private SensorOutcome zeroed(SensorSpec sensor, Stage stage, double mean, boolean counted, String how) {
        return new SensorOutcome(
                sensor.slot(),
                stage,
                ZeroJudge.judge(sensor, mean, counted, judgedBy()),
                OptionalDouble.of(mean),
                sensor.cleanAirReading(),
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                how);
    }

    /** Zeroes, or air blanks, that the technician has declared settled, by the last reading that was typed of each. */
    RunEvent.ZeroJudged zeroDeclared(RunState state, RunTraces traces, List<Integer> slots) {
        var stage = state.currentStep().orElseThrow() instanceof Step.Blank ? Stage.BLANK : Stage.ZERO;
        return new RunEvent.ZeroJudged(
                traces.now(),
                state.step(),
                slots.stream()
                        .map(slot -> zeroed(
                                card.sensor(slot), stage, traces.trace(slot).last(), true, "declared"))
                        .toList());
    }

    /**
     * Whether the last reading tells what the sensor read at a moment of its exposure. One that was typed long before does
     * not; a gateway's is as old as the link allows.
     */
    static boolean isReadAt(RunState state, Trace trace, long since, double seconds) {
        return !trace.isEmpty()
                && trace.lastTime() >= since
                && (!state.typed() || trace.lastTime() >= since + Math.round(seconds * 1000) - TYPED_EARLY_MILLIS);
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
                                Math.round(1000 * rig.lagSeconds(state.card().intake(), state.sharing())))
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
            // Not measured, so not judged: the run waits for a reading, or the sensor is skipped.
            return Optional.empty();
        }
        boolean moved = GasInReadings.way(state, target, trace.last()) >= LEAST_RESPONSE;
        if (!moved) {
            return elapsed >= gas.noResponseSeconds() && isReadAt(state, trace, since, gas.noResponseSeconds())
                    ? Optional.of(notTaken(state, traces, target, "no response", "Moved less than 5 % of the way"))
                    : Optional.empty();
        }
        if (target.purpose() == Purpose.BUMP
                && GasInReadings.way(state, target, trace.last()) * 100 >= card.bumpLevelPercent()) {
            return elapsed >= accept.leastSeconds()
                    ? Optional.of(taken(state, traces, target, alone(trace.last()), "responded"))
                    : Optional.empty();
        }
        if (elapsed >= accept.endSeconds() && !isReadAt(state, trace, since, accept.endSeconds())) {
            return Optional.empty();
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
                        straightOn || state.typed()
                                ? OptionalDouble.empty()
                                : ResponseTime.t90(trace, gasOn, start, plateau.mean()),
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

    /** The versions that every verdict names. */
    private String judgedBy() {
        return card.name() + ", " + policy.name();
    }
}
