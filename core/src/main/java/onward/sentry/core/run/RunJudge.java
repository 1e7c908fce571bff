package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalLong;
import java.util.function.BooleanSupplier;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.Limit;
import onward.sentry.core.judge.Unsettled;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.judge.ZeroJudge;
import onward.sentry.core.measure.AirTaking;
import onward.sentry.core.measure.Exposure;
import onward.sentry.core.measure.GasJudge;
import onward.sentry.core.measure.GasTaking;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.trace.LinkSilence;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.Stability;
import onward.sentry.core.trace.StabilityLimits;
import onward.sentry.core.trace.Trace;
import onward.sentry.core.trace.TraceCodec;
import onward.sentry.core.working.Derivation;

/**
 * What the readings decide by themselves: warm-up over, zero good, gas seen, readings taken, gas gone, air clean again.
 * The events it returns must be folded in before it is asked again. Keeps nothing between two calls.
 */
final class RunJudge {

    private static final long PLATEAU_MILLIS = 10_000;

    private final ProcedureCard card;
    private final SitePolicy policy;

    RunJudge(ProcedureCard card, SitePolicy policy) {
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
        var on = state.typed() ? OptionalLong.empty() : new GasOnsetDetector(state, traces).cameOnAt();
        return on.isPresent() ? List.of(new RunEvent.GasOpened(on.getAsLong(), state.step(), true)) : List.of();
    }

    private List<RunEvent> gasGone(RunState state, RunTraces traces) {
        boolean gone = !state.typed() && new GasOnsetDetector(state, traces).isGone();
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
        return state.typed()
                ? Stability.typed(trace, since, limits)
                : Stability.sampled(trace, since, limits, Exposure.step(sensor, state.rules(), false));
    }

    /** What counts as settled for a sensor in the current step. */
    static StabilityLimits limits(RunState state, SensorSpec sensor) {
        double target = state.gasIsOn()
                ? state.expectedOnGas(sensor.slot()).orElse(sensor.cleanAirReading())
                : sensor.cleanAirReading();
        return StabilityLimits.of(sensor.resolution(), target, sensor.t90Seconds())
                .holding(stableSeconds(state));
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
        if (state.rules() != JudgingRules.FIRST) {
            return settledInAir(state, traces, new AirTaking(card, accept, stage, judgedBy()), startedAt);
        }
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

    /** Each sensor is decided by its own first settled readings. */
    private List<RunEvent> settledInAir(RunState state, RunTraces traces, AirTaking taking, long startedAt) {
        double elapsed = Math.min(taking.accept().endSeconds(), (traces.now() - startedAt) / 1000.0);
        var outcomes = new ArrayList<SensorOutcome>();
        for (int slot : state.unzeroed()) {
            var trace = traces.trace(slot);
            if (isReadAt(state, trace, startedAt, elapsed)) {
                taking.at(card.sensor(slot), trace, startedAt, traces.now(), state.typed())
                        .ifPresent(outcomes::add);
            }
        }
        return outcomes.isEmpty() ? List.of() : List.of(new RunEvent.ZeroJudged(traces.now(), state.step(), outcomes));
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
                        .map(slot -> declared(
                                state,
                                card.sensor(slot),
                                stage,
                                traces.trace(slot).last()))
                        .toList());
    }

    private SensorOutcome declared(RunState state, SensorSpec sensor, Stage stage, double reading) {
        if (state.rules() == JudgingRules.FIRST) {
            return zeroed(sensor, stage, reading, true, "declared");
        }
        var step = state.currentStep().orElseThrow();
        var accept = step instanceof Step.Blank blank ? blank.accept() : ((Step.Zero) step).accept();
        return new AirTaking(card, accept, stage, judgedBy()).declared(sensor, reading);
    }

    static boolean isReadAt(RunState state, Trace trace, long since, double seconds) {
        return Exposure.isReadAt(trace, since, seconds, state.typed(), state.rules());
    }

    private static boolean waitsForStability(AcceptRule rule) {
        return !(rule instanceof AcceptRule.Countdown);
    }

    private List<RunEvent> onGas(RunState state, RunTraces traces, Step.ApplyGas gas) {
        long since = state.gasOpenedAt().orElseThrow() + lagMillis(state);
        if (traces.now() < since) {
            return List.of();
        }
        var events = new ArrayList<RunEvent>();
        boolean ended = false;
        for (var target : state.undecidedTargets()) {
            var taken = take(state, traces, gas, target, since);
            ended |= taken.filter(one -> one.kind() == GasTaking.Kind.GAS_ENDED).isPresent();
            taken.flatMap(one -> event(state, traces, one)).ifPresent(events::add);
        }
        if (ended) {
            var cylinder =
                    state.cylinder().map(RunEvent.CylinderChosen::cylinderId).orElse("");
            events.add(new RunEvent.GasEndedEarly(traces.now(), state.step(), cylinder));
        }
        return events;
    }

