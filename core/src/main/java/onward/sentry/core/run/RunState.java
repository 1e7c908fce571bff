package onward.sentry.core.run;

import java.util.ArrayList;
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
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.LabelLine;
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
    private OptionalLong zeroStartedAt = OptionalLong.empty();
    private Optional<RunEvent.CylinderChosen> cylinder = Optional.empty();
    private OptionalLong gasOpenedAt = OptionalLong.empty();
    private OptionalLong gasClosedAt = OptionalLong.empty();
    private Optional<RunEvent.AlarmsConfirmed> alarms = Optional.empty();
    private Optional<RunEvent.RunSigned> signed = Optional.empty();
    private OptionalInt withdrawable = OptionalInt.empty();
    private final List<SensorOutcome> outcomes = new ArrayList<>();
    private final Map<Integer, Verdict> instrumentVerdicts = new TreeMap<>();
    private final Map<Integer, Long> stepStarts = new LinkedHashMap<>();

    private RunState(ProcedureCard card, List<RunEvent> events) {
        this.card = card;
        this.events = List.copyOf(events);
        this.steps = events.isEmpty() || !(events.get(0) instanceof RunEvent.RunStarted first)
                ? List.of()
                : card.steps(first.job());
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
        } else if (event instanceof RunEvent.WarmUpEnded e && on(e.step(), Step.WarmUp.class)) {
            enter(step + 1, e.at());
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ZeroStarted e && on(e.step(), Step.Zero.class)) {
            zeroStartedAt = OptionalLong.of(e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.ZeroJudged e && on(e.step(), Step.Zero.class)) {
            outcomes.addAll(e.outcomes());
            enter(step + 1, e.at());
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.CylinderChosen e && on(e.step(), Step.ApplyGas.class)) {
            cylinder = Optional.of(e);
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.GasOpened e && on(e.step(), Step.ApplyGas.class)) {
            gasOpenedAt = OptionalLong.of(e.at());
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ReadingAccepted e && on(e.step(), Step.ApplyGas.class)) {
            decide(e.outcome(), e.at());
        } else if (event instanceof RunEvent.ReadingNotAccepted e && on(e.step(), Step.ApplyGas.class)) {
            decide(e.outcome(), e.at());
        } else if (event instanceof RunEvent.AlarmsConfirmed e && on(e.step(), Step.ConfirmAlarms.class)) {
            alarms = Optional.of(e);
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.SavedOnInstrument e && on(e.step(), Step.SaveOnInstrument.class)) {
            instrumentVerdicts.putAll(e.verdicts());
            enter(step + 1, e.at());
            withdrawable = OptionalInt.of(position);
        } else if (event instanceof RunEvent.GasClosed e && on(e.step(), Step.ClearDown.class)) {
            gasClosedAt = OptionalLong.of(e.at());
            withdrawable = OptionalInt.empty();
        } else if (event instanceof RunEvent.ClearedDown e && on(e.step(), Step.ClearDown.class)) {
            outcomes.addAll(e.outcomes());
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

    private void decide(SensorOutcome outcome, long at) {
        outcomes.add(outcome);
        if (undecidedTargets().isEmpty()) {
            enter(step + 1, at);
        }
    }

    private boolean on(int eventStep, Class<? extends Step> kind) {
        return eventStep == step && currentStep().filter(kind::isInstance).isPresent();
    }

    private void enter(int next, long at) {
        step = next;
        stepSince = at;
        if (currentStep().filter(this::hasNothingToDo).isPresent()) {
            enter(next + 1, at);
            return;
        }
        stepStarts.put(step, at);
        if (currentStep().filter(Step.ApplyGas.class::isInstance).isPresent()) {
            cylinder = Optional.empty();
            gasOpenedAt = OptionalLong.empty();
            gasClosedAt = OptionalLong.empty();
        }
        if (step >= steps.size()) {
            phase = RunPhase.TO_SIGN;
        }
    }

    /** Gas for sensors that all failed zero is not applied, and what follows gas falls away with it. */
    private boolean hasNothingToDo(Step candidate) {
        if (candidate instanceof Step.ApplyGas gas) {
            return gas.targets().stream().allMatch(target -> failedZero(target.slot()));
        }
        boolean followsGas = candidate instanceof Step.SaveOnInstrument
                || candidate instanceof Step.ConfirmAlarms
                || candidate instanceof Step.ClearDown;
        return followsGas && gasOpenedAt.isEmpty();
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

    /** Run time at which the current step was entered, ms. */
    public long stepSince() {
        return stepSince;
    }

    /** Run time at which each step was entered, by position; skipped steps are absent. */
    public Map<Integer, Long> stepStarts() {
        return Map.copyOf(stepStarts);
    }

    public OptionalLong zeroStartedAt() {
        return zeroStartedAt;
    }

    /** The cylinder of the latest application of gas. */
    public Optional<RunEvent.CylinderChosen> cylinder() {
        return cylinder;
    }

    public OptionalLong gasOpenedAt() {
        return gasOpenedAt;
    }

    public OptionalLong gasClosedAt() {
        return gasClosedAt;
    }

    public boolean gasIsOn() {
        return gasOpenedAt.isPresent() && gasClosedAt.isEmpty();
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

    public Map<Integer, Verdict> instrumentVerdicts() {
        return Map.copyOf(instrumentVerdicts);
    }

    public boolean failedZero(int slot) {
        return outcomes.stream()
                .anyMatch(o -> o.slot() == slot
                        && o.stage() == Stage.ZERO
                        && o.judgement().verdict() == Verdict.FAIL);
    }

    /** Targets of the current application that have no outcome yet; empty outside an application. */
    public List<Target> undecidedTargets() {
        if (!(currentStep().orElse(null) instanceof Step.ApplyGas gas)) {
            return List.of();
        }
        return gas.targets().stream()
                .filter(target -> outcomes.stream()
                        .noneMatch(o -> o.slot() == target.slot()
                                && (o.stage() == Stage.SPAN || o.stage() == Stage.CHECK || o.stage() == Stage.BUMP)))
                .toList();
    }

    /** What a sensor should read on the chosen cylinder, in its unit; empty before one is chosen. */
    public Optional<Double> expectedOnGas(int slot) {
        return cylinder.flatMap(chosen -> chosen.label().stream()
                .filter(line -> line.slot() == slot)
                .map(LabelLine::expected)
                .findFirst());
    }
}
