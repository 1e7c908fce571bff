package onward.sentry.server.bench;

import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Function;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunPhase;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Keeps the judge of each open run at hand, as it was last committed. A change works on a copy that takes its place when the
 * transaction is committed; one that is rolled back leaves nothing. A judge that does not stand where the stored run stands
 * is rebuilt from rows, so another copy of the server or a restart changes nothing.
 */
@Component
class RunCache {

    /** A judge that nobody changes any more, with how far the stored run had come. */
    private record Kept(LiveRun live, int lastSeq, int batches) {

        static Kept of(LiveRun live, RunEntity run) {
            return new Kept(live, run.lastSeq(), run.batches());
        }

        boolean standsAt(RunEntity run) {
            return lastSeq == run.lastSeq() && batches == run.batches();
        }

        /** Further is fine for who only looks. */
        boolean hasComeTo(RunEntity run) {
            return lastSeq >= run.lastSeq() && batches >= run.batches();
        }

        Kept further(Kept other) {
            return lastSeq + batches >= other.lastSeq + other.batches ? this : other;
        }
    }

    private final Map<UUID, Kept> kept = new ConcurrentHashMap<>();
    private final RunLog log;
    private final ProcedureLibrary library;
    private final SitePolicies policies;

    RunCache(RunLog log, ProcedureLibrary library, SitePolicies policies) {
        this.log = log;
        this.library = library;
        this.policies = policies;
    }

    /**
     * Changes a copy of the judge, which nobody else sees before {@link #stands} and the commit. The caller holds the row
     * lock and has stored nothing of the change yet.
     */
    LiveRun change(RunEntity run, Consumer<LiveRun> work) {
        var found = kept.get(run.id());
        var own = found != null && found.standsAt(run) ? found.live().copy() : rebuild(run);
        work.accept(own);
        return own;
    }

    /** The judge stands where the stored run stands, once the transaction is committed; nobody changes it any more. */
    void stands(RunEntity run, LiveRun live) {
        var id = run.id();
        boolean open = run.phase() == RunPhase.OPEN || run.phase() == RunPhase.TO_SIGN;
        var now = Kept.of(live, run);
        afterCommit(() -> {
            if (open) {
                kept.merge(id, now, Kept::further);
            } else {
                kept.remove(id);
            }
        });
    }

    private static void afterCommit(Runnable work) {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            work.run();
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                work.run();
            }
        });
    }

    /** Looks at a run; nothing that it is shown may be changed. */
    <T> T look(RunEntity run, Function<LiveRun, T> view) {
        var found = kept.get(run.id());
        if (found == null || !found.hasComeTo(run)) {
            found = Kept.of(rebuild(run), run);
            if (seesOnlyWhatIsCommitted() && (run.phase() == RunPhase.OPEN || run.phase() == RunPhase.TO_SIGN)) {
                kept.merge(run.id(), found, Kept::further);
            }
        }
        return view.apply(found.live());
    }

    /** A transaction that writes may have read its own writes. */
    private static boolean seesOnlyWhatIsCommitted() {
        return !TransactionSynchronizationManager.isActualTransactionActive()
                || TransactionSynchronizationManager.isCurrentTransactionReadOnly();
    }

    private LiveRun rebuild(RunEntity run) {
        var card = library.card(run.model(), run.cardVersion());
        var policy = policies.policy(run.policyVersion());
        return LiveRun.resume(card, policy, log.events(run.id()), log.readingsAfter(run.id(), -1));
    }
}
