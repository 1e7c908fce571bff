package onward.sentry.core.suspect;

import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Predicate;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.ZeroAir;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.judge.ZeroJudge;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.run.RunTraces;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.ResponseTime;
import onward.sentry.core.trace.Trace;

/** Takes the evidence from a run's events and readings and asks what is behind its latest failure. */
public final class RunSuspicion {

    private static final long AIR_MILLIS = 5_000;
    private static final long PLATEAU_MILLIS = 10_000;
    private static final long JITTER_MILLIS = 15_000;
    /** A reading has moved by a try when it came to rest at least this share of the way from where it was. */
    private static final double MOVED = 0.03;

    private final RunState state;
    private final RunTraces traces;
    private final History history;
    private final CrossSensitivity cross;

    private RunSuspicion(RunState state, RunTraces traces, History history, CrossSensitivity cross) {
        this.state = state;
        this.traces = traces;
        this.history = history;
        this.cross = cross;
    }

    /**
     * What is suspected after the latest thing that failed in a run; nothing where nothing failed.
     *
     * @param cross the site's cross-sensitivities
     */
    public static Suspicion of(RunState state, RunTraces traces, History history, CrossSensitivity cross) {
        return new RunSuspicion(state, traces, history, cross).latest();
    }

    private Suspicion latest() {
        var events = state.events();
        for (int i = events.size() - 1; i >= 0; i--) {
            var event = events.get(i);
            if (event instanceof RunEvent.ZeroJudged zero && anyFailed(zero.outcomes())) {
                return AirSuspicion.ofZero(inAir(zero.outcomes(), zero.at()), tried(zero.step()), gasLeft(zero), cross);
            }
            if (event instanceof RunEvent.ClearedDown clear && anyFailed(clear.outcomes())) {
                return AirSuspicion.ofClearDown(inAir(clear.outcomes(), clear.at()), List.of());
            }
            if (event instanceof RunEvent.ReadingAccepted taken
                    && taken.outcome().failed()) {
                return onGas(taken.step(), taken.at());
            }
            if (event instanceof RunEvent.ReadingNotAccepted not
                    && !not.outcome().how().equals("zero failed")) {
                return onGas(not.step(), not.at());
            }
        }
        return Suspicion.NONE;
    }

    private static boolean anyFailed(List<SensorOutcome> outcomes) {
        return outcomes.stream().anyMatch(SensorOutcome::failed);
    }

    /** Whether gas of this run was still there when the zero was taken; what stood off before any gas is the room's. */
    private boolean gasLeft(RunEvent.ZeroJudged zero) {
        boolean clearedBadly = last(RunEvent.ClearedDown.class, zero.at(), e -> true)
                .filter(clear -> anyFailed(clear.outcomes()))
                .isPresent();
        return clearedBadly && !offBeforeAnyGas(zero);
    }

    private boolean offBeforeAnyGas(RunEvent.ZeroJudged zero) {
        long gas = state.events().stream()
                .filter(RunEvent.GasOpened.class::isInstance)
                .mapToLong(RunEvent::at)
                .min()
                .orElse(Long.MAX_VALUE);
        return zero.outcomes().stream()
                .filter(SensorOutcome::failed)
                .anyMatch(outcome -> Plateau.of(traces.trace(outcome.slot()), gas - AIR_MILLIS, gas)
                        .filter(air -> !ZeroJudge.withinTolerance(state.card().sensor(outcome.slot()), air.mean()))
                        .isPresent());
    }

    private List<AirSuspicion.InAir> inAir(List<SensorOutcome> outcomes, long at) {
        return outcomes.stream()
                .filter(outcome -> outcome.reading().isPresent())
                .map(outcome -> new AirSuspicion.InAir(
                        state.card().sensor(outcome.slot()),
                        outcome.reading().getAsDouble(),
                        jitter(traces.trace(outcome.slot()).between(0, at + 1))
                                / state.card().sensor(outcome.slot()).resolution(),
                        outcome.failed()))
                .toList();
    }

    /** @param judgedAt run time of the failure, ms */
    private Suspicion onGas(int step, long judgedAt) {
        var chosen = last(RunEvent.CylinderChosen.class, judgedAt, e -> e.step() == step);
        return chosen.isPresent() && state.steps().get(step) instanceof Step.ApplyGas
                ? onGas(chosen.get(), step, judgedAt)
                : Suspicion.NONE;
    }

    private Suspicion onGas(RunEvent.CylinderChosen chosen, int step, long judgedAt) {
        long from = last(RunEvent.GasOpened.class, judgedAt, e -> e.step() == step)
                .map(RunEvent::at)
                .orElse(chosen.at());
        var sensors = new ArrayList<SensorEvidence>();
        for (var line : chosen.label()) {
            var trace = traces.trace(line.slot()).between(from, judgedAt + 1);
            if (trace.size() > 1 && !state.failedZero(line.slot())) {
                sensors.add(sensor(line, chosen, step, from, judgedAt, trace));
            }
        }
        if (sensors.isEmpty()) {
            return Suspicion.NONE;
        }
        var cylinder = chosen.cylinder();
        double left = (double) ChronoUnit.DAYS.between(chosen.on(), cylinder.useBefore())
                / Math.max(1, ChronoUnit.DAYS.between(cylinder.madeOn(), cylinder.useBefore()));
        boolean charcoal =
                state.steps().stream().anyMatch(s -> s instanceof Step.Zero zero && zero.air() == ZeroAir.CHARCOAL);
        return GasSuspicion.of(new Evidence(
                sensors,
                left,
                cylinder.gaugeBar() / cylinder.fullBar(),
                chosen.rig().orElseGet(() -> state.card().usualRig()),
                state.card().intake(),
                charcoal,
                (judgedAt - from) / 1000.0,
                tried(step)));
    }

