package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.card.ZeroAir;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.measure.AirTaking;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.rig.Rig;

/**
 * What the events so far amount to: a pure fold that never judges and never throws, whatever prefix it is given. Events
 * that name a step that is not the current one change nothing; withdrawn ones are left out.
 */
public final class RunState {

    /** How many detectors one manifold brings gas to. */
    public static final int MOST_ON_MANIFOLD = 6;

    private final ProcedureCard card;
    private final List<RunEvent> events;
    private final List<Step> steps;
    private RunEvent.RunStarted started;
    private String technician = "";
    private ReadingSource source = ReadingSource.LINK;
    private RunPhase phase = RunPhase.OPEN;
    private int step;
    private long stepSince;
    private int tries;
    private OptionalLong zeroStartedAt = OptionalLong.empty();
    private final GasLine gas = new GasLine();
    private Optional<RunEvent.AlarmsConfirmed> alarms = Optional.empty();
    private Optional<RunEvent.RunSigned> signed = Optional.empty();
    private OptionalInt withdrawable = OptionalInt.empty();
    private final Set<Integer> decided = new HashSet<>();
    private final List<Integer> failedHere = new ArrayList<>();
    private final Outcomes outcomes = new Outcomes();
    private final Set<Integer> skipped = new TreeSet<>();
    private final Set<Integer> unsaved = new TreeSet<>();
    private final Set<Integer> remainder = new HashSet<>();
    private final Map<Quantity, Double> measured = new EnumMap<>(Quantity.class);
    private Optional<RunEvent.LanePlaced> place = Optional.empty();
    private Optional<RunEvent.Countersigned> countersigned = Optional.empty();
    private Optional<RunEvent.LaboratoryEntered> laboratory = Optional.empty();
    private boolean withoutCompetence;
    private int blocksFailed;
    private boolean pumpLeaks;
    private Optional<RunEvent.ExposureExceeded> overexposed = Optional.empty();
    private String spent = "";
    private Optional<RunEvent.AdjustmentDoubted> held = Optional.empty();
    private List<Doubt> doubts = List.of();
    private final Map<Integer, Integer> triesAt = new TreeMap<>();
    private final Map<Integer, Verdict> instrumentVerdicts = new TreeMap<>();
    private final Map<Integer, Long> stepStarts = new LinkedHashMap<>();

    private RunState(ProcedureCard card, List<RunEvent> events) {
        this.card = card;
        this.events = List.copyOf(events);
        this.steps = events.isEmpty() || !(events.get(0) instanceof RunEvent.RunStarted first)
                ? List.of()
                : card.steps(first.job(), first.slots());
        var withdrawn = withdrawn();
        for (int i = 0; i < this.events.size(); i++) {
            if (!withdrawn.contains(i)) {
                apply(i, this.events.get(i));
            }
        }
    }

    /**
     * Folds the events of a run, oldest first, on the card that the run was started with.
     *
     * @param card the procedure card of the model
     * @param events of the run, in their order
     * @return the state after the last event
     */
    public static RunState of(ProcedureCard card, List<RunEvent> events) {
        return new RunState(card, events);
    }

    /**
     * {@return the state after more events}
     *
     * @param more events that follow
     */
    public RunState plus(List<? extends RunEvent> more) {
        if (more.isEmpty()) {
            return this;
        }
        var all = new ArrayList<>(events);
        all.addAll(more);
        return new RunState(card, all);
    }

    private Set<Integer> withdrawn() {
        var positions = new HashSet<Integer>();
        for (var event : events) {
            if (event instanceof RunEvent.ConfirmationWithdrawn withdrawal) {
                positions.add(withdrawal.sequence());
            }
        }
        return positions;
    }

