package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Verdict;

/**
 * What the events so far amount to: a pure fold that never judges and never throws, whatever prefix it is given. Events
 * that name a step that is not the current one change nothing; withdrawn ones are left out.
 */
public final class RunState {

    private final ProcedureCard card;
    private final List<RunEvent> events;
    private final List<Step> steps;
    private RunEvent.RunStarted started;
    private String technician = "";
    private RunPhase phase = RunPhase.OPEN;
    private int step;
    private long stepSince;
    private int tries;
    private OptionalLong zeroStartedAt = OptionalLong.empty();
    private Optional<RunEvent.CylinderChosen> cylinder = Optional.empty();
    private OptionalLong gasOpenedAt = OptionalLong.empty();
    private Optional<RunEvent.CylinderChosen> flowing = Optional.empty();
    private long flowingSince;
    private OptionalLong gasClosedAt = OptionalLong.empty();
    private boolean gasSinceClear;
    private Optional<RunEvent.AlarmsConfirmed> alarms = Optional.empty();
    private Optional<RunEvent.RunSigned> signed = Optional.empty();
    private OptionalInt withdrawable = OptionalInt.empty();
    private final Set<Integer> decided = new HashSet<>();
    private final List<Integer> failedHere = new ArrayList<>();
    private final List<SensorOutcome> outcomes = new ArrayList<>();
    private final Map<Integer, Verdict> instrumentVerdicts = new TreeMap<>();
    private final Map<Integer, Long> stepStarts = new LinkedHashMap<>();
    private final Map<Integer, Long> openings = new TreeMap<>();

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

