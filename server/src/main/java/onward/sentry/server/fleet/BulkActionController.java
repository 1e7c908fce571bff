package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.schedule.TriggerCause;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.NotFound;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** The same done to many detectors: first what it would come to for each, then done to those that may have it. */
@RestController
class BulkActionController {

    private static final int MOST = 240;

    private final Fleet fleet;
    private final Lendings lendings;
    private final People people;
    private final IdempotentRequests once;
    private final TransactionTemplate transaction;

    BulkActionController(
            Fleet fleet,
            Lendings lendings,
            People people,
            IdempotentRequests once,
            PlatformTransactionManager transactions) {
        this.fleet = fleet;
        this.lendings = lendings;
        this.people = people;
        this.once = once;
        this.transaction = new TransactionTemplate(transactions);
    }

    /** What is done. */
    enum BulkAction {
        REPORT_EVENT,
        CHECK_OUT,
        RETURN
    }

    /**
     * @param cause with {@code REPORT_EVENT}
     * @param to with {@code CHECK_OUT}
     * @param act empty or false: nothing is done, only said
     */
    record BulkActionBody(
            @NotEmpty @Size(max = MOST) List<String> serials,
            @NotNull BulkAction action,
            Optional<TriggerCause> cause,
            Optional<String> to,
            Optional<LocalDate> backBy,
            @NotNull String remark,
            boolean act) {}

    /**
     * @param state that the detector comes to; empty where the action is refused
     * @param reason for the state, or for the refusal
     */
    record BulkActionRow(String serial, Optional<DetectorState> state, String reason) {}

    record BulkActionView(boolean act, List<BulkActionRow> rows) {}

    @PostMapping("/api/v1/detector-bulk-actions")
    BulkActionView together(
            @RequestHeader("Idempotency-Key") String key,
            @Valid @RequestBody BulkActionBody body,
            Principal principal) {
        var by = people.displayName(principal.getName());
        return new BulkActionView(
                body.act(),
                body.serials().stream()
                        .distinct()
                        .map(serial -> row(key, serial, body, principal.getName(), by))
                        .toList());
    }

    /** Each in a transaction of its own: one that is refused keeps none of the others back. */
    private BulkActionRow row(String key, String serial, BulkActionBody body, String signInName, String by) {
        try {
            return transaction.execute(status -> {
                if (!body.act()) {
                    status.setRollbackOnly();
                    return done(serial, body, by);
                }
                return once.execute(key + " " + serial, signInName, BulkActionRow.class, () -> done(serial, body, by));
            });
        } catch (Refused refused) {
            return new BulkActionRow(serial, Optional.empty(), refused.refusal().reason());
        } catch (NotFound unknown) {
            return new BulkActionRow(serial, Optional.empty(), "No detector has this serial.");
        }
    }

    private BulkActionRow done(String serial, BulkActionBody body, String by) {
        var now = switch (body.action()) {
            case REPORT_EVENT -> fleet.seen(serial, cause(body), body.remark(), by);
            case CHECK_OUT -> lendings.lend(serial, body.to().orElse(""), body.backBy(), by);
            case RETURN -> lendings.takeBack(serial, by);
        };
        return new BulkActionRow(now.serial(), Optional.of(now.state()), now.reason());
    }

    private static TriggerCause cause(BulkActionBody body) {
        return body.cause()
                .orElseThrow(() -> new Refused(
                        new Refusal("cause-missing", "cause", "The event is missing.", "Pick one of the causes.")));
    }
}
