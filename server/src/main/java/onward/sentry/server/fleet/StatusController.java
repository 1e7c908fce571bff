package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.Set;
import onward.sentry.core.schedule.StatusChange;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.fleet.DetectorController.DetectorRow;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Holds a detector, sends it for repair, reports it lost, or takes it out of the fleet, and the way back from each. */
@RestController
class StatusController {

    private static final Set<StatusChange> BY_LEADS = Set.of(StatusChange.RETIRE, StatusChange.REINSTATE);

    private final StatusChanges changes;
    private final People people;
    private final IdempotentRequests once;

    StatusController(StatusChanges changes, People people, IdempotentRequests once) {
        this.changes = changes;
        this.people = people;
        this.once = once;
    }

    /** @param remark why, or where to; empty where none is needed */
    record StatusBody(@NotNull StatusChange change, @NotNull String remark) {}

    @PostMapping("/api/v1/detectors/{serial}/status")
    @Transactional
    public DetectorRow change(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody StatusBody body,
            Principal principal) {
        Refusal.unless(
                !BY_LEADS.contains(body.change()),
                "status-by-lead",
                "change",
                "A lead retires or reinstates a detector.",
                "Ask a lead, who uses /api/v1/detectors/{serial}/fleet-status.");
        return apply(key, serial, body, principal);
    }

    /** Takes a detector out of the fleet, or back into it. */
    @PostMapping("/api/v1/detectors/{serial}/fleet-status")
    @Transactional
    public DetectorRow changeFleet(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody StatusBody body,
            Principal principal) {
        Refusal.unless(
                BY_LEADS.contains(body.change()),
                "status-change",
                "change",
                "Only RETIRE and REINSTATE are possible here.",
                "Use /api/v1/detectors/{serial}/status.");
        return apply(key, serial, body, principal);
    }

    private DetectorRow apply(String key, String serial, StatusBody body, Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                DetectorRow.class,
                () -> DetectorRow.of(
                        changes.apply(serial, body.change(), body.remark(), people.displayName(principal.getName()))));
    }
}
