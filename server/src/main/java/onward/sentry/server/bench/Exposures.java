package onward.sentry.server.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import onward.sentry.core.run.RunState;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.stereotype.Component;

/** How long the sensors of a detector have been on gas, for cells that repeated gas desensitises. */
@Component
class Exposures {

    private static final Duration WINDOW = Duration.ofHours(24);

    private final RunRepository runs;
    private final RunLog log;
    private final ProcedureLibrary library;

    Exposures(RunRepository runs, RunLog log, ProcedureLibrary library) {
        this.runs = runs;
        this.log = log;
        this.library = library;
    }

    /** Seconds of run time on gas, in the runs that ended in the 24 h before a moment. */
    double secondsBefore(UUID detectorId, Instant moment) {
        return runs.findByDetectorIdAndEndedAtAfter(detectorId, moment.minus(WINDOW)).stream()
                .map(run -> RunState.of(
                        library.card(run.model(), run.cardVersion(), run.policyVersion()), log.events(run.id())))
                .mapToDouble(state -> state.exposedMillis(
                                state.events().get(state.events().size() - 1).at())
                        / 1000.0)
                .sum();
    }
}
