package onward.sentry.server.bench;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.diagnosis.Diagnosis;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunPhase;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What may be behind what a run shows, worked out where the technician has to think: before another try, before a detector is
 * set to the gas, and when all is judged. A bench is drawn at every reading and at every tick; a diagnosis changes by events
 * alone, so one is kept until the next event.
 */
@Component
class Diagnoses {

    private static final int MOST_KEPT = 500;

    private record Asked(UUID run, int events) {}

    private final Cache<Asked, Optional<DiagnosisView>> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final JdbcClient jdbc;
    private final Site site;

    Diagnoses(ProcedureLibrary library, SitePolicies policies, JdbcClient jdbc, Site site) {
        this.library = library;
        this.policies = policies;
        this.jdbc = jdbc;
        this.site = site;
    }

    /** Empty where nobody has to think of a cause, and where nothing speaks for any. */
    Optional<DiagnosisView> of(UUID run, Fleet.RegisteredDetector detector, LiveRun live) {
        var state = live.state();
        var asked = live.next().kind();
        boolean thinks = asked == NextAction.Kind.TRY_AGAIN
                || asked == NextAction.Kind.RESOLVE_DOUBT
                || asked == NextAction.Kind.CONFIRM_SAVED
                || state.phase() != RunPhase.OPEN;
        if (!thinks || state.paper() || state.byLaboratory() || state.seenBump()) {
            return Optional.empty();
        }
        return kept.get(new Asked(run, state.events().size()), key -> workedOut(detector, live));
    }

    private Optional<DiagnosisView> workedOut(Fleet.RegisteredDetector detector, LiveRun live) {
        var diagnosis = Diagnosis.of(
                live.state(),
                live.traces(),
                SensorHistory.of(jdbc, library, detector, site.today()),
                CrossSensitivity.with(policies.policy().figures()));
        return Optional.of(diagnosis).filter(d -> !d.suspects().isEmpty()).map(DiagnosisView::of);
    }
}
