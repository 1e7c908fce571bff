package onward.sentry.server.bench;

import java.time.Instant;
import java.util.UUID;
import onward.sentry.core.run.LiveRun;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Stores a run that was worked elsewhere from beginning to end, with all that follows from it. */
@Service
public class FinishedRuns {

    private final RunRepository runs;
    private final RunLog log;
    private final RunConsequences consequences;

    FinishedRuns(RunRepository runs, RunLog log, RunConsequences consequences) {
        this.runs = runs;
        this.log = log;
        this.consequences = consequences;
    }

    @Transactional
    public UUID store(UUID detectorId, LiveRun live, Instant startedAt) {
        var state = live.state();
        var endedAt = startedAt.plusMillis(live.traces().now());
        var run = runs.saveAndFlush(new RunEntity(UUID.randomUUID(), detectorId, state, startedAt));
        log.append(run, state.events(), "import", endedAt);
        for (int seq = 0; seq < state.events().size(); seq++) {
            consequences.of(run, live, state.events().get(seq), seq, endedAt);
        }
        runs.flush();
        return run.id();
    }
}
