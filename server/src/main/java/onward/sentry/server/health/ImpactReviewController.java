package onward.sentry.server.health;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.health.ImpactReviews.Doubt;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Impact review: which days of which crew are suspect, and what was found out about them. */
@RestController
class ImpactReviewController {

    private final ImpactReviews doubts;
    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final IdempotentRequests once;
    private final People people;

    ImpactReviewController(
            ImpactReviews doubts, Fleet fleet, ProcedureLibrary library, IdempotentRequests once, People people) {
        this.doubts = doubts;
        this.fleet = fleet;
        this.library = library;
        this.once = once;
        this.people = people;
    }

    /** @param usedOn days on which it passed its bump, and so went out */
    record DoubtView(
            UUID id,
            String serial,
            String crew,
            int slot,
            String formula,
            LocalDate since,
            LocalDate until,
            long days,
            List<LocalDate> usedOn,
            String finding,
            UUID runId,
            Optional<Instant> closedAt,
            Optional<String> closedBy,
            Optional<String> closing) {}

    /** @param remark what was found out */
    record Closing(@NotNull String remark) {}

    @GetMapping("/api/v1/doubts")
    @Transactional(readOnly = true)
    public List<DoubtView> open() {
        return doubts.open().stream().map(this::view).toList();
    }

    @GetMapping("/api/v1/detectors/{serial}/doubts")
    @Transactional(readOnly = true)
    public List<DoubtView> ofDetector(@PathVariable String serial) {
        return doubts.of(fleet.bySerial(serial).id()).stream().map(this::view).toList();
    }

    @PostMapping("/api/v1/doubts/{id}/closing")
    @Signed
    @Transactional
    public DoubtView close(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable UUID id,
            @Valid @RequestBody Closing body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                DoubtView.class,
                () -> view(doubts.close(id, body.remark(), people.displayName(principal.getName()))));
    }

    private DoubtView view(Doubt doubt) {
        return new DoubtView(
                doubt.id(),
                doubt.serial(),
                doubt.crew(),
                doubt.slot(),
                library.latestCard(doubt.model()).sensor(doubt.slot()).gas().formula(),
                doubt.period().since(),
                doubt.period().until(),
                doubt.period().days(),
                doubts.usedOn(doubt),
                doubt.finding(),
                doubt.runId(),
                doubt.closedAt(),
                doubt.closedBy(),
                doubt.closing());
    }
}
