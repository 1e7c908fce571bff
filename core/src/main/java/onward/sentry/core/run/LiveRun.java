package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.core.trace.Stability;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refused;

/**
 * A run being worked: its state, its readings, and the events that commands and readings bring about. Everything in it
 * can be rebuilt from stored events and readings by {@link #resume}. Not safe for concurrent use.
 */
public final class LiveRun {

    private final HousePolicy policy;
    private final RunJudge judge;
    private final RunTraces traces = new RunTraces();
    private RunState state;

    private LiveRun(ProcedureCard card, HousePolicy policy, List<RunEvent> events) {
        this.policy = policy;
        this.judge = new RunJudge(card, policy);
        this.state = RunState.of(card, events);
        for (var event : events) {
            traces.reach(event.at());
            if (event instanceof RunEvent.ReadingTyped typed) {
                traces.add(new Reading(typed.at(), Map.of(typed.slot(), typed.value())));
            }
        }
    }

    public static LiveRun start(ProcedureCard card, HousePolicy policy, RunEvent.RunStarted started) {
        return new LiveRun(card, policy, List.of(started));
    }

    /** Brings a run back from what was stored: its events, and the readings that came over the link. */
    public static LiveRun resume(
            ProcedureCard card, HousePolicy policy, List<RunEvent> events, List<Reading> readings) {
        var run = new LiveRun(card, policy, events);
        readings.forEach(run.traces::add);
        return run;
    }

    public RunState state() {
        return state;
    }

    public RunTraces traces() {
        return traces;
    }

    /** Encoded traces of the application of gas that ended then, by slot; what {@code GasClosed} holds hashes of. */
    public Map<Integer, byte[]> sealedTraces(long closedAt) {
        return RunJudge.sealedTraces(state, traces, closedAt);
    }

    /** Takes a reading in and returns the events that it brought about, already folded in. */
    public List<RunEvent> observe(Reading reading) {
        traces.add(reading);
        return settle();
    }

    /**
     * Carries out a command at a moment of run time and returns the events, already folded in.
     *
     * @param at run time, ms; a moment before the latest one known counts as the latest
     * @param by who does it
     * @throws onward.sentry.core.working.Refused when the rules of the job do not allow it; nothing has changed then
     */
    public List<RunEvent> carryOut(RunCommand command, long at, String by) {
        unless(
                state.phase() == RunPhase.OPEN || state.phase() == RunPhase.TO_SIGN,
                "run-closed",
                "",
                "This run is " + state.phase().name().toLowerCase() + "; nothing can be added to it.",
                "Start a new run.");
        unless(
                command instanceof RunCommand.TakeOver || by.equals(state.technician()),
                "run-not-yours",
                "",
                state.technician() + " is working on this detector.",
                "Take the run over first.");
        traces.reach(at);
        var all = new ArrayList<>(settle());
        long now = traces.now();
        var events = eventsOf(command, now, by);
        for (var event : events) {
            if (event instanceof RunEvent.ReadingTyped typed) {
                traces.add(new Reading(now, Map.of(typed.slot(), typed.value())));
            }
        }
        state = state.plus(events);
        all.addAll(events);
        all.addAll(settle());
        return all;
    }

    private List<RunEvent> settle() {
        var all = new ArrayList<RunEvent>();
        List<RunEvent> events = judge.decide(state, traces);
        while (!events.isEmpty()) {
            state = state.plus(events);
            all.addAll(events);
            events = judge.decide(state, traces);
        }
        return all;
    }

