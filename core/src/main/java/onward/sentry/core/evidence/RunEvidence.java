package onward.sentry.core.evidence;

import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Step;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.run.RunTraces;
import onward.sentry.core.trace.Plateau;

/** Goes through the events and readings of a run, and takes down what was seen at each application and in each air. */
public final class RunEvidence {

    private static final String IN_DOUBT = "in doubt";
    private static final long AIR_MILLIS = 8_000;
    /** How an outcome came about that says of no gas that was on just then. */
    private static final Set<String> MEASURED_NOTHING = Set.of("zero failed", IN_DOUBT);

    private final RunState state;
    private final RunTraces traces;
    private final Seen seen;
    private final Set<NextTry> tried = EnumSet.noneOf(NextTry.class);
    private final Set<Integer> spanned = new HashSet<>();
    private RunEvent.CylinderChosen chosen;
    private RunEvent.CylinderChosen lastGas;
    private boolean hadAir;
    private long from = -1;
    private boolean fresh;
    private long askedFrom;

    private RunEvidence(RunState state, RunTraces traces, History history) {
        this.state = state;
        this.traces = traces;
        this.seen = new Seen(history);
    }

    /**
     * {@return what the readings and events of a run show}
     *
     * @param state of the run
     * @param traces readings of all sensors
     * @param history what is on record of earlier runs
     * @param cross how each cell responds to other gases
     */
    public static Evidence of(RunState state, RunTraces traces, History history, CrossSensitivity cross) {
        var run = new RunEvidence(state, traces, history);
        run.goThrough();
        return run.seen.evidence(
                state.card(), state.steps(), run.rig(), cross, run.stands(), run.failedOnGas(), run.askedFrom);
    }

    private boolean failedOnGas() {
        return standing()
                .anyMatch(outcome -> outcome.failed() && outcome.stage().onGas());
    }

    private boolean stands() {
        return state.held().isPresent()
                || standing()
                        .anyMatch(outcome -> outcome.failed() || outcome.how().equals(IN_DOUBT));
    }

    private Stream<SensorOutcome> standing() {
        return state.sensors().stream().flatMap(sensor -> state.standing(sensor.slot()).stream());
    }

    private void goThrough() {
        var events = state.events();
        for (int i = 0; i < events.size(); i++) {
            var event = events.get(i);
            if (event instanceof RunEvent.CylinderChosen e) {
                chosen = e;
                fresh = !e.straightOn();
                from = e.straightOn() ? e.at() : from;
            } else if (event instanceof RunEvent.GasOpened e) {
                airBefore(e.at());
                from = e.at();
                fresh = chosen == null || !chosen.straightOn();
            } else if (event instanceof RunEvent.TryStarted e) {
                e.tried().ifPresent(tried::add);
                from = state.gasIsOn() ? e.at() : from;
                fresh = false;
            } else if (event instanceof RunEvent.ZeroJudged e) {
                air(e.at(), Moment.Type.ZERO, e.outcomes());
                askedFrom = e.outcomes().stream().anyMatch(SensorOutcome::failed) ? e.at() : askedFrom;
            } else if (event instanceof RunEvent.ClearedDown e) {
                air(e.at(), Moment.Type.CLEAR, e.outcomes());
            } else if (outcome(event) != null && isLastOfApplication(events, i)) {
                application(event.at(), stepOf(event));
            }
        }
    }

    private static SensorOutcome outcome(RunEvent event) {
        return event instanceof RunEvent.ReadingAccepted e
                ? e.outcome()
                : event instanceof RunEvent.ReadingNotAccepted e
                                && !MEASURED_NOTHING.contains(e.outcome().how())
                        ? e.outcome()
                        : null;
    }

    private static int stepOf(RunEvent event) {
        return event instanceof RunEvent.ReadingAccepted e ? e.step() : ((RunEvent.ReadingNotAccepted) event).step();
    }

    private static boolean isLastOfApplication(List<RunEvent> events, int i) {
        for (int j = i + 1; j < events.size(); j++) {
            var event = events.get(j);
            if (event instanceof RunEvent.GasOpened
                    || event instanceof RunEvent.TryStarted
                    || event instanceof RunEvent.CylinderChosen) {
                return true;
            }
            if (outcome(event) != null) {
                return false;
            }
        }
        return true;
    }

