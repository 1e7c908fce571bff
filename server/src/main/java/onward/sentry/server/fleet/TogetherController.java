package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.schedule.TriggerCause;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Once;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** The same done to many detectors: first what it would come to for each, then done to those that may have it. */
@RestController
class TogetherController {

    private static final int MOST = 240;

    private final Fleet fleet;
    private final Lendings lendings;
    private final People people;
    private final Once once;
    private final TransactionTemplate transaction;

    TogetherController(
            Fleet fleet, Lendings lendings, People people, Once once, PlatformTransactionManager transactions) {
        this.fleet = fleet;
        this.lendings = lendings;
        this.people = people;
        this.once = once;
        this.transaction = new TransactionTemplate(transactions);
    }

    /** What is done. */
    enum Deed {
        HAPPENED,
        LEND,
        TAKE_BACK
    }

    /**
     * @param cause with {@code HAPPENED}
     * @param to with {@code LEND}
     * @param act empty or false: nothing is done, only said
     */
    record TogetherBody(
            @NotEmpty @Size(max = MOST) List<String> serials,
            @NotNull Deed deed,
            Optional<TriggerCause> cause,
            Optional<String> to,
            Optional<LocalDate> backBy,
            @NotNull String remark,
            boolean act) {}

    /** @param says the state that the detector comes to, with its reason; or why it may not have this */
    record TogetherRow(String serial, boolean done, String says) {}

    record TogetherView(boolean act, List<TogetherRow> rows) {}

    @PostMapping("/api/v1/detectors-together")
    TogetherView together(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody TogetherBody body, Principal principal) {
        var by = people.displayName(principal.getName());
        return new TogetherView(
                body.act(),
                body.serials().stream()
                        .distinct()
                        .map(serial -> row(key, serial, body, principal.getName(), by))
                        .toList());
    }

    /** Each in a transaction of its own: one that is refused keeps none of the others back. */
    private TogetherRow row(String key, String serial, TogetherBody body, String signInName, String by) {
        try {
            return transaction.execute(status -> {
                if (!body.act()) {
                    status.setRollbackOnly();
                    return done(serial, body, by);
                }
                return once.per(key + " " + serial, signInName, TogetherRow.class, () -> done(serial, body, by));
            });
        } catch (Refused refused) {
            return new TogetherRow(serial, false, refused.refusal().reason());
        } catch (NotFound unknown) {
            return new TogetherRow(serial, false, "It is not on record.");
        }
    }

    private TogetherRow done(String serial, TogetherBody body, String by) {
        var now = switch (body.deed()) {
            case HAPPENED -> fleet.seen(serial, cause(body), body.remark(), by);
            case LEND -> lendings.lend(serial, body.to().orElse(""), body.backBy(), by);
            case TAKE_BACK -> lendings.takeBack(serial, by);
        };
        return new TogetherRow(now.serial(), true, now.state().label() + ": " + now.reason());
    }

    private static TriggerCause cause(TogetherBody body) {
        return body.cause()
                .orElseThrow(() -> new Refused(new Refusal(
                        "cause-missing", "cause", "What happened is not said.", "Pick one of the causes.")));
    }
}