    /** Folds the events of a run, oldest first, on the card that the run was started with. */
    public static RunState of(ProcedureCard card, List<RunEvent> events) {
        return new RunState(card, events);
    }

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
            enter(0, e.at());
        } else if (event instanceof RunEvent.ChecksConfirmed e && on(e.step(), Step.Checks.class)) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.StepConfirmed e && on(e.step(), Step.Confirm.class)) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.WarmUpEnded e && on(e.step(), Step.WarmUp.class)) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ZeroStarted e && on(e.step(), Step.Zero.class)) {
            zeroStartedAt = OptionalLong.of(e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.ZeroJudged e && on(e.step(), Step.Zero.class)) {
            e.outcomes().forEach(this::decide);
            completed(e.at());
        } else if (event instanceof RunEvent.CylinderChosen e && on(e.step(), Step.ApplyGas.class)) {
            cylinder = Optional.of(e);
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.GasOpened e && on(e.step(), Step.ApplyGas.class)) {
            opened(e.at());
        } else if (event instanceof RunEvent.ReadingAccepted e && on(e.step(), Step.ApplyGas.class)) {
            decide(e.outcome());
            completed(e.at());
        } else if (event instanceof RunEvent.ReadingNotAccepted e && on(e.step(), Step.ApplyGas.class)) {
            decide(e.outcome());
            completed(e.at());
        } else if (event instanceof RunEvent.TryStarted e && e.step() == step && awaitsTry()) {
            tryAgain(e);
        } else if (event instanceof RunEvent.FailureLeft e && e.step() == step && awaitsTry()) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.AlarmsConfirmed e && on(e.step(), Step.ConfirmAlarms.class)) {
            alarms = Optional.of(e);
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.SavedOnInstrument e && on(e.step(), Step.SaveOnInstrument.class)) {
            instrumentVerdicts.putAll(e.verdicts());
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.GasClosed e && e.step() == step && gasIsOn()) {
            gasClosedAt = OptionalLong.of(e.at());
            flowing = Optional.empty();
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ClearedDown e && on(e.step(), Step.ClearDown.class)) {
            e.outcomes().forEach(this::decide);
            gasSinceClear = false;
            enter(step + 1, e.at());
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.RunTakenOver e) {
            technician = e.by();
        } else if (event instanceof RunEvent.RunStopped) {
            phase = RunPhase.STOPPED;
        } else if (event instanceof RunEvent.RunSigned e && phase == RunPhase.TO_SIGN) {
            signed = Optional.of(e);
            phase = RunPhase.SIGNED;
        }
    }

    private void opened(long at) {
        gasOpenedAt = OptionalLong.of(at);
        if (flowing.isEmpty()) {
            flowingSince = at;
        }
        flowing = cylinder;
        gasSinceClear = true;
        openings.putIfAbsent(step, at);
        withdrawable = OptionalInt.empty();
    }

    private void decide(SensorOutcome outcome) {
        outcomes.add(outcome);
        decided.add(outcome.slot());
        boolean mayBeTriedAgain =
                outcome.stage() == Stage.ZERO || outcome.stage() == Stage.SPAN && !failedZero(outcome.slot());
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

    private void tryAgain(RunEvent.TryStarted e) {
        tries++;
        stepSince = e.at();
        decided.removeAll(e.slots());
        failedHere.clear();
        zeroStartedAt = OptionalLong.empty();
        cylinder = Optional.empty();
        gasOpenedAt = OptionalLong.empty();
        withdrawable = OptionalInt.empty();
    }

    private boolean on(int eventStep, Class<? extends Step> kind) {
        return eventStep == step && currentStep().filter(kind::isInstance).isPresent();
    }

    private void enter(int next, long at) {
        step = next;
        stepSince = at;
        tries = 1;
        decided.clear();
        failedHere.clear();
        zeroStartedAt = OptionalLong.empty();
        cylinder = Optional.empty();
        gasOpenedAt = OptionalLong.empty();
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
        if (candidate instanceof Step.SaveOnInstrument) {
            return outcomes.stream().noneMatch(o -> o.stage() == Stage.SPAN);
        }
        boolean followsGas = candidate instanceof Step.ConfirmAlarms || candidate instanceof Step.ClearDown;
        return followsGas && !gasSinceClear;
    }

    private boolean meetsGas(Target target) {
        return switch (target.purpose()) {
            case AS_FOUND, BUMP -> true;
            case SPAN, CHECK -> !failedZero(target.slot());
            case VERIFY ->
                standing(target.slot()).stream().allMatch(o -> o.judgement().verdict() != Verdict.FAIL);
        };
    }

    public ProcedureCard card() {
        return card;
    }

    public List<RunEvent> events() {
        return events;
    }

    public List<Step> steps() {
        return steps;
    }

    public Optional<RunEvent.RunStarted> started() {
        return Optional.ofNullable(started);
    }

    /** The sensors that this run is about. */
    public List<SensorSpec> sensors() {
        return card.sensors().stream()
                .filter(sensor -> started == null || started.slots().contains(sensor.slot()))
                .toList();
    }

    public boolean typed() {
        return started != null && started.source() == ReadingSource.TYPED;
    }

    /** Who works on it now. */
    public String technician() {
        return technician;
    }

    public RunPhase phase() {
        return phase;
    }

    /** Position of the current step; {@code steps().size()} when all are done. */
    public int step() {
        return step;
    }

    public Optional<Step> currentStep() {
        return step < steps.size() ? Optional.of(steps.get(step)) : Optional.empty();
    }

    /** Run time at which the current step, or the current try at it, began. */
    public long stepSince() {
        return stepSince;
    }

    /** Which try at the current step this is, from 1. */
    public int tries() {
        return tries;
    }

    /** Run time at which each step that was entered began, by position. */
    public Map<Integer, Long> stepStarts() {
        return Map.copyOf(stepStarts);
    }

    /** Run time at which gas first came on for each application that got that far, by position of its step. */
    public Map<Integer, Long> openings() {
        return Map.copyOf(openings);
    }

    public OptionalLong zeroStartedAt() {
        return zeroStartedAt;
    }

    /** The cylinder that was chosen for the current application. */
    public Optional<RunEvent.CylinderChosen> cylinder() {
        return cylinder;
    }

    /** The cylinder that was chosen last in this run. */
    public Optional<RunEvent.CylinderChosen> lastCylinder() {
        return events.stream()
                .filter(RunEvent.CylinderChosen.class::isInstance)
                .map(RunEvent.CylinderChosen.class::cast)
                .max(Comparator.comparingLong(RunEvent.CylinderChosen::at));
    }

    /** Since when the current application exposes its sensors. */
    public OptionalLong gasOpenedAt() {
        return gasOpenedAt;
    }

    /** Where gas was turned off last. */
    public OptionalLong gasClosedAt() {
        return gasClosedAt;
    }

    public boolean gasIsOn() {
        return flowing.isPresent();
    }

    /** The cylinder whose valve is open. */
    public Optional<RunEvent.CylinderChosen> flowing() {
        return flowing;
    }

    /** Since when that valve has been open, over however many applications. */
    public long flowingSince() {
        return flowingSince;
    }

    /** The current application sets sensors, so the instrument is in its calibration mode. */
    public boolean spanning() {
        return currentStep().orElse(null) instanceof Step.ApplyGas gas
                && gas.targets().stream().anyMatch(target -> target.purpose() == Purpose.SPAN);
    }

    public Optional<RunEvent.AlarmsConfirmed> alarms() {
        return alarms;
    }

    public Optional<RunEvent.RunSigned> signed() {
        return signed;
    }

    /** Position of the confirmation that may still be withdrawn: the last one, while nothing was judged since. */
    public OptionalInt withdrawable() {
        return phase == RunPhase.SIGNED || phase == RunPhase.STOPPED ? OptionalInt.empty() : withdrawable;
    }

    public List<SensorOutcome> outcomes() {
        return List.copyOf(outcomes);
    }

    public List<SensorOutcome> outcomes(int slot) {
        return outcomes.stream().filter(outcome -> outcome.slot() == slot).toList();
    }

    /**
     * What counts of a sensor: of each stage the last try, and nothing that was only found before the adjustment.
     */
    public List<SensorOutcome> standing(int slot) {
        var last = new LinkedHashMap<Stage, SensorOutcome>();
        outcomes(slot).stream().filter(o -> o.stage() != Stage.AS_FOUND).forEach(o -> last.put(o.stage(), o));
        return List.copyOf(last.values());
    }

    public Map<Integer, Verdict> instrumentVerdicts() {
        return Map.copyOf(instrumentVerdicts);
    }

    public boolean failedZero(int slot) {
        for (int i = outcomes.size() - 1; i >= 0; i--) {
            var outcome = outcomes.get(i);
            if (outcome.slot() == slot && outcome.stage() == Stage.ZERO) {
                return outcome.judgement().verdict() == Verdict.FAIL;
            }
        }
        return false;
    }

    /** Sensors that failed in this step and may be tried again; empty while others are still undecided. */
    public List<Integer> failedHere() {
        return List.copyOf(failedHere);
    }

    /** A sensor failed, every other one of the step is decided, and there is a try left. */
    public boolean awaitsTry() {
        return !failedHere.isEmpty()
                && undecided().isEmpty()
                && tries < card.tries().most();
    }

    /** Targets of the current application that have no outcome yet; empty outside an application. */
    public List<Target> undecidedTargets() {
        if (!(currentStep().orElse(null) instanceof Step.ApplyGas gas)) {
            return List.of();
        }
        return gas.targets().stream()
                .filter(target -> !decided.contains(target.slot()))
                .filter(target -> target.purpose() != Purpose.VERIFY || meetsGas(target))
                .toList();
    }

    /** Slots of the current zero that have no outcome yet; empty outside a zero. */
    public List<Integer> unzeroed() {
        return currentStep().orElse(null) instanceof Step.Zero zero
                ? zero.slots().stream().filter(slot -> !decided.contains(slot)).toList()
                : List.of();
    }

    private List<Integer> undecided() {
        return currentStep().orElse(null) instanceof Step.Zero
                ? unzeroed()
                : undecidedTargets().stream().map(Target::slot).toList();
    }

    /** What a sensor should read on the gas that is flowing or chosen, in its unit; empty when there is none. */
    public Optional<Double> expectedOnGas(int slot) {
        return cylinder.or(() -> flowing).or(() -> gasSinceClear ? lastCylinder() : Optional.empty()).stream()
                .flatMap(chosen -> chosen.label().stream())
                .filter(line -> line.slot() == slot)
                .map(LabelLine::expected)
                .findFirst();
    }
}
