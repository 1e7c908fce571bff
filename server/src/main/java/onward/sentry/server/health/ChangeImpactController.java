package onward.sentry.server.health;

import jakarta.validation.Valid;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.server.fleet.DueUnder;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** How far a change of the site rules would reach into the fleet and back into its history. */
@RestController
class ChangeImpactController {

    private final DueUnder due;
    private final VerdictsUnder verdicts;

    ChangeImpactController(DueUnder due, VerdictsUnder verdicts) {
        this.due = due;
        this.verdicts = verdicts;
    }

    record ReachView(DueUnder.Moved due, VerdictsUnder.Verdicts verdicts) {}

    /** Nothing is stored, and nothing is judged again. */
    @PostMapping("/api/v1/site-rules/impact")
    ReachView reach(@Valid @RequestBody SitePolicy policy) {
        return new ReachView(due.moved(policy), verdicts.otherwise(policy));
    }
}
