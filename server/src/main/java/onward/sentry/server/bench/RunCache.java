package onward.sentry.server.bench;

import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Stream;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunPhase;
import onward.sentry.server.house.House;
import org.springframework.stereotype.Component;

/**
 * Keeps the judge of each open run at hand. What is kept is used only while it stands exactly where the stored run
 * stands; otherwise it is rebuilt from rows, so another copy of the server or a restart changes nothing.
 */
@Component
class RunCache {

    private static final class Kept {
        private final LiveRun live;
        private final int lastSeq;
        private final int batches;

        Kept(LiveRun live, int lastSeq, int batches) {
            this.live = live;
            this.lastSeq = lastSeq;
            this.batches = batches;
        }

        boolean isAheadOf(Kept other) {
            return lastSeq > other.lastSeq || batches > other.batches;
        }

        boolean standsAt(RunEntity run) {
            return lastSeq == run.lastSeq() && batches == run.batches();
        }
    }

    private final Map<UUID, Kept> kept = new ConcurrentHashMap<>();
    private final Object[] locks = Stream.generate(Object::new).limit(64).toArray();
    private final RunLog log;
    private final House house;

    RunCache(RunLog log, House house) {
        this.log = log;
        this.house = house;
    }

    /** Takes the judge out to be changed; the caller holds the row lock and puts it back when all went well. */
    LiveRun take(RunEntity run) {
        synchronized (lockOf(run)) {
            var found = kept.remove(run.id());
            return found != null && found.standsAt(run) ? found.live : rebuild(run);
        }
    }

    void putBack(RunEntity run, LiveRun live) {
        if (isOpen(run)) {
            kept.put(run.id(), new Kept(live, run.lastSeq(), run.batches()));
        }
    }

    /** Looks at a run without changing it; nobody else looks at it or takes it meanwhile. */
    <T> T look(RunEntity run, Function<LiveRun, T> view) {
        synchronized (lockOf(run)) {
            var found = kept.get(run.id());
            if (found != null && found.standsAt(run)) {
                return view.apply(found.live);
            }
            var live = rebuild(run);
            if (isOpen(run)) {
                kept.merge(
                        run.id(),
                        new Kept(live, run.lastSeq(), run.batches()),
                        (before, now) -> before.isAheadOf(now) ? before : now);
            }
            return view.apply(live);
        }
    }

    private Object lockOf(RunEntity run) {
        return locks[Math.floorMod(run.id().hashCode(), locks.length)];
    }

    private static boolean isOpen(RunEntity run) {
        return run.phase() == RunPhase.OPEN || run.phase() == RunPhase.TO_SIGN;
    }

    private LiveRun rebuild(RunEntity run) {
        var card = house.card(run.model(), run.cardVersion());
        var policy = house.policy(run.policyVersion());
        return LiveRun.resume(card, policy, log.events(run.id()), log.readingsAfter(run.id(), -1));
    }
}