    private SensorEvidence sensor(
            LabelLine line, RunEvent.CylinderChosen chosen, int step, long from, long until, Trace trace) {
        var sensor = state.card().sensor(line.slot());
        double before = Plateau.of(traces.trace(line.slot()), from - AIR_MILLIS, from)
                .map(Plateau::mean)
                .orElse(sensor.cleanAirReading());
        double reading = Plateau.of(trace, trace.lastTime() - (state.typed() ? 0 : PLATEAU_MILLIS), trace.lastTime())
                .map(Plateau::mean)
                .orElse(trace.last());
        long quarter = from + (until - from) * 3 / 4;
        double earlier = Plateau.of(trace, quarter - PLATEAU_MILLIS / 2, quarter)
                .map(Plateau::mean)
                .orElse(reading);
        double way = line.expected() - sensor.cleanAirReading();
        boolean raw = sets(step, line.slot()) && !sensor.readsDisplayed();
        return new SensorEvidence(
                sensor,
                failed(step, line.slot()),
                before,
                line.expected(),
                reading,
                ResponseTime.t90(trace, from, before, reading),
                way == 0 ? 0 : (reading - earlier) / way,
                state.typed() ? 0 : jitter(trace) / sensor.resolution(),
                raw ? history.lastGoodSpan(line.slot()) : OptionalDouble.empty(),
                history.others(chosen.cylinderId(), sensor.gasId()));
    }

    /** Whether the instrument shows raw readings there. */
    private boolean sets(int step, int slot) {
        return ((Step.ApplyGas) state.steps().get(step))
                .targets().stream()
                        .anyMatch(target -> target.slot() == slot
                                && (target.purpose() == Purpose.SPAN || target.purpose() == Purpose.LOW_POINT));
    }

    private boolean failed(int step, int slot) {
        boolean failed = false;
        for (var event : state.events()) {
            if (event instanceof RunEvent.ReadingAccepted e
                    && e.step() == step
                    && e.outcome().slot() == slot) {
                failed = e.outcome().failed();
            } else if (event instanceof RunEvent.ReadingNotAccepted e
                    && e.step() == step
                    && e.outcome().slot() == slot) {
                failed = true;
            }
        }
        return failed;
    }

    /** Standard deviation around the straight line through the last readings, in the sensor's unit. */
    private static double jitter(Trace trace) {
        int start = trace.indexFrom(trace.lastTime() - JITTER_MILLIS);
        int n = trace.size() - start;
        if (n < 3) {
            return 0;
        }
        double meanT = 0;
        double meanV = 0;
        for (int i = start; i < trace.size(); i++) {
            meanT += trace.timeAt(i) / (double) n;
            meanV += trace.valueAt(i) / n;
        }
        double tt = 0;
        double tv = 0;
        for (int i = start; i < trace.size(); i++) {
            tt += (trace.timeAt(i) - meanT) * (trace.timeAt(i) - meanT);
            tv += (trace.timeAt(i) - meanT) * (trace.valueAt(i) - meanV);
        }
        double slope = tt == 0 ? 0 : tv / tt;
        double squares = 0;
        for (int i = start; i < trace.size(); i++) {
            double off = trace.valueAt(i) - meanV - slope * (trace.timeAt(i) - meanT);
            squares += off * off;
        }
        return Math.sqrt(squares / (n - 1));
    }

    /** What was changed before another try at a step, and whether its readings moved. */
    private List<Evidence.Tried> tried(int step) {
        var tried = new ArrayList<Evidence.Tried>();
        for (var event : state.events()) {
            if (event instanceof RunEvent.TryStarted again && again.step() == step) {
                Arrays.stream(NextTry.values())
                        .filter(next -> again.changed().contains(next.words()))
                        .forEach(next -> tried.add(new Evidence.Tried(next, moved(again))));
            }
        }
        return tried;
    }

    private boolean moved(RunEvent.TryStarted again) {
        return again.slots().stream().anyMatch(slot -> {
            var before = reading(again.step(), slot, 0, again.at());
            var after = reading(again.step(), slot, again.at(), Long.MAX_VALUE);
            var expected = state.outcomes(slot).stream()
                    .filter(outcome -> outcome.expected() != 0)
                    .mapToDouble(SensorOutcome::expected)
                    .reduce((first, second) -> second);
            return before.isPresent()
                    && after.isPresent()
                    && expected.isPresent()
                    && Math.abs(after.getAsDouble() - before.getAsDouble()) > MOVED * Math.abs(expected.getAsDouble());
        });
    }

    private OptionalDouble reading(int step, int slot, long after, long until) {
        var found = OptionalDouble.empty();
        for (var event : state.events()) {
            if (event.at() < after || event.at() > until) {
                continue;
            }
            if (event instanceof RunEvent.ReadingAccepted e
                    && e.step() == step
                    && e.outcome().slot() == slot) {
                found = e.outcome().reading();
            } else if (event instanceof RunEvent.ReadingNotAccepted e
                    && e.step() == step
                    && e.outcome().slot() == slot) {
                found = e.outcome().reading();
            }
        }
        return found;
    }

    private <E extends RunEvent> Optional<E> last(Class<E> kind, long until, Predicate<E> fits) {
        return state.events().stream()
                .filter(event -> kind.isInstance(event) && event.at() <= until)
                .map(kind::cast)
                .filter(fits)
                .reduce((first, second) -> second);
    }
}
