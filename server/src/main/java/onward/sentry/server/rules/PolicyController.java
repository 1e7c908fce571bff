package onward.sentry.server.rules;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import onward.sentry.core.policy.Cautions;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Which schools the site follows, and what another choice would do. */
@RestController
class PolicyController {

    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final People people;
    private final IdempotentRequests once;

    PolicyController(ProcedureLibrary library, SitePolicies policies, People people, IdempotentRequests once) {
        this.library = library;
        this.policies = policies;
        this.people = people;
        this.once = once;
    }

    /** @param shippedCautions the shipped texts, to go back to */
    record PolicyView(SitePolicy policy, Cautions shippedCautions, List<VersionView> versions) {}

    record VersionView(int version, Instant from, String by, String reason) {}

    /** @param changes what a technician would meet otherwise, in words */
    record EffectView(String model, List<String> changes) {}

    /**
     * @param policy its version is the one that the change was made on
     * @param reason why, in a few words
     */
    record NewPolicy(@NotNull SitePolicy policy, @NotNull String reason) {}

    @GetMapping("/api/v1/site-rules")
    PolicyView policy() {
        return view();
    }

    /** What a policy would change for each model; nothing is stored. */
    @PostMapping("/api/v1/site-rules/effect")
    List<EffectView> effect(@Valid @RequestBody SitePolicy policy) {
        var now = policies.policy();
        return library.publishedCards().stream()
                .map(card ->
                        new EffectView(card.model(), PolicyEffect.of(card.under(now), card.under(policy), now, policy)))
                .filter(effect -> !effect.changes().isEmpty())
                .toList();
    }

    @PostMapping("/api/v1/site-rules")
    @Signed
    @Transactional
    public PolicyView change(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody NewPolicy body, Principal principal) {
        return once.execute(key, principal.getName(), PolicyView.class, () -> {
            Refusal.unless(
                    !body.reason().isBlank(),
                    "reason-missing",
                    "reason",
                    "Site rules are changed with a reason.",
                    "Say in a few words why.");
            policies.change(body.policy(), body.reason().strip(), people.displayName(principal.getName()));
            return view();
        });
    }

    private PolicyView view() {
        return new PolicyView(
                policies.policy(),
                Cautions.SHIPPED,
                policies.versions().stream()
                        .map(v -> new VersionView(v.version(), v.from(), v.by(), v.reason()))
                        .toList());
    }
}
