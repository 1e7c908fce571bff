package onward.sentry.server.logbook;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.judge.Verdict;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.logbook.Logbook.LogbookChoices;
import onward.sentry.server.logbook.Logbook.LogbookEntry;
import onward.sentry.server.logbook.Logbook.LogbookPage;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Role;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.security.core.Authentication;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Everything that was entered, and how it is put right. */
@RestController
class LogbookController {

    private final Logbook logbook;
    private final Corrections corrections;
    private final People people;
    private final IdempotentRequests once;

    LogbookController(Logbook logbook, Corrections corrections, People people, IdempotentRequests once) {
        this.logbook = logbook;
        this.corrections = corrections;
        this.people = people;
        this.once = once;
    }

    /** @param checkAgain makes the detector due at once */
    record CorrectionBody(@NotNull String right, @NotNull String why, boolean checkAgain) {}

    @GetMapping("/api/v1/logbook")
    LogbookPage logbook(
            @RequestParam Optional<String> words,
            @RequestParam Optional<LedgerKind.Area> area,
            @RequestParam Optional<String> kind,
            @RequestParam Optional<String> person,
            @RequestParam Optional<String> detector,
            @RequestParam Optional<String> crew,
            @RequestParam Optional<String> model,
            @RequestParam Optional<String> cylinder,
            @RequestParam Optional<Verdict> verdict,
            @RequestParam Optional<LocalDate> from,
            @RequestParam Optional<LocalDate> until,
            @RequestParam Optional<String> before) {
        return logbook.page(new LogbookFilter(
                words, area, kind, person, detector, crew, model, cylinder, verdict, from, until, before));
    }

    @GetMapping("/api/v1/logbook-choices")
    LogbookChoices choices() {
        return logbook.choices();
    }

    @PostMapping("/api/v1/logbook/{seq}/corrections")
    @Signed
    @Transactional
    public LogbookEntry correct(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable long seq,
            @Valid @RequestBody CorrectionBody body,
            Authentication who) {
        return once.execute(
                key,
                who.getName(),
                LogbookEntry.class,
                () -> corrections.correct(
                        seq,
                        body.right(),
                        body.why(),
                        body.checkAgain(),
                        people.displayName(who.getName()),
                        people.isAtLeast(who.getName(), Role.LEAD)));
    }
}
