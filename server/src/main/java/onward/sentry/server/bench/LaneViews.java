package onward.sentry.server.bench;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.lanes.Lane;
import onward.sentry.core.lanes.LanePriority;
import onward.sentry.core.lanes.LaneTask;
import onward.sentry.core.run.GasWatch;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.strip.Strip;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Draws all lanes of the site, each technician's in the order in which they need a hand. */
@Component
class LaneViews {

    private final RunRepository runs;
    private final RunCache cache;
    private final RunTime clock;

    LaneViews(RunRepository runs, RunCache cache, RunTime clock) {
        this.runs = runs;
        this.cache = cache;
        this.clock = clock;
    }

    private record Drawn(
            RunEntity run,
            Lane lane,
            Optional<GasWatch> gas,
            Optional<LinkView> link,
            List<LaneView.LaneSensor> sensors,
            Strip strip,
            long runTime) {}

    @Transactional(readOnly = true)
    public List<LaneView> all() {
        var drawn = new LinkedHashMap<String, Drawn>();
        for (var run : runs.findByPhaseInOrderByStartedAt(Runs.UNFINISHED)) {
            drawn.put(run.id().toString(), cache.look(run, live -> draw(run, live)));
        }
        var all = drawn.values().stream().map(Drawn::lane).toList();
        var views = new ArrayList<LaneView>();
        var byTechnician =
                all.stream().collect(Collectors.groupingBy(Lane::technician, LinkedHashMap::new, Collectors.toList()));
        byTechnician
                .values()
                .forEach(own -> own.removeIf(lane -> lane.state().seenBump())); // rounds have their own page
        for (var own : byTechnician.values()) {
            var hands = LanePriority.of(own, all);
            for (int turn = 0; turn < hands.size(); turn++) {
                var hand = hands.get(turn);
                views.add(view(drawn.get(hand.lane().id()), hand, turn, own));
            }
        }
        return views;
    }

    private Drawn draw(RunEntity run, LiveRun live) {
        var state = live.state();
        long now = clock.now(run, live);
        var moment = clock.moment(run, live);
        return new Drawn(
                run,
                Lane.of(run.id().toString(), live, moment),
                live.gasWatch(now),
                moment.link().map(LinkView::of),
                state.sensors().stream().map(sensor -> sensor(sensor, live)).toList(),
                Strip.of(state, now),
                now);
    }

    private static LaneView.LaneSensor sensor(SensorSpec spec, LiveRun live) {
        var trace = live.traces().trace(spec.slot());
        return new LaneView.LaneSensor(
                spec.slot(),
                spec.gas().formula(),
                spec.unit().symbol(),
                spec.resolution(),
                trace.isEmpty() ? Optional.empty() : Optional.of(trace.last()),
                live.progress(spec),
                live.state().standing(spec.slot()).stream()
                        .map(outcome -> outcome.judgement().verdict())
                        .reduce(Verdict::worse)
                        .orElse(Verdict.NOT_JUDGED));
    }

    private static LaneView view(Drawn drawn, LaneTask hand, int turn, List<Lane> own) {
        var run = drawn.run();
        var lane = drawn.lane();
        var next = lane.next();
        return new LaneView(
                lane.id(),
                lane.serial(),
                run.model(),
                run.job(),
                lane.technician(),
                run.phase().name(),
                lane.state().typed(),
                run.room(),
                run.manifold().map(UUID::toString),
                next.kind().name(),
                next.step(),
                next.sentence(),
                next.countdown(),
                drawn.runTime(),
                run.timeScale(),
                lane.state().gasIsOn(),
                drawn.gas(),
                drawn.link(),
                lane.state().flowing().or(lane.state()::cylinder).map(RunEvent.CylinderChosen::cylinderId),
                turn,
                hand.urgency().name(),
                hand.wanted(),
                hand.why(),
                hand.meanwhile(),
                own.stream()
                        .filter(other -> other.id().equals(lane.id()) || other.isServedWith(lane))
                        .map(Lane::id)
                        .toList(),
                drawn.sensors(),
                drawn.strip());
    }
}
