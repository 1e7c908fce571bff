package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.server.fleet.DetectorController.DetectorRow;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Gives detectors out and takes them back. */
@RestController
class LendingController {

    private final Lendings lendings;
    private final People people;
    private final IdempotentRequests once;

    LendingController(Lendings lendings, People people, IdempotentRequests once) {
        this.lendings = lendings;
        this.people = people;
        this.once = once;
    }

    /**
     * @param to a crew or a person
     * @param backBy empty: open
     */
    record LendBody(@NotNull String to, Optional<LocalDate> backBy) {}

    @PostMapping("/api/v1/detectors/{serial}/lending")
    @Transactional
    public DetectorRow lend(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody LendBody body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                DetectorRow.class,
                () -> DetectorRow.of(
                        lendings.lend(serial, body.to(), body.backBy(), people.displayName(principal.getName()))));
    }

    @PostMapping("/api/v1/detectors/{serial}/return")
    @Transactional
    public DetectorRow takeBack(
            @RequestHeader("Idempotency-Key") String key, @PathVariable String serial, Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                DetectorRow.class,
                () -> DetectorRow.of(lendings.takeBack(serial, people.displayName(principal.getName()))));
    }
}