    private List<RunEvent> eventsOf(RunCommand command, long now, String by) {
        if (command instanceof RunCommand.ConfirmChecks c) {
            var checks = at(c.step(), Step.Checks.class);
            return List.of(new RunEvent.ChecksConfirmed(now, c.step(), checks.items()));
        }
        if (command instanceof RunCommand.ConfirmStep c) {
            at(c.step(), Step.Confirm.class);
            return List.of(new RunEvent.StepConfirmed(now, c.step()));
        }
        if (command instanceof RunCommand.TryAgain c) {
            return List.of(tryAgain(c, now));
        }
        if (command instanceof RunCommand.LeaveFailed c) {
            mayBeTriedAgain(c.step());
            return List.of(new RunEvent.FailureLeft(now, c.step()));
        }
        if (command instanceof RunCommand.StartZero c) {
            at(c.step(), Step.Zero.class);
            unless(
                    state.zeroStartedAt().isEmpty(),
                    "zero-running",
                    "",
                    "The zero is already running.",
                    "Wait until the readings have settled.");
            return List.of(new RunEvent.ZeroStarted(now, c.step()));
        }
        if (command instanceof RunCommand.ChooseCylinder c) {
            return List.of(choose(c, now));
        }
        if (command instanceof RunCommand.GasOn c) {
            at(c.step(), Step.ApplyGas.class);
            unless(
                    state.cylinder().isPresent() && state.gasOpenedAt().isEmpty(),
                    "gas-not-now",
                    "",
                    state.cylinder().isEmpty() ? "No cylinder has been chosen." : "Gas is already on.",
                    state.cylinder().isEmpty() ? "Choose the cylinder first." : "Watch the readings.");
            return List.of(new RunEvent.GasOpened(now, c.step(), false));
        }
        if (command instanceof RunCommand.GasOff c) {
            at(c.step(), Step.class);
            unless(state.gasIsOn(), "gas-not-now", "", "Gas is already off.", "Wait for clean air.");
            unless(
                    NextAction.of(state).kind() == NextAction.Kind.CLOSE_GAS,
                    "gas-off-too-early",
                    "",
                    "Readings are still being taken on this gas.",
                    "Hold the gas on, or stop the run with a reason.");
            return List.of(judge.gasClosed(state, traces, false));
        }
        if (command instanceof RunCommand.ConfirmAlarms c) {
            at(c.step(), Step.ConfirmAlarms.class);
            return List.of(new RunEvent.AlarmsConfirmed(now, c.step(), c.audible(), c.visual(), c.vibration()));
        }
        if (command instanceof RunCommand.ConfirmSaved c) {
            at(c.step(), Step.SaveOnInstrument.class);
            return List.of(new RunEvent.SavedOnInstrument(now, c.step(), c.verdicts()));
        }
        if (command instanceof RunCommand.TypeReading c) {
            return List.of(typed(c, now));
        }
        if (command instanceof RunCommand.DeclareSettled c) {
            return List.of(declared(c));
        }
        if (command instanceof RunCommand.Withdraw c) {
            unless(
                    state.withdrawable().isPresent() && state.withdrawable().getAsInt() == c.sequence(),
                    "withdraw-not-now",
                    "sequence",
                    "Only the last confirmation can be withdrawn, and only until something was judged on it.",
                    "Stop the run with a reason, or go on.");
            return List.of(new RunEvent.ConfirmationWithdrawn(now, c.sequence(), by));
        }
        if (command instanceof RunCommand.TakeOver) {
            unless(
                    !by.equals(state.technician()),
                    "run-yours",
                    "",
                    "You are already working on this detector.",
                    "Go on with it.");
            return List.of(new RunEvent.RunTakenOver(now, by, state.technician()));
        }
        if (command instanceof RunCommand.Stop c) {
            unless(
                    !c.reason().isBlank(),
                    "reason-missing",
                    "reason",
                    "A run is stopped with a reason.",
                    "Say in a few words why.");
            return List.of(new RunEvent.RunStopped(now, by, c.reason().strip()));
        }
        if (command instanceof RunCommand.Sign c) {
            unless(
                    state.phase() == RunPhase.TO_SIGN,
                    "sign-not-now",
                    "",
                    "There are steps left: "
                            + state.currentStep().map(Step::title).orElse("") + ".",
                    "Finish them, or stop the run with a reason.");
            return List.of(SignOff.of(state, now, c.on()));
        }
        return List.of();
    }

    private RunEvent.TryStarted tryAgain(RunCommand.TryAgain c, long now) {
        mayBeTriedAgain(c.step());
        unless(
                !c.changed().isBlank(),
                "changed-missing",
                "changed",
                "Before another try, what is suspected is changed first.",
                "Say in a few words what was changed: the gas, the rig, the adapter.");
        long ready = lastDecided() + state.card().tries().waitSeconds() * 1000L;
        unless(
                now >= ready,
                "try-too-early",
                "",
                "The card asks for a wait of "
                        + Figures.upTo(state.card().tries().waitSeconds() / 60.0, 1) + " min between two tries.",
                "Wait another " + Figures.upTo(Math.ceil((ready - now) / 1000.0), 0) + " s.");
        return new RunEvent.TryStarted(
                now, c.step(), state.failedHere(), c.changed().strip());
    }

    private void mayBeTriedAgain(int step) {
        at(step, Step.class);
        unless(
                state.awaitsTry(),
                "no-try-left",
                "",
                "Nothing failed in this step that may be tried again.",
                "Look at the next hand again.");
    }

    private long lastDecided() {
        return state.events().stream()
                .filter(e -> e instanceof RunEvent.ZeroJudged
                        || e instanceof RunEvent.ReadingAccepted
                        || e instanceof RunEvent.ReadingNotAccepted)
                .mapToLong(RunEvent::at)
                .max()
                .orElse(0);
    }

