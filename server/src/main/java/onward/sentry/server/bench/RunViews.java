package onward.sentry.server.bench;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.run.SensorOutcome;
import onward.sentry.core.run.Strip;
import onward.sentry.core.trace.StabilityLimits;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Draws runs for the bench. */
@Component
class RunViews {

    private final Runs runs;
    private final RunCache cache;
    private final Fleet fleet;
    private final Site site;

    RunViews(Runs runs, RunCache cache, Fleet fleet, Site site) {
        this.runs = runs;
        this.cache = cache;
        this.fleet = fleet;
        this.site = site;
    }

    @Transactional(readOnly = true)
    public RunView view(UUID runId, String viewer) {
        var run = runs.run(runId);
        var detector = fleet.byId(run.detectorId());
        return cache.look(run, live -> draw(run, detector, live, viewer));
    }

    /** How far each sensor has got, by slot: what changes between two events. */
    @Transactional(readOnly = true)
    public Map<Integer, String> progress(UUID runId) {
        return cache.look(runs.run(runId), live -> {
            var words = new HashMap<Integer, String>();
            live.state()
                    .sensors()
                    .forEach(s -> words.put(s.slot(), live.progress(s).label()));
            return words;
        });
    }

    private RunView draw(RunEntity run, Fleet.Known detector, LiveRun live, String viewer) {
        var state = live.state();
        long now = runTime(run, live);
        return new RunView(
                run.id().toString(),
                detector.serial(),
                detector.assetTag(),
                detector.model(),
                detector.crew(),
                state.card().flowLitresPerMinute(),
                run.job().label(),
                state.typed(),
                run.timeScale(),
                state.technician(),
                state.technician().equals(viewer),
                state.phase().name(),
                run.startedAt(),
                now,
                run.lastSeq(),
                NextAction.of(state),
                steps(state),
                state.sensors().stream()
                        .map(sensor -> sensor(state, live, sensor))
                        .toList(),
                state.cylinder()
                        .or(state::flowing)
                        .map(c -> new RunView.ChosenView(
                                c.cylinderId(), c.cylinder().certificateNumber(), c.label(), c.warnings())),
                state.gasIsOn(),
                state.withdrawable().isPresent()
                        ? Optional.of(state.withdrawable().getAsInt())
                        : Optional.empty(),
                run.strip().map(Strip::decode).orElseGet(() -> Strip.of(state, now)),
                state.signed().map(signed -> signed.verdict().label()),
                state.signed().flatMap(RunEvent.RunSigned::remark));
    }

    /** Over the link run time is what the gateway says; typed, it goes on with the clock. */
    private long runTime(RunEntity run, LiveRun live) {
        if (!live.state().typed() || run.endedAt().isPresent()) {
            return live.traces().now();
        }
        return Math.round(Duration.between(run.startedAt(), site.now()).toMillis() * run.timeScale());
    }

    private static List<RunView.StepView> steps(RunState state) {
        var views = new ArrayList<RunView.StepView>();
        for (int i = 0; i < state.steps().size(); i++) {
            var standing = i == state.step()
                    ? "now"
                    : i > state.step() ? "to come" : state.stepStarts().containsKey(i) ? "done" : "skipped";
            views.add(new RunView.StepView(state.steps().get(i).title(), standing));
        }
        return views;
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
                StabilityLimits.of(spec.resolution(), expected.orElse(0.0), spec.t90Seconds())
                        .windowSeconds(),
                live.progress(spec).label(),
                worst(state.standing(spec.slot())).label(),
                outcomes,
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
