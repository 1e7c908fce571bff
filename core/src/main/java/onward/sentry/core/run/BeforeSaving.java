package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.Step;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.doubt.OnGas;
import onward.sentry.core.doubt.RoomAir;
import onward.sentry.core.doubt.SuddenChange;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.Unsettled;
import onward.sentry.core.measure.Measured;
import onward.sentry.core.policy.MethodOptions;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.trace.Plateau;
import onward.sentry.core.trace.Stability;
import onward.sentry.core.trace.StabilityLimits;

/**
 * Looks, once the last reading of an application that sets sensors is taken, for what speaks against setting them: each
 * application by itself, for a sensor that passed at the first try and one that passed at the second met other gas.
 */
final class BeforeSaving {

    private static final long PLATEAU_MILLIS = 10_000;
    /** Two looks at the same thing, % of response or of room air. */
    private static final double SAME_PERCENT = 5;

    private static final Set<NextTry> OF_THE_RIG = EnumSet.of(NextTry.CHECK_RIG, NextTry.CHECK_FLOW, NextTry.LESS_FLOW);

    /** One reading that was taken. @param application counts the times that gas was applied in this step, tries with it */
    private record Read(long at, SensorOutcome outcome, int application, RunEvent.CylinderChosen gas, long from) {}

    /**
     * A doubt that was noted before.
     *
     * @param again gas was applied again since
     * @param otherRig the rig was changed before one of those applications
     * @param cylinders whose gas had shown it
     */
    private record Earlier(List<Doubt> doubts, boolean again, boolean otherRig, Set<String> cylinders) {

        Earlier after(boolean rigChanged) {
            return new Earlier(doubts, true, otherRig || rigChanged, cylinders);
        }
    }

    private final RunState state;
    private final RunTraces traces;
    private final SitePolicy policy;
    private final int step;
    private final Map<Integer, Read> read = new TreeMap<>();
    private final List<Earlier> earlier = new ArrayList<>();
    private RunEvent.CylinderChosen last;

    private BeforeSaving(RunState state, RunTraces traces, SitePolicy policy, int step) {
        this.state = state;
        this.traces = traces;
        this.policy = policy;
        this.step = step;
    }

    /**
     * What is to be noted before anything is set or tried again; empty where nothing is suspect, while an application is not
     * over, and by older rules.
     *
     * @param before as it stood while gas was applied
     * @param after with what has just been decided
     */
    static Optional<RunEvent.AdjustmentDoubted> doubted(
            RunState before, RunState after, RunTraces traces, SitePolicy policy) {
        boolean sets = before.rules().compareTo(JudgingRules.THIRD) >= 0
                && after.phase() != RunPhase.STOPPED
                && before.held().isEmpty()
                && before.currentStep().orElse(null) instanceof Step.ApplyGas gas
                && gas.targets().stream().anyMatch(target -> target.purpose().sets());
        if (!sets) {
            return Optional.empty();
        }
        var look = new BeforeSaving(after, traces, policy, before.step());
        if (after.step() > before.step()) {
            return after.unsaved().isEmpty() ? Optional.empty() : look.doubted(true);
        }
        return after.awaitsTry() && !before.awaitsTry() ? look.doubted(false) : Optional.empty();
    }

    /** @param passed nothing has failed that may be tried again: what failed is looked at once more in any case */
    private Optional<RunEvent.AdjustmentDoubted> doubted(boolean passed) {
        goThrough();
        var doubts = new ArrayList<Doubt>();
        read.values().stream()
                .map(Read::application)
                .distinct()
                .flatMap(application -> roomAir(application).stream())
                .forEach(doubts::add);
        var inAir = new HashSet<Integer>();
        doubts.forEach(doubt -> inAir.addAll(doubt.slots()));
        // What room air explains needs no other reason, and what has failed stays out of use as it is.
        read.values().stream()
                .filter(one -> passed && !one.outcome().failed())
                .filter(one -> !inAir.contains(one.outcome().slot()))
                .flatMap(one -> suddenChange(one).stream())
                .forEach(doubts::add);
        doubts.removeIf(this::isNoted);
        if (doubts.isEmpty()) {
            return Optional.empty();
        }
        boolean stops = policy.schools().inDoubt() == MethodOptions.DoubtRule.STOP
                && doubts.stream().anyMatch(doubt -> !doubt.confirmed());
        return Optional.of(new RunEvent.AdjustmentDoubted(traces.now(), step, stops, doubts));
    }