    /** @param until run time at which the last of its sensors was judged, ms */
    private void application(long until, int step) {
        if (chosen == null || from < 0 || !(state.steps().get(step) instanceof Step.ApplyGas apply)) {
            return;
        }
        lastGas = chosen;
        seen.cylinder(chosen.cylinderId(), chosen.cylinder(), chosen.on());
        var judged = outcomesOf(step, until);
        var purposes = apply.targets().stream()
                .collect(
                        Collectors.groupingBy(t -> t.slot(), Collectors.mapping(t -> t.purpose(), Collectors.toSet())));
        var moment = new Moment(from, Moment.Type.GAS, chosen.cylinderId(), expected(chosen), tried);
        long reached =
                from + (fresh ? Math.round(1000 * rig().lagSeconds(state.card().intake())) : 0);
        for (var line : chosen.label()) {
            int slot = line.slot();
            var purpose = purposes.getOrDefault(slot, Set.of());
            var itself = judged.get(slot);
            boolean set = purpose.contains(Purpose.SPAN) || purpose.contains(Purpose.LOW_POINT);
            // What was set to this gas shows this gas, whatever it is.
            boolean tellsNothing = purpose.contains(Purpose.VERIFY) && spanned.contains(slot);
            if (!state.failedZero(slot)
                    && !tellsNothing
                    && state.card().findSensor(slot).isPresent()) {
                var sensor = state.card().sensor(slot);
                long end = itself == null ? until : itself.getValue();
                boolean bump = itself != null
                        && itself.getKey().stage() == Stage.BUMP
                        && !itself.getKey().failed();
                seen.gas(new OnGas(
                        moment,
                        sensor,
                        traces.trace(slot),
                        from,
                        reached,
                        end,
                        fresh,
                        state.typed(),
                        set && !sensor.readsDisplayed(),
                        bump));
            }
            if (set && itself != null && !itself.getKey().failed()) {
                spanned.add(slot);
            }
        }
    }

    /** What was judged at this application, by slot, with when. */
    private Map<Integer, Map.Entry<SensorOutcome, Long>> outcomesOf(int step, long until) {
        var found = new HashMap<Integer, Map.Entry<SensorOutcome, Long>>();
        for (var event : state.events()) {
            if (event.at() >= from && event.at() <= until && outcome(event) != null && stepOf(event) == step) {
                found.put(outcome(event).slot(), Map.entry(outcome(event), event.at()));
            }
        }
        return found;
    }

    private static Map<Integer, Double> expected(RunEvent.CylinderChosen chosen) {
        return chosen.label().stream().collect(Collectors.toMap(LabelLine::slot, LabelLine::expected, (a, b) -> a));
    }

    private void airBefore(long gasOn) {
        if (hadAir || state.typed()) {
            return;
        }
        hadAir = true;
        for (var sensor : state.sensors()) {
            Plateau.of(traces.trace(sensor.slot()), gasOn - AIR_MILLIS, gasOn - 1, sensor.resolution())
                    .ifPresent(air -> seen.air(air(gasOn, Moment.Type.BEFORE), sensor, air.mean()));
        }
    }

    private void air(long at, Moment.Type type, List<SensorOutcome> outcomes) {
        hadAir = true;
        for (var outcome : outcomes) {
            var sensor = state.card().sensor(outcome.slot());
            outcome.reading().ifPresent(reading -> seen.air(air(at, type), sensor, reading));
            if (type == Moment.Type.ZERO && outcome.reading().isPresent() && !state.typed()) {
                seen.scatter(air(at, type), sensor, traces.trace(sensor.slot()).between(0, at + 1));
            }
        }
    }

    private Moment air(long at, Moment.Type type) {
        return new Moment(
                at,
                type,
                lastGas == null ? "" : lastGas.cylinderId(),
                lastGas == null ? Map.of() : expected(lastGas),
                tried);
    }

    private Rig rig() {
        return chosen == null
                ? state.card().usualRig()
                : chosen.rig().orElseGet(() -> state.card().usualRig());
    }
}
