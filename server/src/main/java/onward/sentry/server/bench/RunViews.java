package onward.sentry.server.bench;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.StepPicture;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.measure.Exposure;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunPhase;
import onward.sentry.core.run.RunState;
import onward.sentry.core.run.SensorProgress;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.strip.Taken;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.people.People;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Draws runs for the bench. */
@Component
class RunViews {

    /** A chart on the bench shows so much. */
    private static final long OUTLIERS_MILLIS = 180_000;

    private final Runs runs;
    private final RunCache cache;
    private final Fleet fleet;
    private final SitePolicies policies;
    private final People people;
    private final Diagnoses diagnoses;
    private final RunTime clock;
    private final Gateways gateways;

    RunViews(
            Runs runs,
            RunCache cache,
            Fleet fleet,
            SitePolicies policies,
            People people,
            Diagnoses diagnoses,
            RunTime clock,
            Gateways gateways) {
        this.runs = runs;
        this.cache = cache;
        this.fleet = fleet;
        this.policies = policies;
        this.people = people;
        this.diagnoses = diagnoses;
        this.clock = clock;
        this.gateways = gateways;
    }

    @Transactional(readOnly = true)
    public RunView view(UUID runId, String viewer) {
        var run = runs.run(runId);
        var detector = fleet.byId(run.detectorId());
        return cache.look(run, live -> draw(run, detector, live, viewer));
    }

    /**
     * What changes between two events, by slot.
     *
     * @param progress how far each sensor has got, as a word
     * @param outliers run times, ms, of the readings of late that are left out
     */
    record OfLate(Map<Integer, SensorProgress> progress, Map<Integer, List<Long>> outliers) {}

    @Transactional(readOnly = true)
    OfLate ofLate(UUID runId) {
        return cache.look(runs.run(runId), live -> {
            var state = live.state();
            var words = new HashMap<Integer, SensorProgress>();
            var outliers = new HashMap<Integer, List<Long>>();
            for (var sensor : state.sensors()) {
                words.put(sensor.slot(), live.progress(sensor));
                outliers.put(
                        sensor.slot(),
                        live.traces()
                                .trace(sensor.slot())
                                .markedSince(
                                        live.traces().now() - OUTLIERS_MILLIS,
                                        Exposure.step(sensor, state.rules(), state.typed())));
            }
            return new OfLate(words, outliers);
        });
    }

    private RunView draw(RunEntity run, Fleet.RegisteredDetector detector, LiveRun live, String viewer) {
        var state = live.state();
        long now = clock.now(run, live);
        var moment = clock.moment(run, live);
        return new RunView(
                run.id().toString(),
                detector.serial(),
                detector.assetTag(),
                detector.model(),
                detector.crew(),
                rig(state),
                state.card().intake(),
                run.job(),
                state.typed(),
                run.timeScale(),
                state.technician(),
                state.technician().equals(viewer),
                state.phase().name(),
                run.startedAt(),
                now,
                run.lastSeq(),
                live.next(moment),
                steps(state),
                state.sensors().stream()
                        .map(sensor -> sensor(state, live, sensor))
                        .toList(),
                state.cylinder()
                        .or(state::flowing)
                        .map(c -> new RunView.ChosenView(
                                c.cylinderId(), c.cylinder().certificateNumber(), c.label(), c.warnings())),
                state.gasIsOn(),
                live.gasWatch(now),
                moment.link().map(LinkView::of),
                gateways.serves(run.detectorId()),
                state.withdrawable().isPresent()
                        ? Optional.of(state.withdrawable().getAsInt())
                        : Optional.empty(),
                run.strip().map(Strip::decode).orElseGet(() -> Strip.of(state, now)),
                state.signed().map(signed -> signed.verdict()),
                state.signed().flatMap(RunEvent.RunSigned::remark),
                picture(state)
                        .map(p -> new RunView.PictureView(
                                "/api/v1/runs/" + run.id() + "/pictures/" + state.step(), p.description())),
                conditions(run, state),
                live.settleFrom().isPresent() ? Optional.of(live.settleFrom().getAsLong()) : Optional.empty(),
                state.currentStep().orElse(null) instanceof Step.ApplyGas gas && gas.are(Purpose.VERIFY),
                state.currentStep().orElse(null) instanceof Step.ApplyGas gas && gas.mayBeLeftOut() && !state.gasIsOn(),
                state.phase() == RunPhase.OPEN
                        && (!live.unread(now).isEmpty()
                                || !state.gasIsOn() && state.zeroStartedAt().isEmpty())
                        && state.sensors().size() - state.skipped().size() > 1,
                state.withoutCompetence() ? state.card().competence() : "",
                state.withoutCompetence()
                        && policies.policy(state.started().orElseThrow().policyVersion())
                                .signing()
                                .countersigned()
                        && people.hadCompetence(state.technician(), state.card().competence()),
                state.countersigned().map(RunEvent.Countersigned::by),
                diagnoses.of(run.id(), detector, live),
                state.doubts(),
                live.ahead());
    }