    private void goThrough() {
        RunEvent.CylinderChosen gas = null;
        var pending = Optional.<RunEvent.TryStarted>empty();
        int application = 0;
        long from = 0;
        for (var event : state.events()) {
            if (event instanceof RunEvent.CylinderChosen e && e.step() == step) {
                if (pending.isPresent()) {
                    // Free words with the same cylinder again: what was changed belongs to the rig.
                    boolean same = gas != null && gas.cylinderId().equals(e.cylinderId());
                    boolean rig =
                            pending.get().tried().map(OF_THE_RIG::contains).orElse(same);
                    earlier.replaceAll(one -> one.after(rig));
                }
                pending = Optional.empty();
                gas = e;
            } else if (event instanceof RunEvent.GasOpened e && e.step() == step) {
                application++;
                from = e.at();
            } else if (event instanceof RunEvent.TryStarted e && e.step() == step) {
                application++;
                pending = Optional.of(e);
            } else if (event instanceof RunEvent.AdjustmentDoubted e && e.step() == step) {
                var tags = new HashSet<String>();
                read.values().forEach(one -> tags.add(one.gas().cylinderId()));
                earlier.add(new Earlier(e.doubts(), false, false, tags));
            } else if (event instanceof RunEvent.ReadingAccepted e
                    && e.step() == step
                    && e.outcome().reading().isPresent()
                    && gas != null) {
                read.put(e.outcome().slot(), new Read(e.at(), e.outcome(), application, gas, from));
                last = gas;
            }
        }
    }

    private Optional<Doubt> roomAir(int application) {
        var together = read.values().stream()
                .filter(one -> one.application() == application)
                .flatMap(one -> onGas(one).stream())
                .toList();
        return RoomAir.of(together).map(doubt -> isSameInOtherGas(doubt) ? doubt.asConfirmed() : doubt);
    }

    /** Nothing was changed since it was noted. */
    private boolean isNoted(Doubt doubt) {
        return earlier.stream()
                .filter(one -> !one.again())
                .flatMap(one -> one.doubts().stream())
                .anyMatch(one -> isSame(one, doubt));
    }

    /** The rig was changed and the cylinder too, and the same was seen each time: it is neither of them. */
    private boolean isSameInOtherGas(Doubt doubt) {
        return earlier.stream()
                .filter(one -> one.otherRig() && isOtherCylinder(one))
                .flatMap(one -> one.doubts().stream())
                .anyMatch(one -> isSame(one, doubt));
    }

    private boolean isOtherCylinder(Earlier one) {
        return !one.cylinders().contains(last.cylinderId());
    }

    private Optional<Doubt> suddenChange(Read one) {
        var sensor = state.card().sensor(one.outcome().slot());
        var trend = state.started().orElseThrow().trends().get(sensor.slot());
        var response = one.outcome().responsePercent();
        if (trend == null || response.isEmpty()) {
            return Optional.empty();
        }
        double standard = onGas(one).map(OnGas::responseStandard).orElse(0.0);
        return SuddenChange.of(sensor, response.getAsDouble(), standard, trend)
                .map(doubt -> earlier.stream()
                                .filter(before -> before.otherRig() || isOtherCylinder(before))
                                .flatMap(before -> before.doubts().stream())
                                .anyMatch(before -> isSame(before, doubt))
                        ? doubt.asConfirmed()
                        : doubt);
    }

    private static boolean isSame(Doubt one, Doubt other) {
        return one.kind() == other.kind()
                && one.slots().containsAll(other.slots())
                && Math.abs(one.percent() - other.percent()) <= SAME_PERCENT;
    }

    private Optional<OnGas> onGas(Read one) {
        var sensor = state.card().sensor(one.outcome().slot());
        var line = one.gas().label().stream()
                .filter(label -> label.slot() == sensor.slot() && label.expected() != sensor.cleanAirReading())
                .findFirst();
        var trend = Optional.ofNullable(state.started().orElseThrow().trends().get(sensor.slot()));
        return line.map(label -> OnGas.of(
                sensor,
                one.outcome().reading().orElseThrow() - zero(sensor) + sensor.cleanAirReading(),
                label.expected(),
                RunJudge.judgeOf(state, policy)
                                .uncertainty(sensor, label, measured(one, sensor, label))
                                .expanded()
                        / 2,
                trend,
                setBy(sensor)));
    }

    private double zero(SensorSpec sensor) {
        return sensor.readsDisplayed() ? state.zeroFound(sensor) : sensor.cleanAirReading();
    }

    private Measured measured(Read one, SensorSpec sensor, LabelLine label) {
        var trace = traces.trace(sensor.slot()).between(one.from(), one.at() + 1);
        double reading = one.outcome().reading().orElseThrow();
        boolean typed = state.typed() || trace.isEmpty();
        var plateau = typed
                ? new Plateau(reading, 0, 1)
                : Plateau.of(trace, trace.lastTime() - PLATEAU_MILLIS, trace.lastTime(), sensor.resolution())
                        .orElse(new Plateau(reading, 0, 1));
        var limits = StabilityLimits.of(sensor.resolution(), label.expected(), sensor.t90Seconds());
        boolean still = typed || one.outcome().how().equals("settled");
        var unsettled = still
                ? Unsettled.NONE
                : Unsettled.of(
                        false, Stability.unsettled(trace, one.from(), limits, sensor.resolution(), false), limits);
        return new Measured(
                plateau,
                unsettled,
                zero(sensor),
                state.measured(Quantity.STATION_PRESSURE).isPresent());
    }

    /** The response, in %, that a reading of the label itself stands for. */
    private double setBy(SensorSpec sensor) {
        var chain = state.chain(sensor.slot());
        return sensor.readsDisplayed() ? chain.response(chain.sensitivity()) : 100;
    }
}
