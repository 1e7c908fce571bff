package onward.sentry.server.logbook;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.UUID;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

@RestController
class WithdrawalController {

    private final Withdrawals withdrawals;
    private final People people;
    private final IdempotentRequests once;

    WithdrawalController(Withdrawals withdrawals, People people, IdempotentRequests once) {
        this.withdrawals = withdrawals;
        this.people = people;
        this.once = once;
    }

    record RunWithdrawal(@NotNull String why) {}

    record TakenBack(String runId) {}

    /** Takes back what was typed in from paper or a laboratory's certificate: the record stays and counts for nothing. */
    @PostMapping("/api/v1/runs/{id}/withdrawal")
    @Signed
    @Transactional
    public TakenBack takeBack(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable UUID id,
            @Valid @RequestBody RunWithdrawal body,
            Principal principal) {
        return once.execute(key, principal.getName(), TakenBack.class, () -> {
            withdrawals.takeBack(id, body.why(), people.displayName(principal.getName()));
            return new TakenBack(id.toString());
        });
    }
}
