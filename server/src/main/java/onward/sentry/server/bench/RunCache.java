package onward.sentry.server.bench;

import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunPhase;
import onward.sentry.server.house.House;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Keeps the judge of each open run at hand. It is changed only where it stands exactly where the stored run stands; otherwise
 * it is rebuilt from rows, so another copy of the server or a restart changes nothing.
 */
@Component
class RunCache {

    private static final class Kept {
        private final LiveRun live;
        private int lastSeq;
        private int batches;

        Kept(LiveRun live, RunEntity run) {
            this.live = live;
            stamp(run);
        }

        void stamp(RunEntity run) {
            lastSeq = run.lastSeq();
            batches = run.batches();
        }

        boolean standsAt(RunEntity run) {
            return lastSeq == run.lastSeq() && batches == run.batches();
        }

        /** Further is fine for who only looks: what is being written now will stand there in a moment. */
        boolean hasComeTo(RunEntity run) {
            return lastSeq >= run.lastSeq() && batches >= run.batches();
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

    /**
     * Changes the judge. The caller holds the row lock, has stored nothing of the change yet, and says {@link #stands} when
     * all is stored; when that fails the judge is forgotten.
     */
    LiveRun change(RunEntity run, Consumer<LiveRun> work) {
        synchronized (lockOf(run)) {
            var found = kept.get(run.id());
            if (found == null || !found.standsAt(run)) {
                found = new Kept(rebuild(run), run);
                kept.put(run.id(), found);
            }
            forgetUnlessCommitted(run.id());
            try {
                work.accept(found.live);
            } catch (RuntimeException e) {
                kept.remove(run.id());
                throw e;
            }
            return found.live;
        }
    }

    private void forgetUnlessCommitted(UUID id) {
        if (TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCompletion(int status) {
                    if (status != STATUS_COMMITTED) {
                        kept.remove(id);
                    }
                }
            });
        }
    }

    /** The judge stands where the stored run stands now. */
    void stands(RunEntity run, LiveRun live) {
        synchronized (lockOf(run)) {
            if (isOpen(run)) {
                kept.put(run.id(), new Kept(live, run));
            } else {
                kept.remove(run.id());
            }
        }
    }

    /** Looks at a run without changing it; nobody else looks at it or changes it meanwhile. */
    <T> T look(RunEntity run, Function<LiveRun, T> view) {
        synchronized (lockOf(run)) {
            var found = kept.get(run.id());
            if (found == null || !found.hasComeTo(run)) {
                found = new Kept(rebuild(run), run);
                if (isOpen(run)) {
                    kept.put(run.id(), found);
                }
            }
            return view.apply(found.live);
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
