package onward.sentry.server.bench;

import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
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

        boolean standsAt(RunEntity run) {
            return lastSeq == run.lastSeq() && batches == run.batches();
        }
    }

    private final Map<UUID, Kept> kept = new ConcurrentHashMap<>();
    private final RunLog log;
    private final House house;

    RunCache(RunLog log, House house) {
        this.log = log;
        this.house = house;
    }

    /** Takes the judge out to be changed; the caller holds the row lock and puts it back when all went well. */
    LiveRun take(RunEntity run) {
        var found = kept.remove(run.id());
        return found != null && found.standsAt(run) ? found.live : rebuild(run);
    }

    void putBack(RunEntity run, LiveRun live) {
        if (isOpen(run)) {
            kept.put(run.id(), new Kept(live, run.lastSeq(), run.batches()));
        }
    }

    /** Looks at a run without changing it. */
    <T> T look(RunEntity run, Function<LiveRun, T> view) {
        var found = kept.remove(run.id());
        var live = found != null && found.standsAt(run) ? found.live : rebuild(run);
        try {
            return view.apply(live);
        } finally {
            if (found != null && !found.standsAt(run)) {
                kept.putIfAbsent(run.id(), found); // the run has gone on since this row was read
            } else if (isOpen(run)) {
                kept.putIfAbsent(run.id(), new Kept(live, run.lastSeq(), run.batches()));
            }
        }
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
