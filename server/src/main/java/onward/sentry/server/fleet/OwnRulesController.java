package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.DayOfWeek;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.measure.GasJudge;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.schedule.IntervalRule.MonthDay;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** The rules of one detector: what its card and the site rules say, and what is set for it alone. */
@RestController
class OwnRulesController {

    private static final int LONGEST_MONTH = 31;

    private final Fleet fleet;
    private final OwnRules own;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final People people;
    private final IdempotentRequests once;

    OwnRulesController(
            Fleet fleet,
            OwnRules own,
            ProcedureLibrary library,
            SitePolicies policies,
            People people,
            IdempotentRequests once) {
        this.fleet = fleet;
        this.own = own;
        this.library = library;
        this.policies = policies;
        this.people = people;
        this.once = once;
    }

    /**
     * How far a check may be off.
     *
     * @param own set for this one detector; empty: card and policy say
     * @param says what the figure comes from
     */
    record ToleranceView(double percent, OptionalDouble own, String says) {}

    /**
     * How long a good calibration lasts.
     *
     * @param card what its card says, in words
     * @param own what is set for this one detector, in words; the earlier day counts
     */
    record IntervalView(String card, Optional<String> own) {}

    record RulesView(ToleranceView tolerance, IntervalView interval) {}

    /** @param percent 5, 10 or 15; empty: card and policy say */
    record OwnTolerance(OptionalDouble percent, @NotNull String reason) {
        OwnTolerance {
            percent = percent == null ? OptionalDouble.empty() : percent;
        }
    }

    /** The forms that an own interval can take. */
    enum Form {
        BY_CARD,
        DAYS,
        MONTHS,
        FOLLOWING_MONTH,
        NEXT_MONTH_DAY
    }

    /**
     * @param number of days or months; for {@code NEXT_MONTH_DAY} how many days it is at least away
     * @param nth which such weekday of the month: 1 to 4, 5 for the last
     */
    record OwnInterval(
            @NotNull Form form,
            Optional<Integer> number,
            Optional<Integer> nth,
            Optional<DayOfWeek> weekday,
            @NotNull String reason) {

        Optional<IntervalRule> rule() {
            int n = number.orElse(0);
            return switch (form) {
                case BY_CARD -> Optional.empty();
                case DAYS -> Optional.of(new IntervalRule.EveryDays(n));
                case MONTHS -> Optional.of(new IntervalRule.EveryMonths(n, Math.max(1, n * LONGEST_MONTH)));
                case FOLLOWING_MONTH -> Optional.of(new IntervalRule.FollowingMonth(day()));
                case NEXT_MONTH_DAY -> Optional.of(new IntervalRule.NextMonthDay(day(), n));
            };
        }

        private MonthDay day() {
            return new MonthDay(nth.orElse(0), weekday.orElse(DayOfWeek.THURSDAY));
        }
    }

    @GetMapping("/api/v1/detectors/{serial}/rules")
    @Transactional(readOnly = true)
    public RulesView rules(@PathVariable String serial) {
        return rules(fleet.bySerial(serial));
    }

    @PostMapping("/api/v1/detectors/{serial}/tolerance")
    @Transactional
    public RulesView setTolerance(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody OwnTolerance body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                RulesView.class,
                () -> rules(own.setTolerance(
                        serial, body.percent(), body.reason(), people.displayName(principal.getName()))));
    }

    @PostMapping("/api/v1/detectors/{serial}/interval")
    @Transactional
    public RulesView setInterval(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody OwnInterval body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                RulesView.class,
                () -> rules(
                        own.setInterval(serial, body.rule(), body.reason(), people.displayName(principal.getName()))));
    }

    private RulesView rules(Fleet.RegisteredDetector detector) {
        var card = library.latestCard(detector.model());
        var judge = new GasJudge(card, policies.policy(), detector.tolerancePercent());
        return new RulesView(
                new ToleranceView(judge.tolerancePercent(), detector.tolerancePercent(), judge.toleranceSource()),
                new IntervalView(card.interval().words(), detector.ownInterval().map(IntervalRule::words)));
    }
}
