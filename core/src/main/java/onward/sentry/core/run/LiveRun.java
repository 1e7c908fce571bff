package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Stream;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.trace.Stability;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * A run being worked: its state, its readings, and the events that commands and readings bring about. Everything in it
 * can be rebuilt from stored events and readings by {@link #resume}. Not safe for concurrent use.
 */
public final class LiveRun {

    private static final int MOST_REMARKED = 500;
    private static final int MOST_AHEAD = 6;

    private final SitePolicy policy;
    private final RunJudge judge;
    private final RunTraces traces;
    private RunState state;

    private LiveRun(ProcedureCard plain, SitePolicy policy, List<RunEvent> events, List<Reading> readings) {
        var card = plain.under(policy);
        this.policy = policy;
        this.judge = new RunJudge(card, policy);
        this.state = RunState.of(card, events);
        this.traces = new RunTraces();
        // A run may have been typed for a while and linked for a while: its readings go in by their time.
        Stream.concat(
                        readings.stream(),
                        events.stream()
                                .filter(RunEvent.ReadingTyped.class::isInstance)
                                .map(RunEvent.ReadingTyped.class::cast)
                                .map(typed -> new Reading(typed.at(), Map.of(typed.slot(), typed.value()))))
                .sorted(Comparator.comparingLong(Reading::at))
                .forEach(traces::add);
        events.forEach(event -> traces.reach(event.at()));
    }

    private LiveRun(LiveRun other) {
        this.policy = other.policy;
        this.judge = other.judge;
        this.state = other.state;
        this.traces = other.traces.copy();
    }

    /** {@return the run as it stands, to be worked on while others still look at this one} */
    public LiveRun copy() {
        return new LiveRun(this);
    }

    /**
     * {@return a run that has just started}
     *
     * @param card the procedure card of the model
     * @param policy the rules of the site
     * @param started how the run began
     */
    public static LiveRun start(ProcedureCard card, SitePolicy policy, RunEvent.RunStarted started) {
        return new LiveRun(card, policy, List.of(started), List.of());
    }

    /**
     * Brings a run back from what was stored: its events, and the readings that came over the link.
     *
     * @param card the procedure card of the model
     * @param policy the rules of the site
     * @param events of the run, in their order
     * @param readings in the order of time
     * @return the run as it was
     */
    public static LiveRun resume(ProcedureCard card, SitePolicy policy, List<RunEvent> events, List<Reading> readings) {
        return new LiveRun(card, policy, events, readings);
    }

    /** {@return the state by the events so far} */
    public RunState state() {
        return state;
    }

    /** {@return the readings so far} */
    public RunTraces traces() {
        return traces;
    }

    /**
     * Encoded traces since gas was turned off before, by slot; what {@code GasClosed} holds hashes of.
     *
     * @param closedAt run time at which the run ended, ms
     * @return encoded traces, by slot
     */
    public Map<Integer, byte[]> sealedTraces(long closedAt) {
        return RunJudge.sealedTraces(state, traces, closedAt);
    }

    /**
     * Takes a reading in and returns the events that it brought about, already folded in. One that was measured before
     * something that has been confirmed since is late: nothing is judged until readings have come that far too, for the last
     * seconds are missing until then. A run whose readings are typed takes none from a gateway.
     *
     * @param reading values of all sensors at one moment
     * @return new events, in order; empty when the reading changed nothing
     */
    public List<RunEvent> observe(Reading reading) {
        if (state.typed()) {
            return List.of();
        }
        boolean late = reading.at() < traces.now();
        var gap = judge.gap(state, traces, reading.at());
        traces.add(reading);
        var all = new ArrayList<>(gap.stream().toList());
        state = state.plus(all);
        if (!late) {
            all.addAll(settle());
        }
        return all;
    }

    /**
     * Carries out a command at a moment of run time and returns the events, already folded in.
     *
     * @param command what the technician confirmed or typed
     * @param at run time, ms; a moment before the latest one known counts as the latest
     * @param by who does it
     * @return new events, in order
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
        all.addAll(foldIn(events));
        if (command instanceof RunCommand.EnterReading entered) {
            all.addAll(settle());
            all.addAll(foldIn(new SettledDeclaration(state, traces, judge).ofEntered(entered, policy)));
        }
        all.addAll(settle());
        return all;
    }

    private List<RunEvent> settle() {
        var all = new ArrayList<RunEvent>();
        List<RunEvent> events = judge.decide(state, traces);
        while (!events.isEmpty()) {
            all.addAll(foldIn(events));
            events = judge.decide(state, traces);
        }
        return all;
    }

    /** @return the events, and what is suspect by them before anything is adjusted */
    private List<RunEvent> foldIn(List<? extends RunEvent> events) {
        var all = new ArrayList<RunEvent>(events);
        var before = state;
        state = before.plus(events);
        BeforeSaving.doubted(before, state, traces, policy).ifPresent(doubted -> {
            state = state.plus(List.of(doubted));
            all.add(doubted);
        });
        return all;
    }

    private List<RunEvent> eventsOf(RunCommand command, long now, String by) {
        if (command instanceof RunCommand.Place c) {
            return List.of(placed(c, now));
        }
        if (command instanceof RunCommand.Remark c) {
            return List.of(remarked(c, now, by));
        }
        if (command instanceof RunCommand.NoteConditions c) {
            return List.of(PreGasChecks.noted(state, c, now, by, policy.units()));
        }
        if (command instanceof RunCommand.ConfirmChecks c) {
            var checks = at(c.step(), Step.Checks.class);
            return List.of(new RunEvent.ChecksConfirmed(now, c.step(), checks.items()));
        }
        if (command instanceof RunCommand.ConfirmStep c) {
            at(c.step(), Step.Confirm.class);
            return List.of(new RunEvent.StepConfirmed(now, c.step()));
        }
        if (command instanceof RunCommand.Measure c) {
            return List.of(
                    PreGasChecks.measured(at(c.step(), Step.Measure.class), c.step(), c.value(), now, policy.units()));
        }
        if (command instanceof RunCommand.Answer c) {
            return List.of(PreGasChecks.answered(at(c.step(), Step.Ask.class), c.step(), c.answer(), now));
        }
        if (command instanceof RunCommand.BlockInlet c) {
            at(c.step(), Step.BlockTest.class);
            return List.of(new RunEvent.BlockTested(now, c.step(), c.alarmed()));
        }
        if (command instanceof RunCommand.Skip c) {
            return List.of(SkipRules.skipped(state, traces, c, now));
        }
        if (command instanceof RunCommand.LeaveOut c) {
            return List.of(SkipRules.gas(state, at(c.step(), Step.ApplyGas.class), c, now));
        }
        if (command instanceof RunCommand.TryAgain c) {
            mayBeTriedAgain(c.step());
            return List.of(Retry.started(state, c, now));
        }
        if (command instanceof RunCommand.LeaveFailed c) {
            return leftFailed(c, now);
        }
        if (command instanceof RunCommand.StartZero c) {
            var step = at(c.step(), Step.class);
            unless(
                    step instanceof Step.Zero || step instanceof Step.Blank,
                    "step-passed",
                    "step",
                    "That belongs to another step; this run is at " + step.title() + ".",
                    "Look at the next hand again.");
            unless(
                    state.zeroStartedAt().isEmpty(),
                    "zero-running",
                    "",
                    "The zero is already running.",
                    "Wait until the readings have settled.");
            unless(
                    !CylinderChoosing.isWantedIn(step) || state.cylinder().isPresent(),
                    "zero-no-cylinder",
                    "",
                    "This zero is taken on air from a cylinder, and none has been chosen.",
                    "Choose the zero-air cylinder first.");
            return List.of(new RunEvent.ZeroStarted(now, c.step()));
        }
        if (command instanceof RunCommand.ChooseCylinder c) {
            at(c.step(), Step.class);
            return List.of(
                    state.seenBump()
                            ? new ObservedBump(state, policy, traces).chosen(c, now)
                            : new CylinderChoosing(state, policy).chosen(c, now));
        }
        if (command instanceof RunCommand.GasOn c) {
            if (!state.seenBump()) {
                at(c.step(), Step.ApplyGas.class);
            }
            unless(
                    state.cylinder().isPresent() && state.gasOpenedAt().isEmpty(),
                    "gas-not-now",
                    "",
                    state.cylinder().isEmpty() ? "No cylinder has been chosen." : "Gas is already on.",
                    state.cylinder().isEmpty() ? "Choose the cylinder first." : "Watch the readings.");
            return List.of(new RunEvent.GasOpened(now, c.step(), false));
        }
        if (command instanceof RunCommand.GasOff) {
            // Whatever step it names: nobody is told to leave a valve open.
            unless(state.gasIsOn(), "gas-not-now", "", "Gas is already off.", "Wait for clean air.");
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
        if (command instanceof RunCommand.EnterPaper c) {
            return List.of(new PaperSheet(state, policy).entered(c, now));
        }
        if (command instanceof RunCommand.EnterLaboratory c) {
            return List.of(new LaboratorySheet(state, policy).entered(c, now));
        }
        if (command instanceof RunCommand.SeeBump c) {
            return List.of(new ObservedBump(state, policy, traces).seen(c, now));
        }
        if (command instanceof RunCommand.TypeReading c) {
            return List.of(typed(c, now));
        }
        if (command instanceof RunCommand.EnterReading c) {
            return List.of(typed(new RunCommand.TypeReading(c.slot(), c.value()), now));
        }
        if (command instanceof RunCommand.DeclareSettled c) {
            at(c.step(), Step.class);
            return new SettledDeclaration(state, traces, judge).of(List.of(c.slot()));
        }
        if (command instanceof RunCommand.DeclareAllSettled c) {
            at(c.step(), Step.class);
            return new SettledDeclaration(state, traces, judge).ofAll();
        }
        if (command instanceof RunCommand.SwitchSource c) {
            return List.of(switched(c, now, by));
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
        if (command instanceof RunCommand.TakeOver c) {
            unless(
                    !by.equals(state.technician()),
                    "run-yours",
                    "",
                    "You are already working on this detector.",
                    "Go on with it.");
            return List.of(new RunEvent.RunTakenOver(now, by, state.technician(), c.withoutCompetence()));
        }
        if (command instanceof RunCommand.Countersign c) {
            return List.of(countersigned(c, now));
        }
        if (command instanceof RunCommand.Stop c) {
            unless(
                    !c.reason().isBlank(),
                    "reason-missing",
                    "reason",
                    "A run is stopped with a reason.",
                    "Say in a few words why.");
            unless(
                    !state.gasIsOn() || state.seenBump(),
                    "stop-gas-on",
                    "",
                    "Gas is on: a run that is stopped watches no valve.",
                    "Close the valve, confirm that gas is off, then stop the run.");
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
            unless(
                    !state.gasIsOn(),
                    "sign-gas-on",
                    "",
                    "Gas is still on.",
                    "Close the valve, confirm that gas is off, then sign.");
            return List.of(SignOff.of(state, now, c.on(), policy.schools().skipped()));
        }
        return List.of();
    }

    /** Also of an application whose gas ended early and that nobody repeats. */
    private List<RunEvent> leftFailed(RunCommand.LeaveFailed c, long now) {
        if (!state.awaitsGasAgain()) {
            mayBeTriedAgain(c.step());
            var left = new ArrayList<RunEvent>(Retry.leftSuspect(state, now));
            left.add(new RunEvent.FailureLeft(now, c.step()));
            return left;
        }
        var events = new ArrayList<RunEvent>(judge.leftAfterGasEnded(state, traces, at(c.step(), Step.ApplyGas.class)));
        if (state.plus(events).awaitsTry()) {
            events.add(new RunEvent.FailureLeft(now, c.step()));
        }
        return events;
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

    private RunEvent.Countersigned countersigned(RunCommand.Countersign c, long now) {
        unless(
                policy.signing().countersigned(),
                "countersign-not-here",
                "",
                "The site rules let nobody work under a lead's countersignature.",
                "Have somebody qualified take the run over.");
        unless(
                state.withoutCompetence(),
                "countersign-not-wanted",
                "",
                state.technician() + " may adjust this model without one.",
                "Go on with it.");
        unless(
                !c.lead().equals(state.technician()),
                "countersign-own",
                "lead",
                "Nobody countersigns for themself.",
                "Ask another lead.");
        return new RunEvent.Countersigned(now, c.lead(), state.card().competence());
    }

    private static RunEvent.Remarked remarked(RunCommand.Remark c, long now, String by) {
        unless(
                !c.text().isBlank() && c.text().length() <= MOST_REMARKED,
                "remark-length",
                "text",
                "A remark has 1 to " + MOST_REMARKED + " characters; this one has "
                        + c.text().strip().length() + ".",
                "Say it in a few words.");
        return new RunEvent.Remarked(now, by, c.text().strip());
    }

    private RunEvent.SourceSwitched switched(RunCommand.SwitchSource c, long now, String by) {
        boolean worked = state.source() == ReadingSource.LINK || state.source() == ReadingSource.TYPED;
        unless(
                worked && (c.source() == ReadingSource.LINK || c.source() == ReadingSource.TYPED),
                "source-not-switched",
                "source",
                "Readings are typed or come over the link in a run at the bench; this is neither.",
                "Start a run at the bench.");
        unless(
                c.source() != state.source(),
                "source-same",
                "source",
                state.typed() ? "Readings are typed already." : "Readings come over the link already.",
                "Go on with it.");
        return new RunEvent.SourceSwitched(now, c.source(), by);
    }

    /**
     * {@return what the technician is told of a value or an answer among these events that does not let the run go on}
     *
     * @param events of the run, in their order
     */
    public Optional<Refusal> refusal(List<RunEvent> events) {
        return events.stream()
                .flatMap(event -> PreGasChecks.refusal(state, event, policy.units()).stream())
                .findFirst();
    }

    private RunEvent.LanePlaced placed(RunCommand.Place c, long now) {
        unless(
                c.sharing() >= 1 && c.sharing() <= RunState.MOST_ON_MANIFOLD,
                "manifold-size",
                "sharing",
                "A manifold serves 1 to " + RunState.MOST_ON_MANIFOLD + " detectors, not " + c.sharing() + ".",
                "Work the others as a second batch.");
        unless(
                state.cylinder().isEmpty() && !state.gasIsOn(),
                "place-with-gas",
                "",
                "A cylinder is connected: the detector stays where it is.",
                "Turn gas off first.");
        return new RunEvent.LanePlaced(now, c.room().strip(), c.manifold(), c.sharing());
    }

    private RunEvent.ReadingTyped typed(RunCommand.TypeReading c, long now) {
        unless(
                state.typed(),
                "readings-by-link",
                "",
                "This run takes its readings over the link.",
                "Switch it to typed readings first.");
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

    /** {@return the one thing to do next, as far as the run itself knows the time} */
    public NextAction next() {
        return next(RunMoment.at(traces.now()));
    }

    /**
     * {@return the one thing to do next at a later moment; one before the latest thing known counts as that}
     *
     * @param moment the moment at the bench
     */
    public NextAction next(RunMoment moment) {
        long now = Math.max(moment.now(), traces.now());
        return new NextActionResolver(state, policy, new RunMoment(now, moment.link()), Unread.of(state, traces, now))
                .action();
    }

    /**
     * {@return sensors whose reading should have come by a moment of run time, in the order of the card: they are waited
     * for, or skipped with a reason} Empty while there is time.
     *
     * @param now run time, ms
     */
    public List<Integer> unread(long now) {
        return Unread.of(state, traces, Math.max(now, traces.now()))
                .map(Unread::slots)
                .orElse(List.of());
    }

    /**
     * {@return gas that is on, with what it has cost up to a moment of run time; empty while no valve is open}
     *
     * @param now run time, ms
     */
    public Optional<GasWatch> gasWatch(long now) {
        return GasWatch.of(state, policy.reserve(), Math.max(now, traces.now()));
    }

    /**
     * {@return what may be confirmed one after the other from here without anything being judged in between: what a page may
     * go on with while it has no line} Empty where the next thing hangs on readings or on a choice.
     */
    public List<NextAction> ahead() {
        var ahead = new ArrayList<NextAction>();
        var later = state;
        var next = next();
        while (ahead.size() < MOST_AHEAD && NextAction.isUnconditional(next, later)) {
            ahead.add(next);
            if (next.kind() != NextAction.Kind.CONFIRM_CHECKS && next.kind() != NextAction.Kind.CONFIRM_STEP) {
                break;
            }
            later = later.plus(List.of(
                    next.kind() == NextAction.Kind.CONFIRM_CHECKS
                            ? new RunEvent.ChecksConfirmed(later.stepSince(), next.step(), next.details())
                            : new RunEvent.StepConfirmed(later.stepSince(), next.step())));
            next = NextAction.of(later, policy, RunMoment.at(traces.now()));
        }
        return ahead;
    }

    /**
     * {@return the cylinder of this run that serves the application which comes next, as it was chosen before; empty where a
     * person has to choose} Whoever connects it again looks at its gauge, its dates and who else uses it as at a first
     * choice.
     */
    public Optional<RunEvent.CylinderChosen> reconnectable() {
        return new Reconnection(state).cylinder();
    }

    /**
     * {@return how far a sensor has got in the stage the run is in; for the screen only, no verdict hangs on it}
     *
     * @param sensor the sensor
     */
    public SensorProgress progress(SensorSpec sensor) {
        return SensorProgress.of(state, sensor, since -> stability(sensor, since));
    }

    /** {@return how far each sensor of a bump in a round has answered to the gas that is on now; empty before gas} */
    public List<ObservedBump.SensorResponse> answers() {
        return new ObservedBump(state, policy, traces).answers();
    }

    /**
     * {@return run time, ms, from which a typed reading may be said to have settled: the card's least time after the zero
     * was started or gas reached the sensors} Empty while nothing is measured, and over the link.
     */
    public OptionalLong settleFrom() {
        return new SettledDeclaration(state, traces, judge).from();
    }

    /**
     * {@return how long a sensor's readings must hold now to count as settled, seconds}
     *
     * @param sensor the sensor
     */
    public double windowSeconds(SensorSpec sensor) {
        return RunJudge.limits(state, sensor).windowSeconds();
    }

    /**
     * {@return where a sensor's reading should come to rest now}
     *
     * @param sensor the sensor
     */
    public ExpectedBand expectedBand(SensorSpec sensor) {
        return ExpectedBand.of(state, policy, sensor);
    }

    private Stability stability(SensorSpec sensor, long since) {
        return judge.stability(state, traces, sensor, since);
    }
}
