package onward.sentry.server.bench;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.lanes.Lane;
import onward.sentry.core.lanes.LanePriority;
import onward.sentry.core.lanes.Neighbours;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Every detector on a bench of the site, and what they mean to each other. */
@Component
public class Lanes {

    /** Key of the advisory lock under which a lane looks at its neighbours before it takes gas or air. */
    private static final long NEIGHBOURS_LOCK = 7_001;

    private final RunRepository runs;
    private final RunCache cache;
    private final JdbcClient jdbc;
    private final RunTime clock;

    Lanes(RunRepository runs, RunCache cache, JdbcClient jdbc, RunTime clock) {
        this.runs = runs;
        this.cache = cache;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** The unfinished runs, oldest first. */
    @Transactional(readOnly = true)
    List<Lane> all() {
        return runs.findByPhaseInOrderByStartedAt(Runs.UNFINISHED).stream()
                .map(this::lane)
                .toList();
    }

    private Lane lane(RunEntity run) {
        return cache.look(run, live -> Lane.of(run.id().toString(), live, clock.moment(run, live)));
    }

    /** Lanes that one hand serves together with this one, itself first; by the order in which they may be locked. */
    @Transactional(readOnly = true)
    List<UUID> servedTogether(UUID runId) {
        var run = runs.findById(runId).orElseThrow();
        if (run.manifold().isEmpty()) {
            return List.of(runId);
        }
        var lane = lane(run);
        return runs.findByManifoldAndPhaseIn(run.manifold().get(), Runs.UNFINISHED).stream()
                .filter(other -> other.id().equals(runId) || lane(other).isServedWith(lane))
                .map(RunEntity::id)
                .sorted()
                .toList();
    }

    /** @throws Refused when a neighbour forbids what the command wants; the rules are core's */
    void check(UUID runId, RunCommand command) {
        if (!(command instanceof RunCommand.StartZero) && !(command instanceof RunCommand.ChooseCylinder)) {
            return;
        }
        jdbc.sql("select pg_advisory_xact_lock(?)")
                .param(NEIGHBOURS_LOCK)
                .query((row, n) -> 0)
                .single();
        refusal(runId, command).ifPresent(refusal -> {
            throw new Refused(refusal);
        });
    }

    private Optional<Refusal> refusal(UUID runId, RunCommand command) {
        var all = all();
        var lane = own(runId, all);
        return lane.flatMap(own -> {
            var neighbours = Neighbours.of(own, all);
            return command instanceof RunCommand.ChooseCylinder chosen
                    ? neighbours.againstCylinder(own, chosen.cylinderId())
                    : neighbours.againstZero(own);
        });
    }

    private static Optional<Lane> own(UUID runId, List<Lane> all) {
        return all.stream().filter(lane -> lane.id().equals(runId.toString())).findFirst();
    }

    /** Whether the hand that a run asks for must wait for a neighbour. */
    @Transactional(readOnly = true)
    public boolean holdBack(UUID runId) {
        var all = all();
        return own(runId, all).flatMap(lane -> LanePriority.heldBack(lane, all)).isPresent();
    }

    /** Why a cylinder cannot be taken by a lane: it serves another one. */
    @Transactional(readOnly = true)
    public Optional<Refusal> againstCylinder(UUID runId, String tag) {
        var all = all();
        return own(runId, all).flatMap(lane -> Neighbours.of(lane, all).againstCylinder(lane, tag));
    }
}