    private RunEvent.CylinderChosen choose(RunCommand.ChooseCylinder c, long now) {
        at(c.step(), Step.ApplyGas.class);
        unless(
                !state.gasIsOn(),
                "gas-already-on",
                "cylinder",
                "Gas is already on from "
                        + state.flowing()
                                .map(RunEvent.CylinderChosen::cylinderId)
                                .orElse("") + ".",
                "Turn it off before taking another cylinder.");
        var fitness = CylinderCheck.of(c.cylinder(), GasDemands.of(state, policy, c.on()));
        if (!fitness.allowed()) {
            throw new Refused(fitness.refusals().get(0));
        }
        for (LabelLine line : fitness.setPointsToChange()) {
            unless(
                    c.setPointsChanged().contains(line.slot()),
                    "set-point-differs",
                    "setPointsChanged",
                    "Label " + line.label() + ", set point " + line.setPoint() + ".",
                    "Change the set point on the detector and say so, or take another cylinder.");
        }
        return new RunEvent.CylinderChosen(
                now,
                c.step(),
                c.cylinderId(),
                c.cylinder(),
                c.on(),
                fitness.label(),
                fitness.warnings(),
                List.copyOf(c.setPointsChanged()),
                false);
    }

    private RunEvent.ReadingTyped typed(RunCommand.TypeReading c, long now) {
        unless(
                state.typed(),
                "readings-by-link",
                "",
                "This run takes its readings over the link.",
                "Stop it and start one with typed readings.");
        var sensor = state.card().findSensor(c.slot());
        unless(
                sensor.isPresent(),
                "slot-unknown",
                "slot",
                "This detector has no slot " + c.slot() + ".",
                "Use a slot of its card.");
        SensorSpec spec = sensor.orElseThrow();
        double most = 3 * spec.rangeMax();
        unless(
                Double.isFinite(c.value()) && Math.abs(c.value()) <= most,
                "reading-out-of-reach",
                "value",
                spec.gas().name() + ": " + Figures.upTo(Double.isFinite(c.value()) ? c.value() : 0, 4)
                        + " is more than three times the range, " + spec.shown(spec.rangeMax()) + ".",
                "Read the display again; mind the unit, " + spec.unit().symbol() + ".");
        return new RunEvent.ReadingTyped(now, c.slot(), c.value());
    }

    private RunEvent declared(RunCommand.DeclareSettled c) {
        var gas = at(c.step(), Step.ApplyGas.class);
        unless(
                state.typed() && state.gasIsOn(),
                "declare-not-now",
                "",
                "A reading is declared settled while gas is on and readings are typed.",
                "Turn gas on first.");
        var target = state.undecidedTargets().stream()
                .filter(t -> t.slot() == c.slot())
                .findFirst();
        unless(target.isPresent(), "slot-decided", "slot", "Slot " + c.slot() + " is already decided.", "Go on.");
        long gasOn = state.gasOpenedAt().orElseThrow();
        double elapsed = (traces.now() - gasOn) / 1000.0;
        unless(
                elapsed >= gas.accept().leastSeconds(),
                "exposure-too-short",
                "slot",
                "Gas has been on for " + Figures.upTo(elapsed, 0) + " s; the card asks for at least "
                        + Figures.upTo(gas.accept().leastSeconds(), 0) + " s.",
                "Hold the gas on and read again.");
        var trace = traces.trace(c.slot());
        unless(
                !trace.isEmpty() && trace.lastTime() >= gasOn,
                "reading-missing",
                "slot",
                "No reading has been typed since gas came on.",
                "Type what the display shows.");
        return judge.taken(state, traces, target.orElseThrow(), trace.last(), "declared");
    }

    private <S extends Step> S at(int step, Class<S> kind) {
        var current = state.currentStep();
        unless(
                step == state.step() && current.filter(kind::isInstance).isPresent(),
                "step-passed",
                "step",
                "That belongs to another step; this run is at "
                        + current.map(Step::title).orElse("signing") + ".",
                "Look at the next hand again.");
        return kind.cast(current.orElseThrow());
    }

    /** How far a sensor has got in the stage the run is in; for the screen only, no verdict hangs on it. */
    public SensorProgress progress(SensorSpec sensor) {
        return SensorProgress.of(state, sensor, since -> stability(sensor, since));
    }

    /** Where a sensor's reading should come to rest now. */
    public ExpectedBand expectedBand(SensorSpec sensor) {
        return ExpectedBand.of(state, policy, sensor);
    }

    private Stability stability(SensorSpec sensor, long since) {
        return judge.stability(state, traces, sensor, since);
    }
}