    private static Optional<RunEvent> event(RunState state, RunTraces traces, GasTaking.Taken taken) {
        return switch (taken.kind()) {
            case ACCEPTED -> Optional.of(new RunEvent.ReadingAccepted(traces.now(), state.step(), taken.outcome()));
            case NOT_ACCEPTED ->
                Optional.of(new RunEvent.ReadingNotAccepted(traces.now(), state.step(), taken.outcome()));
            case GAS_ENDED -> Optional.empty();
        };
    }

    /** Gas ended early, and nobody turns it on again: what was not measured has failed. */
    List<RunEvent> leftAfterGasEnded(RunState state, RunTraces traces, Step.ApplyGas gas) {
        return state.undecidedTargets().stream()
                .map(target ->
                        taking(state, traces, gas, target, state.exposedSince()).leftAfterGasEnded())
                .flatMap(taken -> event(state, traces, taken).stream())
                .toList();
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

    private Optional<GasTaking.Taken> take(
            RunState state, RunTraces traces, Step.ApplyGas gas, Target target, long since) {
        var taking = taking(state, traces, gas, target, since);
        return state.failedZero(target.slot()) ? Optional.of(taking.zeroFailed()) : taking.at(traces.now());
    }

    /** A reading that the technician has declared settled. */
    List<RunEvent> declaredOnGas(RunState state, RunTraces traces, Step.ApplyGas gas, Target target) {
        long since = state.gasOpenedAt().orElseThrow() + lagMillis(state);
        var taken = taking(state, traces, gas, target, since).declared();
        return event(state, traces, taken).stream().toList();
    }

    private GasTaking taking(RunState state, RunTraces traces, Step.ApplyGas gas, Target target, long since) {
        var sensor = card.sensor(target.slot());
        boolean counts = target.purpose() == Purpose.SPAN && sensor.readsDisplayed();
        return new GasTaking(
                judgeOf(state, policy),
                target,
                state.expectedOnGas(target.slot()).orElse(0.0),
                label(state, target.slot()),
                state.chain(target.slot()),
                counts && state.rules() != JudgingRules.FIRST ? state.zeroFound(sensor) : sensor.cleanAirReading(),
                state.measured(Quantity.STATION_PRESSURE).isPresent(),
                state.accept(gas.accept()),
                gas.noResponseSeconds(),
                exposure(state, traces, target.slot(), since, () -> gasHolds(state, traces, target.slot(), since)));
    }

    private static Exposure exposure(RunState state, RunTraces traces, int slot, long since, BooleanSupplier gasHolds) {
        boolean straightOn =
                state.cylinder().filter(RunEvent.CylinderChosen::straightOn).isPresent();
        long gasOn = state.gasOpenedAt().orElse(since);
        return new Exposure(traces.trace(slot), gasOn, since, straightOn, state.typed(), gasHolds);
    }

    /** Another sensor at this gas has moved, and has not fallen back. */
    private boolean gasHolds(RunState state, RunTraces traces, int slot, long since) {
        return state.cylinder().stream()
                .flatMap(chosen -> chosen.label().stream())
                .filter(line -> line.slot() != slot && line.expected() > 0)
                .anyMatch(line -> exposure(state, traces, line.slot(), since, () -> false)
                        .holdsGas(card.sensor(line.slot()), line.expected()));
    }

    /** A zero that is given as one figure, from paper or from a certificate. */
    static Judgement zeroOf(RunState state, SitePolicy policy, SensorSpec sensor, double reading) {
        var judgedBy = state.card().name() + ", " + policy.name();
        return state.rules() == JudgingRules.FIRST
                ? ZeroJudge.judge(sensor, reading, true, judgedBy)
                : ZeroJudge.judge(
                        sensor, reading, Unsettled.NONE, AirTaking.lowestPoint(state.card(), sensor), judgedBy);
    }

    /** What judges readings on gas in this run. */
    static GasJudge judgeOf(RunState state, SitePolicy policy) {
        return new GasJudge(
                state.card(),
                policy,
                state.started().map(RunEvent.RunStarted::ownTolerancePercent).orElseGet(OptionalDouble::empty),
                state.rules());
    }

    private static Optional<LabelLine> label(RunState state, int slot) {
        return state.cylinder().stream()
                .flatMap(chosen -> chosen.label().stream())
                .filter(line -> line.slot() == slot)
                .findFirst();
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
            double last = state.rules() == JudgingRules.FIRST || state.typed()
                    ? trace.last()
                    : trace.middleOfThree(trace.size() - 1);
            boolean back = ZeroJudge.withinTolerance(sensor, last);
            if (!back && !over) {
                return List.of();
            }
            if (!back && isRemainder(clear, sensor, last)) {
                remainder.add(sensor.slot());
            } else {
                outcomes.add(cleared(sensor, last, back));
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
        var working = Derivation.of("Clear down: back at clean air", "|reading − air| ≤ zero tolerance")
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
