package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.schedule.CareKind;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.Site;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** What keeps detectors well: what is to be done, and that it was done. */
@RestController
class CareController {

    private final Care care;
    private final People people;
    private final IdempotentRequests once;
    private final Site site;

    CareController(Care care, People people, IdempotentRequests once, Site site) {
        this.care = care;
        this.people = people;
        this.once = once;
        this.site = site;
    }

    /** @param waits it is to be done today, or was to be done before */
    record CareView(
            String serial,
            String model,
            String crew,
            CareKind kind,
            String label,
            String explanation,
            Optional<LocalDate> last,
            LocalDate on,
            boolean waits) {}

    /** A list of its own, so that an answer can be kept for a repeated request. */
    record CareList(List<CareView> care) {}

    record CareDone(@NotNull CareKind kind, @NotNull String remark) {}

    @GetMapping("/api/v1/care")
    @Transactional(readOnly = true)
    public CareList toDo() {
        return views(care.toDo());
    }

    @GetMapping("/api/v1/detectors/{serial}/care")
    @Transactional(readOnly = true)
    public CareList of(@PathVariable String serial) {
        return views(care.of(serial));
    }

    @PostMapping("/api/v1/detectors/{serial}/care")
    @Transactional
    public CareList done(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody CareDone body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                CareList.class,
                () -> views(care.done(
                        serial, body.kind(), site.today(), body.remark(), people.displayName(principal.getName()))));
    }

    private CareList views(List<Care.Due> due) {
        return new CareList(due.stream()
                .map(one -> new CareView(
                        one.serial(),
                        one.model(),
                        one.crew(),
                        one.kind(),
                        one.kind().label(),
                        one.kind().explanation(),
                        one.last(),
                        one.on(),
                        !one.on().isAfter(site.today())))
                .toList());
    }
}
