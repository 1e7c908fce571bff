package onward.sentry.server.health;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.ToLongFunction;
import onward.sentry.core.health.IntervalReview;
import onward.sentry.core.health.IntervalReview.Proposal;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Interval review: whether the interval of each model is right, and the decisions of leads. */
@RestController
class IntervalController {

    private final Findings findings;
    private final ProcedureLibrary library;
    private final People people;
    private final IdempotentRequests once;
    private final Ledger ledger;
    private final Site site;
    private final JdbcClient jdbc;

    IntervalController(
            Findings findings,
            ProcedureLibrary library,
            People people,
            IdempotentRequests once,
            Ledger ledger,
            Site site,
            JdbcClient jdbc) {
        this.findings = findings;
        this.library = library;
        this.people = people;
        this.once = once;
        this.ledger = ledger;
        this.site = site;
        this.jdbc = jdbc;
    }

    /** @param lowPercent and {@code highPercent}: where the true share in tolerance lies, at 95 % */
    record ReviewRow(
            String gas,
            long inTolerance,
            long all,
            double lowPercent,
            double highPercent,
            Proposal proposal,
            String says,
            Optional<Double> driftMedian,
            Optional<Double> driftMostly,
            Derivation working) {}

    record DecisionView(Proposal proposal, boolean accepted, String reason, Instant at, String by) {}

    /**
     * A model.
     *
     * @param next the interval that is proposed, in words; empty where there is none to take
     * @param answered the decision on this proposal with these findings; empty: it is open
     */
    record ModelReview(
            String model,
            String interval,
            Proposal proposal,
            String says,
            Optional<String> next,
            List<ReviewRow> sensors,
            Optional<DecisionView> answered) {}

    record Decide(
            @NotBlank String model, boolean accept, @NotNull String reason) {}

    @GetMapping("/api/v1/interval-reviews")
    @Transactional(readOnly = true)
    public List<ModelReview> reviews() {
        return findings.byModel().entrySet().stream()
                .map(entry -> review(entry.getKey(), entry.getValue()))
                .sorted(Comparator.comparing(ModelReview::model))
                .toList();
    }

    private ModelReview review(String model, List<Findings.Found> found) {
        var card = library.latestCard(model);
        var rows = found.stream()
                .map(one -> row(card.sensor(one.slot()).gas().formula(), one))
                .toList();
        var together = together(found);
        var next = IntervalReview.step(card.interval(), together).map(IntervalRule::words);
        return new ModelReview(
                model,
                card.interval().words(),
                together,
                together == Proposal.LENGTHEN && next.isEmpty()
                        ? "it might be lengthened, but its cap holds"
                        : together.label(),
                next,
                rows,
                answered(model, together, sum(found, Findings.Found::inTolerance), sum(found, Findings.Found::all)));
    }

    private static long sum(List<Findings.Found> found, ToLongFunction<Findings.Found> of) {
        return found.stream().mapToLong(of).sum();
    }

    private static Proposal together(List<Findings.Found> found) {
        return IntervalReview.together(
                found.stream().map(IntervalController::review).toList());
    }

    private static IntervalReview review(Findings.Found one) {
        return IntervalReview.of("slot " + one.slot(), one.inTolerance(), one.all(), one.months());
    }

    private static ReviewRow row(String gas, Findings.Found one) {
        var review = review(one);
        return new ReviewRow(
                gas,
                one.inTolerance(),
                one.all(),
                100 * review.share().low(),
                100 * review.share().high(),
                review.proposal(),
                review.proposal().label(),
                Optional.ofNullable(one.driftMedian()),
                Optional.ofNullable(one.driftMostly()),
                review.working());
    }

    private Optional<DecisionView> answered(String model, Proposal proposal, long inTolerance, long all) {
        return jdbc.sql("select * from interval_decision where model = ? and proposal = ? and in_tolerance = ?"
                        + " and findings = ? order by decided_at desc limit 1")
                .params(model, proposal.name(), inTolerance, all)
                .query((row, n) -> new DecisionView(
                        Proposal.valueOf(row.getString("proposal")),
                        row.getBoolean("accepted"),
                        row.getString("reason"),
                        row.getTimestamp("decided_at").toInstant(),
                        row.getString("decided_by")))
                .optional();
    }

    /** A lead's word on a proposal. What is accepted is changed on the card, where a dry run comes before it counts. */
    @PostMapping("/api/v1/interval-reviews")
    @Transactional
    public ModelReview decide(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody Decide body, Principal principal) {
        return once.execute(key, principal.getName(), ModelReview.class, () -> {
            var found = findings.byModel().getOrDefault(body.model(), List.of());
            var proposal = together(found);
            Refusal.unless(
                    IntervalReview.step(library.latestCard(body.model()).interval(), proposal)
                            .isPresent(),
                    "nothing-proposed",
                    "model",
                    "Nothing is proposed for " + body.model() + ": " + proposal.label() + ".",
                    "Look again when more has been found.");
            Refusal.unless(
                    !body.reason().isBlank(),
                    "reason-missing",
                    "reason",
                    "A decision is given with a reason.",
                    "Say in a few words why.");
            var by = people.displayName(principal.getName());
            jdbc.sql("insert into interval_decision (id, model, proposal, in_tolerance, findings, accepted, reason,"
                            + " decided_at, decided_by) values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                    .params(
                            UUID.randomUUID(),
                            body.model(),
                            proposal.name(),
                            sum(found, Findings.Found::inTolerance),
                            sum(found, Findings.Found::all),
                            body.accept(),
                            body.reason().strip(),
                            site.now().atOffset(ZoneOffset.UTC),
                            by)
                    .update();
            ledger.append(
                    LedgerKind.INTERVAL_DECIDED,
                    by,
                    Map.of(
                            "model",
                            body.model(),
                            "proposal",
                            proposal.label(),
                            "accepted",
                            body.accept(),
                            "reason",
                            body.reason().strip()));
            return review(body.model(), found);
        });
    }
}