    /** What of the room may still be noted; what the card asks for in a step of its own is not asked for twice. */
    private Optional<List<RunView.ConditionView>> conditions(RunEntity run, RunState state) {
        if (!state.mayNoteConditions()) {
            return Optional.empty();
        }
        var units = policies.policy(run.policyVersion()).units();
        return Optional.of(Stream.of(Quantity.AMBIENT_TEMPERATURE, Quantity.STATION_PRESSURE)
                .filter(quantity -> state.steps().stream()
                        .noneMatch(step -> step instanceof Step.Measure measure && measure.quantity() == quantity))
                .map(quantity -> {
                    var unit = quantity.in(units);
                    var value = state.measured(quantity);
                    return new RunView.ConditionView(
                            quantity,
                            quantity.label(),
                            unit.symbol(),
                            value.isPresent() ? Optional.of(unit.shown(value.getAsDouble())) : Optional.empty(),
                            quantity == Quantity.STATION_PRESSURE
                                    && state.sensors().stream().anyMatch(SensorSpec::partialPressure));
                })
                .toList());
    }

    private static Rig rig(RunState state) {
        return state.cylinder()
                .or(state::flowing)
                .flatMap(RunEvent.CylinderChosen::rig)
                .orElseGet(state::rigAtHand);
    }

    private static Optional<StepPicture> picture(RunState state) {
        return state.currentStep().flatMap(step -> picture(state, state.step()));
    }

    /** The picture beside the note of a step, if its card has one. */
    static Optional<StepPicture> picture(RunState state, int step) {
        var started = state.started().orElseThrow();
        var positions = state.card().positions(started.job(), started.slots());
        if (step < 0 || step >= positions.size()) {
            return Optional.empty();
        }
        return state.card().pictures().stream()
                .filter(p -> p.job() == started.job() && p.step() == positions.get(step))
                .findFirst();
    }

    private static List<RunView.StepView> steps(RunState state) {
        var views = new ArrayList<RunView.StepView>();
        for (int i = 0; i < state.steps().size(); i++) {
            var progress = i == state.step()
                    ? RunView.StepProgress.NOW
                    : i > state.step()
                            ? RunView.StepProgress.TO_COME
                            : state.stepStarts().containsKey(i)
                                    ? RunView.StepProgress.DONE
                                    : RunView.StepProgress.SKIPPED;
            views.add(new RunView.StepView(
                    state.steps().get(i).title(), about(state, state.steps().get(i)), progress));
        }
        return views;
    }

    /** Formulas of the sensors that a step is about, where it is not about all of them. */
    private static List<String> about(RunState state, Step step) {
        return step.slots().isEmpty() || step.slots().size() == state.sensors().size()
                ? List.of()
                : step.slots().stream()
                        .map(slot -> state.card().sensor(slot).gas().formula())
                        .distinct()
                        .toList();
    }

    private static RunView.SensorView sensor(RunState state, LiveRun live, SensorSpec spec) {
        var outcomes = state.outcomes(spec.slot());
        var expected = state.expectedOnGas(spec.slot());
        return new RunView.SensorView(
                spec.slot(),
                spec.gas().name(),
                spec.gas().formula(),
                spec.unit().symbol(),
                spec.resolution(),
                spec.rangeMax(),
                spec.cleanAirReading(),
                expected,
                live.expectedBand(spec),
                live.windowSeconds(spec),
                live.progress(spec),
                worst(state.standing(spec.slot())),
                state.unsaved().contains(spec.slot()),
                outcomes,
                Taken.of(state, spec),
                state.signed()
                        .flatMap(signed -> signed.results().stream()
                                .filter(r -> r.slot() == spec.slot())
                                .findFirst()));
    }

    private static Verdict worst(List<SensorOutcome> outcomes) {
        return outcomes.stream()
                .map(o -> o.judgement().verdict())
                .reduce(Verdict::worse)
                .orElse(Verdict.NOT_JUDGED);
    }
}
