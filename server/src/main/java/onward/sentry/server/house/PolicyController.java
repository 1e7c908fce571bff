package onward.sentry.server.house;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import onward.sentry.core.house.Cautions;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.Once;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Which schools the site follows, and what another choice would do. */
@RestController
class PolicyController {

    private final House house;
    private final People people;
    private final Once once;

    PolicyController(House house, People people, Once once) {
        this.house = house;
        this.people = people;
        this.once = once;
    }

    /** @param shippedCautions what a house goes back to */
    record PolicyView(HousePolicy policy, Cautions shippedCautions, List<VersionView> versions) {}

    record VersionView(int version, Instant from, String by, String reason) {}

    /** @param changes what a technician would meet otherwise, in words */
    record EffectView(String model, List<String> changes) {}

    /**
     * @param policy its version is the one that the change was made on
     * @param reason why, in a few words
     */
    record NewPolicy(@NotNull HousePolicy policy, @NotNull String reason) {}

    @GetMapping("/api/v1/house/policy")
    PolicyView policy() {
        return view();
    }

    /** What a policy would change for each model; nothing is stored. */
    @PostMapping("/api/v1/house/policy/effect")
    List<EffectView> effect(@Valid @RequestBody HousePolicy policy) {
        var now = house.policy();
        return house.publishedCards().stream()
                .map(card ->
                        new EffectView(card.model(), PolicyEffect.of(card.under(now), card.under(policy), now, policy)))
                .filter(effect -> !effect.changes().isEmpty())
                .toList();
    }

    @PostMapping("/api/v1/house/policy")
    @Signed
    @Transactional
    public PolicyView change(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody NewPolicy body, Principal principal) {
        return once.per(key, principal.getName(), PolicyView.class, () -> {
            Refusal.unless(
                    !body.reason().isBlank(),
                    "reason-missing",
                    "reason",
                    "House rules are changed with a reason.",
                    "Say in a few words why.");
            house.change(body.policy(), body.reason().strip(), people.displayName(principal.getName()));
            return view();
        });
    }

    private PolicyView view() {
        return new PolicyView(
                house.policy(),
                Cautions.SHIPPED,
                house.policyVersions().stream()
                        .map(v -> new VersionView(v.version(), v.from(), v.by(), v.reason()))
                        .toList());
    }
}
