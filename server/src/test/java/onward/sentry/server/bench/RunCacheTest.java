package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.trace.Reading;
import onward.sentry.formats.CardLibrary;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** The cached judge is used only while it stands where the rows stand. */
class RunCacheTest {

    private final RunLog log = mock(RunLog.class);
    private final ProcedureLibrary library = mock(ProcedureLibrary.class);
    private final SitePolicies policies = mock(SitePolicies.class);
    private final RunCache cache = new RunCache(log, library, policies);
    private RunEntity run;
    private LiveRun live;

    @BeforeEach
    void start() {
        var card = CardLibrary.all().stream()
                .filter(shipped -> shipped.model().equals("Mote CO"))
                .findFirst()
                .orElseThrow();
        when(library.card(anyString(), anyInt())).thenReturn(card);
        when(policies.policy(anyInt())).thenReturn(SitePolicy.SHIPPED);
        var started = new RunEvent.RunStarted(
                0,
                "MC-1",
                Job.CALIBRATION,
                "Mote CO",
                1,
                1,
                "Una",
                ReadingSource.LINK,
                1,
                Map.of(1, "C-1"),
                List.of(1));
        live = LiveRun.start(card, SitePolicy.SHIPPED, started);
        run = new RunEntity(UUID.randomUUID(), UUID.randomUUID(), live.state(), Instant.EPOCH);
        run.logged(0, "hash");
        when(log.events(run.id())).thenReturn(List.of(started));
        when(log.readingsAfter(any(), anyLong())).thenReturn(List.of(new Reading(250, Map.of(1, 0.0))));
    }

    @Test
    void aChangeWorksOnACopyOfWhatStandsWhereTheRowsStand() {
        cache.stands(run, live);
        var changed = cache.change(run, judge -> judge.observe(new Reading(5_000, Map.of(1, 0.0))));
        assertThat(changed.traces().now()).isEqualTo(5_000);
        assertThat(live.traces().now()).as("nobody else sees it yet").isZero();
        assertThat((Object) cache.look(run, judge -> judge)).isSameAs(live);
        verify(log, never()).events(any());
    }

    @Test
    void whatATransactionWritesIsSeenWhenItIsCommittedAndNeverWhenItIsRolledBack() {
        cache.stands(run, live);
        TransactionSynchronizationManager.initSynchronization();
        TransactionSynchronizationManager.setActualTransactionActive(true);
        try {
            var changed = cache.change(run, judge -> judge.observe(new Reading(5_000, Map.of(1, 0.0))));
            run.batchStored(5_000, Instant.EPOCH);
            cache.stands(run, changed);
            var before = new RunEntity(run.id(), run.detectorId(), live.state(), Instant.EPOCH);
            before.logged(0, "hash");
            assertThat((Object) cache.look(before, judge -> judge))
                    .as("somebody else meanwhile")
                    .isSameAs(live);
            var callbacks = TransactionSynchronizationManager.getSynchronizations();
            callbacks.forEach(callback -> callback.afterCompletion(TransactionSynchronization.STATUS_ROLLED_BACK));
            assertThat((Object) cache.look(before, judge -> judge))
                    .as("rolled back")
                    .isSameAs(live);
            callbacks.forEach(TransactionSynchronization::afterCommit);
            assertThat((Object) cache.look(run, judge -> judge)).as("committed").isSameAs(changed);
        } finally {
            TransactionSynchronizationManager.setActualTransactionActive(false);
            TransactionSynchronizationManager.clear();
        }
    }

    @Test
    void whatAnotherCopyHasMovedOnIsRebuiltFromRows() {
        cache.stands(run, live);
        run.batchStored(250, Instant.EPOCH);
        var rebuilt = cache.change(run, judge -> {});
        assertThat(rebuilt).isNotSameAs(live);
        assertThat(rebuilt.traces().now()).isEqualTo(250);
        verify(log).events(run.id());
    }

    @Test
    void aChangeThatWasRefusedLeavesNothingBehind() {
        cache.stands(run, live);
        assertThatThrownBy(() -> cache.change(run, judge -> {
                    judge.carryOut(new RunCommand.ConfirmChecks(0), 0, "Una");
                    throw new IllegalStateException("refused");
                }))
                .hasMessage("refused");
        assertThat((Object) cache.look(run, judge -> judge)).isSameAs(live);
        assertThat(live.state().events()).hasSize(1);
    }

    @Test
    void whoLooksDoesNotRebuildWhatIsJustBeingWritten() {
        run.batchStored(250, Instant.EPOCH);
        cache.stands(run, live);
        var seenBefore = new RunEntity(run.id(), run.detectorId(), live.state(), Instant.EPOCH);
        seenBefore.logged(0, "hash");
        assertThat((Object) cache.look(seenBefore, judge -> judge)).isSameAs(live);
        verify(log, never()).events(any());
    }

    @Test
    void aLookLeavesTheJudgeForTheNextOne() {
        cache.stands(run, live);
        assertThat((Object) cache.look(run, l -> l)).isSameAs(live);
        assertThat((Object) cache.look(run, l -> l)).isSameAs(live);
        verify(log, never()).events(any());
    }

    @Test
    void aLookAtAnUnknownRunRebuildsItOnce() {
        cache.look(run, l -> l);
        cache.look(run, l -> l);
        verify(log, times(1)).events(run.id());
    }
}
