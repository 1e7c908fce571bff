package onward.sentry.server.fleet;

import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** What is set for one detector alone, stricter than its card and the site rules. */
@Component
class OwnRules {

    private final Fleet fleet;
    private final StateKeeper states;
    private final SitePolicies policies;
    private final Ledger ledger;
    private final JsonMapper json;

    OwnRules(Fleet fleet, StateKeeper states, SitePolicies policies, Ledger ledger, JsonMapper json) {
        this.fleet = fleet;
        this.states = states;
        this.policies = policies;
        this.ledger = ledger;
        this.json = json;
    }

    /**
     * Sets how far the checks of this one detector may be off.
     *
     * @param percent stricter than the site rules; empty: its card and the policy say
     */
    @Transactional
    Fleet.RegisteredDetector setTolerance(String serial, OptionalDouble percent, String reason, String by) {
        var policy = policies.policy();
        percent.ifPresent(own -> {
            SitePolicy.checkTolerance(own);
            Refusal.unless(
                    own < policy.tolerancePercent(),
                    "tolerance-looser",
                    "tolerancePercent",
                    policy.name() + " allows ±" + Figures.upTo(policy.tolerancePercent(), 0)
                            + " %; one detector is held to less, not to ±" + Figures.upTo(own, 0) + " %.",
                    "Pick a smaller figure, or let the site rules say.");
        });
        checkReason(reason, "A detector's own tolerance");
        var detector = fleet.entity(serial);
        detector.holdTo(percent);
        ledger.append(
                LedgerKind.TOLERANCE_SET,
                by,
                Map.of(
                        "detector",
                        detector.serial(),
                        "percent",
                        percent.isPresent() ? Figures.upTo(percent.getAsDouble(), 2) : "",
                        "reason",
                        reason.strip()));
        return fleet.known(detector);
    }

    /**
     * Sets how long a good calibration of this one detector lasts; its card's rule stays beside it and the earlier day
     * counts.
     *
     * @param interval empty: its card says
     */
    @Transactional
    Fleet.RegisteredDetector setInterval(String serial, Optional<IntervalRule> interval, String reason, String by) {
        checkReason(reason, "A detector's own interval");
        var detector = fleet.entity(serial);
        detector.overrideInterval(interval.map(json::writeValueAsString));
        states.renew(detector);
        ledger.append(
                LedgerKind.INTERVAL_SET,
                by,
                Map.of(
                        "detector",
                        detector.serial(),
                        "interval",
                        interval.map(IntervalRule::words).orElse(""),
                        "reason",
                        reason.strip()));
        return fleet.known(detector);
    }

    private static void checkReason(String reason, String what) {
        Refusal.unless(
                !reason.isBlank(),
                "reason-missing",
                "reason",
                what + " is set with a reason.",
                "Say in a few words why.");
    }
}