    private void apply(int position, RunEvent event) {
        if (phase == RunPhase.SIGNED || phase == RunPhase.STOPPED) {
            return;
        }
        if (event instanceof RunEvent.RunStarted e && started == null) {
            started = e;
            technician = e.technician();
            source = e.source();
            withoutCompetence = e.withoutCompetence();
            enter(0, e.at());
        } else if (event instanceof RunEvent.LanePlaced e) {
            place = Optional.of(e);
        } else if (event instanceof RunEvent.ConditionsNoted e && mayNoteConditions()) {
            measured.putAll(e.values());
        } else if (event instanceof RunEvent.ChecksConfirmed e && on(e.step(), Step.Checks.class)) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.StepConfirmed e && on(e.step(), Step.Confirm.class)) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.Measured e && on(e.step(), Step.Measure.class)) {
            measured.put(e.quantity(), e.value());
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.Answered e && on(e.step(), Step.Ask.class)) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.BlockTested e && on(e.step(), Step.BlockTest.class)) {
            blockTested(e);
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.SensorsSkipped e && phase == RunPhase.OPEN) {
            skipped.addAll(e.slots());
            failedHere.removeAll(e.slots());
            if (held.isPresent()) {
                unsaved.removeAll(e.slots());
            }
            withdrawable = OptionalInt.of(position);
            skipOn(e.at());
        } else if (event instanceof RunEvent.PaperEntered e && paper()) {
            e.outcomes().forEach(outcome -> outcomes.add(step, outcome));
            enter(steps.size(), e.at());
        } else if (event instanceof RunEvent.LaboratoryEntered e && byLaboratory()) {
            e.outcomes().forEach(outcome -> outcomes.add(step, outcome));
            laboratory = Optional.of(e);
            enter(steps.size(), e.at());
        } else if (event instanceof RunEvent.BumpSeen e && seenBump()) {
            e.outcomes().forEach(outcome -> outcomes.add(step, outcome));
            alarms = Optional.of(new RunEvent.AlarmsConfirmed(e.at(), step, e.alarms(), e.alarms(), e.alarms()));
            gas.close(e.at());
            enter(steps.size(), e.at());
        } else if (event instanceof RunEvent.GasLeftOut e && on(e.step(), Step.ApplyGas.class)) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.WarmUpEnded e && on(e.step(), Step.WarmUp.class)) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ZeroStarted e && inAir(e.step())) {
            zeroStartedAt = OptionalLong.of(e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.ZeroJudged e && inAir(e.step())) {
            e.outcomes().forEach(this::decide);
            completed(e.at());
        } else if (event instanceof RunEvent.CylinderChosen e
                && (on(e.step(), Step.ApplyGas.class) || on(e.step(), Step.Zero.class) || seenBump())) {
            gas.choose(e);
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.GasOpened e && (on(e.step(), Step.ApplyGas.class) || seenBump())) {
            gas.open(step, e.at(), e.seen());
            overexposed = Optional.empty();
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ReadingAccepted e && on(e.step(), Step.ApplyGas.class)) {
            decide(e.outcome());
            completed(e.at());
        } else if (event instanceof RunEvent.ReadingNotAccepted e && on(e.step(), Step.ApplyGas.class)) {
            decide(e.outcome());
            completed(e.at());
        } else if (event instanceof RunEvent.TryStarted e && e.step() == step && awaitsTry()) {
            tryAgain(e);
        } else if (event instanceof RunEvent.AdjustmentDoubted e
                && e.step() >= 0
                && e.step() <= step
                && e.step() < steps.size()
                && steps.get(e.step()) instanceof Step.ApplyGas gas) {
            doubted(e, gas);
        } else if (event instanceof RunEvent.FailureLeft e && e.step() == step && awaitsTry()) {
            if (held.isPresent()) {
                steps.get(step).slots().forEach(unsaved::remove);
            }
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.AlarmsConfirmed e && on(e.step(), Step.ConfirmAlarms.class)) {
            alarms = Optional.of(e);
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.SavedOnInstrument e && on(e.step(), Step.SaveOnInstrument.class)) {
            instrumentVerdicts.putAll(e.verdicts());
            unsaved.clear();
            doubts = List.of();
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.GasClosed e && e.step() == step && gasIsOn()) {
            gas.close(e.at());
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ExposureExceeded e && gasIsOn()) {
            overexposed = Optional.of(e);
        } else if (event instanceof RunEvent.CylinderSpent e && gasIsOn()) {
            spent = e.cylinderId();
            gas.interrupt(false);
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ReadingsMissed e) {
            missed(e);
        } else if (event instanceof RunEvent.GasEndedEarly e && on(e.step(), Step.ApplyGas.class)) {
            gas.interrupt(true);
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.SourceSwitched e && !e.source().isSeen()) {
            source = e.source();
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ClearedDown e && on(e.step(), Step.ClearDown.class)) {
            e.outcomes().forEach(this::decide);
            gas.cleared();
            remainder.clear();
            remainder.addAll(e.remainder());
            enter(step + 1, e.at());
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.RunTakenOver e) {
            technician = e.by();
            withoutCompetence = e.withoutCompetence();
            countersigned = Optional.empty();
        } else if (event instanceof RunEvent.Countersigned e) {
            withoutCompetence = false;
            countersigned = Optional.of(e);
        } else if (event instanceof RunEvent.RunStopped) {
            phase = RunPhase.STOPPED;
        } else if (event instanceof RunEvent.RunSigned e && phase == RunPhase.TO_SIGN) {
            signed = Optional.of(e);
            phase = RunPhase.SIGNED;
        }
    }

    /** A zero or an application across a long gap begins again; gas that is on then is turned off first. */
    private void missed(RunEvent.ReadingsMissed e) {
        if (e.repeat() && e.step() == step) {
            zeroStartedAt = OptionalLong.empty();
            gas.interrupt(true);
            withdrawable = OptionalInt.empty();
        }
    }

    private void blockTested(RunEvent.BlockTested e) {
        var test = (Step.BlockTest) steps.get(step);
        if (e.alarmed()) {
            enter(step + 1, e.at());
            return;
        }
        blocksFailed++;
        if (blocksFailed > test.remedies().size()) {
            pumpLeaks = true;
            enter(steps.size(), e.at());
        }
    }

    /** With a sensor skipped the step may have nothing left to wait for. */
    private void skipOn(long at) {
        var now = currentStep();
        boolean done = now.filter(this::hasNothingToDo).isPresent()
                || now.filter(s -> !s.slots().isEmpty()).isPresent()
                        && undecided().isEmpty()
                        && !awaitsTry();
        if (done) {
            enter(step + 1, at);
        }
    }

    private void decide(SensorOutcome outcome) {
        outcomes.add(step, outcome);
        if (outcome.stage() == Stage.SPAN || outcome.stage() == Stage.LOW_POINT) {
            unsaved.add(outcome.slot());
        }
        decided.add(outcome.slot());
        boolean mayBeTriedAgain = switch (outcome.stage()) {
            case ZERO, BLANK -> true;
            case SPAN, LOW_POINT -> !failedZero(outcome.slot());
            default -> false;
        };
        if (mayBeTriedAgain && outcome.judgement().verdict() == Verdict.FAIL) {
            failedHere.add(outcome.slot());
        }
    }

    /** The step is over when every sensor of it is decided, unless one failed that may be tried again. */
    private void completed(long at) {
        withdrawable = OptionalInt.empty();
        if (undecided().isEmpty() && !awaitsTry()) {
            enter(step + 1, at);
        }
    }

    /** Goes back to the application with suspect readings; it is no try. */
    private void doubted(RunEvent.AdjustmentDoubted e, Step.ApplyGas application) {
        doubts = e.doubts();
        if (!e.stops()) {
            return;
        }
        if (e.step() < step) {
            tries = triesAt.getOrDefault(e.step(), 1);
            step = e.step();
        }
        phase = RunPhase.OPEN;
        stepSince = e.at();
        held = Optional.of(e);
        application.targets().forEach(target -> decided.add(target.slot()));
        e.doubts().stream()
                .flatMap(doubt -> doubt.slots().stream())
                .filter(slot -> !failedHere.contains(slot))
                .distinct()
                .forEach(failedHere::add);
        failedHere.sort(Comparator.naturalOrder());
        gas.nextStep();
        withdrawable = OptionalInt.empty();
    }

    private void tryAgain(RunEvent.TryStarted e) {
        tries += held.isPresent() ? 0 : 1;
        held = Optional.empty();
        doubts = List.of();
        stepSince = e.at();
        decided.removeAll(e.slots());
        failedHere.clear();
        zeroStartedAt = OptionalLong.empty();
        gas.nextStep();
        withdrawable = OptionalInt.empty();
    }

    private boolean inAir(int eventStep) {
        return on(eventStep, Step.Zero.class) || on(eventStep, Step.Blank.class);
    }

    private boolean on(int eventStep, Class<? extends Step> kind) {
        return eventStep == step && currentStep().filter(kind::isInstance).isPresent();
    }

    private void enter(int next, long at) {
        triesAt.put(step, tries);
        held = Optional.empty();
        step = next;
        stepSince = at;
        tries = 1;
        blocksFailed = 0;
        decided.clear();
        failedHere.clear();
        zeroStartedAt = OptionalLong.empty();
        gas.nextStep();
        if (currentStep().filter(this::hasNothingToDo).isPresent()) {
            enter(next + 1, at);
            return;
        }
        stepStarts.put(step, at);
        if (step >= steps.size()) {
            phase = RunPhase.TO_SIGN;
        }
    }

    /** Gas for sensors that failed before is not applied, and what follows gas falls away with it. */
    private boolean hasNothingToDo(Step candidate) {
        if (candidate instanceof Step.ApplyGas gas) {
            return gas.targets().stream().noneMatch(this::meetsGas);
        }
        if (candidate instanceof Step.Zero || candidate instanceof Step.Blank) {
            return candidate.slots().stream().noneMatch(slot -> meetsAir(candidate, slot));
        }
        if (candidate instanceof Step.SaveOnInstrument) {
            return unsaved.isEmpty();
        }
        boolean followsGas = candidate instanceof Step.ConfirmAlarms || candidate instanceof Step.ClearDown;
        return followsGas && !gas.sinceClear();
    }

    private boolean meetsGas(Target target) {
        int slot = target.slot();
        if (skipped.contains(slot)) {
            return false;
        }
        boolean adjusts = !outcomes.passedCheckFirst(slot) && !withoutCompetence;
        return switch (target.purpose()) {
            case AS_FOUND, CHECK_FIRST, BUMP -> true;
            case LOW_POINT -> !failedZero(slot) && adjusts;
            case SPAN -> !failedZero(slot) && !outcomes.failedLowPoint(slot) && adjusts;
            case CHECK -> !failedZero(slot) && !outcomes.passedCheckFirst(slot);
            case VERIFY ->
                adjusts
                        && standing(slot).stream()
                                .noneMatch(o -> o.failed() || o.judgement().verdict() == Verdict.NOT_JUDGED);
        };
    }

    private boolean meetsAir(Step candidate, int slot) {
        boolean stays = outcomes.passedCheckFirst(slot) || withoutCompetence && outcomes.checkedFirst(slot);
        if (skipped.contains(slot) || stays) {
            return false;
        }
        return !(candidate instanceof Step.Zero zero) || !zero.onRemainder() || remainder.contains(slot);
    }

    /** {@return the card as the site works it} */
    public ProcedureCard card() {
        return card;
    }

    /** {@return every event, in order} */
    public List<RunEvent> events() {
        return events;
    }

    /** {@return the steps of this run} */
    public List<Step> steps() {
        return steps;
    }

    /** {@return how the run began; empty before its first event} */
    public Optional<RunEvent.RunStarted> started() {
        return Optional.ofNullable(started);
    }

    /** {@return what this run is judged by} */
    public JudgingRules rules() {
        return JudgingRules.of(started().map(RunEvent.RunStarted::rules).orElse(JudgingRules.NEWEST.version()));
    }

    /** {@return gas ended early in the current application, and has not come on again since} */
    public boolean awaitsGasAgain() {
        for (int i = events.size() - 1; i >= 0; i--) {
            if (events.get(i) instanceof RunEvent.GasEndedEarly ended) {
                return ended.step() == step && !undecidedTargets().isEmpty();
            }
            if (events.get(i) instanceof RunEvent.GasOpened) {
                return false;
            }
        }
        return false;
    }

    /** What a sensor read in its latest zero, in its unit; clean air where none was read. */
    double zeroFound(SensorSpec sensor) {
        return AirTaking.zeroFound(outcomes.all(), sensor);
    }

    /** {@return the sensors that this run is about} */
    public List<SensorSpec> sensors() {
        return card.sensors().stream()
                .filter(sensor -> started == null || started.slots().contains(sensor.slot()))
                .toList();
    }

    /** {@return how readings come in now; a run may be switched from one way to another} */
    public ReadingSource source() {
        return source;
    }

    /** {@return whether a person types the readings} */
    public boolean typed() {
        return source == ReadingSource.TYPED;
    }

    /** {@return the job was done on paper; its figures are typed in afterwards} */
    public boolean paper() {
        return source == ReadingSource.PAPER;
    }

    /** {@return an outside laboratory did the job; its certificate is typed in} */
    public boolean byLaboratory() {
        return source == ReadingSource.LABORATORY;
    }

    /** {@return whether a good end stands for the bump of its day: nobody here has seen it after it was at a laboratory} */
    public boolean standsForBump() {
        return !byLaboratory();
    }

    /** {@return what the laboratory certified; empty where none did} */
    public Optional<RunEvent.LaboratoryEntered> laboratory() {
        return laboratory;
    }

    /** {@return a bump in a round: what counts is what the technician saw} */
    public boolean seenBump() {
        return source.isSeen();
    }

    /** {@return who works on it now} */
    public String technician() {
        return technician;
    }

    /** {@return how many detectors share its gas, itself among them} */
    public int sharing() {
        return place.map(RunEvent.LanePlaced::sharing).orElse(1);
    }

    /**
     * {@return how gas is brought where nobody chooses otherwise: as the model's manual asks, with the flow of all that
     * share it}
     */
    public Rig usualRig() {
        return sharing() == 1 ? card.usualRig() : card.usualRig().shared(sharing());
    }

    /**
     * {@return the rig to offer for the next gas: the one that brought the last gas in this run, where it was one with a
     * regulator of the bench, else the usual one}
     */
    public Rig rigAtHand() {
        return lastCylinder()
                .flatMap(RunEvent.CylinderChosen::rig)
                .filter(rig -> !rig.regulator().tag().isEmpty())
                .orElseGet(this::usualRig);
    }

    /** {@return where it is worked; empty where nobody said} */
    public Optional<RunEvent.LanePlaced> place() {
        return place;
    }

    /** {@return how far the run has got} */
    public RunPhase phase() {
        return phase;
    }

    /** {@return position of the current step; {@code steps().size()} when all are done} */
    public int step() {
        return step;
    }

    /** {@return the step to do now; empty when all are done} */
    public Optional<Step> currentStep() {
        return step < steps.size() ? Optional.of(steps.get(step)) : Optional.empty();
    }

    /** {@return run time at which the current step, or the current try at it, began} */
    public long stepSince() {
        return stepSince;
    }

    /** {@return which try at the current step this is, from 1} */
    public int tries() {
        return tries;
    }

    /** {@return run time at which each step that was entered began, by position} */
    public Map<Integer, Long> stepStarts() {
        return Map.copyOf(stepStarts);
    }

    /** {@return run time at which gas first came on for each application that got that far, by position of its step} */
    public Map<Integer, Long> openings() {
        return gas.openings();
    }

    /** {@return run time at which the zero started, ms; empty outside a zero} */
    public OptionalLong zeroStartedAt() {
        return zeroStartedAt;
    }

    /** {@return the cylinder that was chosen for the current application} */
    public Optional<RunEvent.CylinderChosen> cylinder() {
        return gas.chosen();
    }

    /**
     * The gas that was on it, in the order in which it came, whichever way the run was worked.
     *
     * <p>Example: a calibration on HM-01 and then on PD-01 returns {@code {HM-01=…, PD-01=…}}.
     *
     * @return cylinders by their tag; empty before one was chosen, and for a laboratory's certificate, which names none
     */
    public Map<String, Cylinder> gasUsed() {
        var used = new LinkedHashMap<String, Cylinder>();
        for (var event : events) {
            if (event instanceof RunEvent.CylinderChosen chosen) {
                used.put(chosen.cylinderId(), chosen.cylinder());
            } else if (event instanceof RunEvent.BumpSeen seen) {
                used.put(seen.cylinderId(), seen.cylinder());
            } else if (event instanceof RunEvent.PaperEntered paper) {
                used.put(paper.cylinderId(), paper.cylinder());
            }
        }
        return used;
    }

    /**
     * Since when the current application exposes its sensors.
     *
     * @return run time, ms; empty while no gas is on
     */
    public OptionalLong gasOpenedAt() {
        return gas.exposedSince();
    }

    /** {@return where gas was turned off last} */
    public OptionalLong gasClosedAt() {
        return gas.closedAt();
    }

    /** {@return whether the valve is open} */
    public boolean gasIsOn() {
        return gas.flowing().isPresent();
    }

    /** {@return the cylinder whose valve is open} */
    public Optional<RunEvent.CylinderChosen> flowing() {
        return gas.flowing();
    }

    /** {@return what its gas should read on every sensor that has met it since the valve was opened} */
    public List<LabelLine> flowingLabel() {
        return gas.flowingLabel();
    }

    /**
     * Since when that valve has been open, over however many applications.
     *
     * @return run time, ms
     */
    public long flowingSince() {
        return gas.flowingSince();
    }

    /**
     * Since when the latest application has exposed its sensors, ms of run time; of account only while gas is on.
     *
     * @return run time, ms
     */
    public long exposedSince() {
        return gas.applicationSince();
    }

    /** {@return gas is on, and a sensor still waits for a reading on it} */
    public boolean isMeasuringOnGas() {
        return gasIsOn()
                && (seenBump()
                        || gasOpenedAt().isPresent() && !undecidedTargets().isEmpty());
    }

    /**
     * {@return what is to be done now needs the gas that is on: alarms are noticed while it flows, and a span is saved
     * before the same gas goes straight on to what comes next}
     */
    public boolean holdsGas() {
        var now = currentStep().orElse(null);
        return gasIsOn()
                && (now instanceof Step.ConfirmAlarms
                        || now instanceof Step.SaveOnInstrument
                                && applicationAhead()
                                        .filter(this::flowingServes)
                                        .isPresent());
    }

    /** The application that follows the current step with nothing to do in between. */
    private Optional<Step.ApplyGas> applicationAhead() {
        for (int i = step + 1; i < steps.size(); i++) {
            if (!hasNothingToDo(steps.get(i))) {
                return steps.get(i) instanceof Step.ApplyGas next ? Optional.of(next) : Optional.empty();
            }
        }
        return Optional.empty();
    }

    /** The gas that is on holds a component for every sensor that an application is still for. */
    private boolean flowingServes(Step.ApplyGas next) {
        return serves(flowing().orElseThrow().cylinder().mixture(), next);
    }

    /** A mixture holds a component for every sensor that an application is still for. */
    boolean serves(Mixture mixture, Step.ApplyGas application) {
        return application.targets().stream()
                .filter(this::meetsGas)
                .allMatch(target ->
                        mixture.component(card.sensor(target.slot()).gasId()).isPresent());
    }

    /** The next thing is a zero in the air of the room, and it has not been started. */
    boolean zeroesInRoomAir() {
        return currentStep().orElse(null) instanceof Step.Zero zero
                && zero.air() == ZeroAir.AMBIENT
                && !zero.onRemainder()
                && zeroStartedAt.isEmpty();
    }

    /** Gas was on since the sensors were last seen back in clean air: some of it may still be about. */
    boolean gasSinceClear() {
        return gas.sinceClear();
    }

    /** {@return how long sensors may be on gas in the latest application, seconds: the card's own figure or its default} */
    public double exposureLimitSeconds() {
        return steps.size() > gas.applicationStep() && steps.get(gas.applicationStep()) instanceof Step.ApplyGas applied
                ? applied.exposureLimit(accept(applied.accept()))
                : Step.ApplyGas.LEAST_EXPOSURE_LIMIT_SECONDS;
    }

    /** {@return the cylinder that is on and was found at its reserve; empty once its valve is shut} */
    public Optional<String> spentCylinder() {
        return flowing().map(RunEvent.CylinderChosen::cylinderId).filter(spent::equals);
    }

    /** {@return the latest application went past its exposure limit; empty once gas is on again} */
    public Optional<RunEvent.ExposureExceeded> overexposed() {
        return overexposed;
    }

    /**
     * Run time until which cells that gas desensitises rest after an exposure past its limit: as long as they were exposed.
     * Site default; a cell gives back about as slowly what it took up.
     *
     * @return empty where no limit was passed, where the card names no such cells, and while gas is still on
     */
    public OptionalLong restsUntil() {
        if (overexposed.isEmpty()
                || card.exposureSecondsPerDay() == 0
                || gasIsOn()
                || gasClosedAt().isEmpty()) {
            return OptionalLong.empty();
        }
        long closed = gasClosedAt().getAsLong();
        return OptionalLong.of(closed + (closed - gas.applicationSince()));
    }

    /** {@return the readings showed that gas came on; else somebody said so, and the tubing's lag is still to come} */
    public boolean gasSeen() {
        return gas.seen();
    }

    /**
     * {@return the instrument is in its calibration mode: the current application sets sensors, or what was set is still to
     * be saved}
     */
    public boolean spanning() {
        return adjustsNow() || currentStep().orElse(null) instanceof Step.SaveOnInstrument;
    }

    private boolean adjustsNow() {
        return currentStep().orElse(null) instanceof Step.ApplyGas gas
                && gas.targets().stream().anyMatch(target -> target.purpose().sets());
    }

    /** {@return the lead who answers for the technician; empty where nobody has to} */
    public Optional<RunEvent.Countersigned> countersigned() {
        return countersigned;
    }

    /** {@return the technician lacks the competence that the card asks for: nothing is adjusted} */
    public boolean withoutCompetence() {
        return withoutCompetence;
    }

    /** {@return sensors that the technician left out, with a reason} */
    public Set<Integer> skipped() {
        return Set.copyOf(skipped);
    }

    /** {@return sensors that were adjusted since something was saved on the instrument last} */
    public Set<Integer> unsaved() {
        return Set.copyOf(unsaved);
    }

    /**
     * {@return what was read off before gas, in the quantity's unit}
     *
     * @param quantity what was measured
     */
    public OptionalDouble measured(Quantity quantity) {
        return measured.containsKey(quantity) ? OptionalDouble.of(measured.get(quantity)) : OptionalDouble.empty();
    }

    /** {@return nothing was judged on gas yet that hangs on what the room is like} */
    public boolean mayNoteConditions() {
        return phase == RunPhase.OPEN
                && gas.openings().isEmpty()
                && gas.chosen().isEmpty()
                && !source.isSeen()
                && !paper()
                && !byLaboratory();
    }

    /** {@return how often the pump raised no alarm in the current block test} */
    public int blocksFailed() {
        return blocksFailed;
    }

    /**
     * No remedy helped: the pump raises no alarm when its inlet is blocked.
     *
     * @return whether that is so
     */
    public boolean pumpLeaks() {
        return pumpLeaks;
    }

    /**
     * {@return when a reading of the current step is taken, at the temperature that was measured}
     *
     * @param rule when a reading is taken
     */
    public AcceptRule accept(AcceptRule rule) {
        return rule instanceof AcceptRule.CountdownByTemperature byTemperature
                ? byTemperature.at(measured(Quantity.AMBIENT_TEMPERATURE))
                : rule;
    }

    /**
     * {@return what is known of a sensor that shows displayed readings}
     *
     * @param slot slot of the sensor, from 1
     */
    public SensitivityHistory chain(int slot) {
        return started == null ? SensitivityHistory.NEW : started.chains().getOrDefault(slot, SensitivityHistory.NEW);
    }

    /**
     * {@return how long sensors were on gas in this run, ms, up to a moment of run time}
     *
     * @param now run time, ms
     */
    public long exposedMillis(long now) {
        long exposed = 0;
        long opened = -1;
        for (var event : events) {
            if (event instanceof RunEvent.GasOpened && opened < 0) {
                opened = event.at();
            } else if (event instanceof RunEvent.GasClosed && opened >= 0) {
                exposed += event.at() - opened;
                opened = -1;
            }
        }
        return opened < 0 ? exposed : exposed + Math.max(0, now - opened);
    }

    /** {@return which alarms worked; empty before that is confirmed} */
    public Optional<RunEvent.AlarmsConfirmed> alarms() {
        return alarms;
    }

    /** {@return the signature; empty before it} */
    public Optional<RunEvent.RunSigned> signed() {
        return signed;
    }

    /** {@return position of the confirmation that may still be withdrawn: the last one, while nothing was judged since} */
    public OptionalInt withdrawable() {
        return phase == RunPhase.SIGNED || phase == RunPhase.STOPPED ? OptionalInt.empty() : withdrawable;
    }

    /** {@return what sensors came to, in order} */
    public List<SensorOutcome> outcomes() {
        return outcomes.all();
    }

    /**
     * {@return what sensors came to, in order}
     *
     * @param slot slot of the sensor, from 1
     */
    public List<SensorOutcome> outcomes(int slot) {
        return outcomes.of(slot);
    }

    /**
     * {@return what counts of a sensor: the last try of each stage, and nothing that was only found before an adjustment}
     *
     * @param slot slot of the sensor, from 1
     */
    public List<SensorOutcome> standing(int slot) {
        return outcomes.standing(slot);
    }

    /** {@return the last span of each sensor that was spanned, by slot} */
    public Map<Integer, SensorOutcome> lastSpans() {
        return outcomes.lastSpans();
    }

    /** {@return the verdicts of the instrument itself, by slot} */
    public Map<Integer, Verdict> instrumentVerdicts() {
        return Map.copyOf(instrumentVerdicts);
    }

    /**
     * {@return whether the zero of a sensor failed}
     *
     * @param slot slot of the sensor, from 1
     */
    public boolean failedZero(int slot) {
        return outcomes.failedZero(slot);
    }

    /** {@return how often the current step may be tried} */
    public RetryPolicy triesHere() {
        return currentStep().orElse(null) instanceof Step.ApplyGas ? card.triesOfSpan() : card.triesOfZero();
    }

    /** {@return what was done about the failure before the current try at the current step; empty at the first} */
    public Optional<RunEvent.TryStarted> lastTry() {
        return events.stream()
                .filter(RunEvent.TryStarted.class::isInstance)
                .map(RunEvent.TryStarted.class::cast)
                .filter(e -> e.step() == step)
                .reduce((earlier, later) -> later);
    }

    /**
     * {@return sensors of this step that failed, or are suspect, and may be tried again; empty while others are still
     * undecided}
     */
    public List<Integer> failedHere() {
        return List.copyOf(failedHere);
    }

    /**
     * {@return a sensor failed and there is a try left, or its reading is suspect; every other one of the step is decided}
     */
    public boolean awaitsTry() {
        return !failedHere.isEmpty()
                && undecided().isEmpty()
                && (held.isPresent() || tries < triesHere().most());
    }

    /**
     * {@return why nothing is set before gas was applied again; empty where nothing is suspect, and once it is applied
     * again}
     */
    public Optional<RunEvent.AdjustmentDoubted> held() {
        return held;
    }

    /** {@return what spoke against setting sensors at the latest application, whether or not it stopped anything} */
    public List<Doubt> doubts() {
        return doubts;
    }

    /**
     * Targets of the current application that have no outcome yet; empty outside an application.
     *
     * @return targets in the order of the card
     */
    public List<Target> undecidedTargets() {
        if (!(currentStep().orElse(null) instanceof Step.ApplyGas gas)) {
            return List.of();
        }
        return gas.targets().stream()
                .filter(target -> !decided.contains(target.slot()))
                .filter(target -> meetsGas(target) || target.purpose() != Purpose.VERIFY && failedZero(target.slot()))
                .filter(target -> !skipped.contains(target.slot()))
                .toList();
    }

    /** {@return slots of the current zero or air blank that have no outcome yet; empty outside one} */
    public List<Integer> unzeroed() {
        var now = currentStep().orElse(null);
        return now instanceof Step.Zero || now instanceof Step.Blank
                ? now.slots().stream()
                        .filter(slot -> !decided.contains(slot) && meetsAir(now, slot))
                        .toList()
                : List.of();
    }

    private List<Integer> undecided() {
        return currentStep().orElse(null) instanceof Step.ApplyGas
                ? undecidedTargets().stream().map(Target::slot).toList()
                : unzeroed();
    }

    /**
     * {@return what a sensor should read on the gas that is flowing or chosen, in its unit; empty when there is none}
     *
     * @param slot slot of the sensor, from 1
     */
    public Optional<Double> expectedOnGas(int slot) {
        return gas.chosen().or(gas::flowing).or(() -> gas.sinceClear() ? lastCylinder() : Optional.empty()).stream()
                .flatMap(chosen -> chosen.label().stream())
                .filter(line -> line.slot() == slot)
                .map(LabelLine::expected)
                .findFirst();
    }

    /** The cylinder that was chosen last in this run. */
    private Optional<RunEvent.CylinderChosen> lastCylinder() {
        return events.stream()
                .filter(RunEvent.CylinderChosen.class::isInstance)
                .map(RunEvent.CylinderChosen.class::cast)
                .max(Comparator.comparingLong(RunEvent.CylinderChosen::at));
    }
}
