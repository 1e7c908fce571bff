package onward.sentry.server.gas;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.shelf.Contents;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One cylinder: what is in it and why, what used it, what rests on it, and what somebody does with it. */
@RestController
class CylinderPageController {

    private static final int MOST_USES = 60;

    private final Shelf shelf;
    private final Recalls recalls;
    private final Comparisons comparisons;
    private final CylinderController cylinders;
    private final SitePolicies policies;
    private final JdbcClient jdbc;
    private final IdempotentRequests once;
    private final People people;

    CylinderPageController(
            Shelf shelf,
            Recalls recalls,
            Comparisons comparisons,
            CylinderController cylinders,
            SitePolicies policies,
            JdbcClient jdbc,
            IdempotentRequests once,
            People people) {
        this.shelf = shelf;
        this.recalls = recalls;
        this.comparisons = comparisons;
        this.cylinders = cylinders;
        this.policies = policies;
        this.jdbc = jdbc;
        this.once = once;
        this.people = people;
    }

    /** @param lost litres that nobody has drawn; below 0: more than can be there */
    record DiscrepancyView(double lost, boolean leak, Derivation working) {}

    record UseView(
            String runId, String serial, String model, Job job, Optional<Verdict> verdict, double litres, Instant at) {}

    record RecallView(
            String id,
            String what,
            String reason,
            Instant at,
            String by,
            Optional<Instant> withdrawnAt,
            Optional<String> withdrawnBy,
            Optional<String> withdrawnReason) {

        static RecallView of(Recalls.Recall recall) {
            return new RecallView(
                    recall.id().toString(),
                    (recall.scope() == Recalls.Scope.LOT ? "lot " : "cylinder ") + recall.named(),
                    recall.reason(),
                    recall.at(),
                    recall.by(),
                    recall.withdrawnAt(),
                    recall.withdrawnBy(),
                    recall.withdrawnReason());
        }
    }

    record RestingView(String serial, String model, String crew, DetectorState state, String runId) {
        static RestingView of(Recalls.Resting resting) {
            return new RestingView(
                    resting.serial(),
                    resting.model(),
                    resting.crew(),
                    resting.state(),
                    resting.runId().toString());
        }
    }

    /**
     * @param stateReason why it is not in use
     * @param course what was in it, at each look and each draw
     * @param discrepancy two looks at the gauge and the runs between them do not agree
     * @param uses the latest runs that drew from it
     * @param resting detectors whose last good check rests on it
     */
    record CylinderPage(
            CylinderController.CylinderView cylinder,
            String stateReason,
            List<Contents.Level> course,
            Optional<DiscrepancyView> discrepancy,
            List<UseView> uses,
            List<RestingView> resting,
            List<Shelf.Change> changes,
            List<RecallView> recalls,
            List<Comparisons.Made> comparisons) {}

    @GetMapping("/api/v1/cylinders/{tag}")
    @Transactional(readOnly = true)
    public CylinderPage page(@PathVariable String tag) {
        var onShelf = shelf.byTag(tag);
        var contents = shelf.contents(onShelf.id());
        return new CylinderPage(
                cylinders.view(onShelf),
                onShelf.stateReason(),
                contents.course(),
                contents.discrepancy(policies.units().pressure())
                        .map(p -> new DiscrepancyView(p.lost(), p.isLeak(), p.working())),
                uses(onShelf.id()),
                recalls.resting(List.of(onShelf)).stream().map(RestingView::of).toList(),
                shelf.changes(onShelf.id()),
                recalls.of(onShelf.id()).stream().map(RecallView::of).toList(),
                comparisons.of(onShelf.id()));
    }

    private List<UseView> uses(UUID cylinderId) {
        return jdbc.sql(
                        "select r.id, d.serial, d.model, r.job, r.verdict, g.litres, g.at from gas_draw g join run r on r.id = g.run_id"
                                + " join detector d on d.id = r.detector_id where g.cylinder_id = ? order by g.at desc limit "
                                + MOST_USES)
                .param(cylinderId)
                .query((row, n) -> new UseView(
                        row.getString("id"),
                        row.getString("serial"),
                        row.getString("model"),
                        Job.valueOf(row.getString("job")),
                        Optional.ofNullable(row.getString("verdict")).map(Verdict::valueOf),
                        row.getDouble("litres"),
                        row.getTimestamp("at").toInstant()))
                .list();
    }

    /** @param celsius of the cylinder; left out when nobody measured it */
    record GaugeSeen(double bar, Optional<Double> celsius) {}

    @PostMapping("/api/v1/cylinders/{tag}/gauge")
    @Transactional
    public CylinderController.CylinderView gauge(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String tag,
            @Valid @RequestBody GaugeSeen body,
            Principal principal) {
        var celsius = body.celsius().map(OptionalDouble::of).orElseGet(OptionalDouble::empty);
        return change(key, principal, by -> shelf.gauge(tag, body.bar(), celsius, by));
    }

    /** @param state where it goes: aside as empty, on hold, or back to the supplier */
    record PutAside(@NotNull CylinderState state, @NotNull String reason) {}

    @PostMapping("/api/v1/cylinders/{tag}/aside")
    @Transactional
    public CylinderController.CylinderView putAside(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String tag,
            @Valid @RequestBody PutAside body,
            Principal principal) {
        Refusal.unless(
                body.state() != CylinderState.IN_USE && body.state() != CylinderState.NEW,
                "cylinder-release",
                "state",
                "Putting a cylinder back in use is a release.",
                "A lead releases it.");
        return change(key, principal, by -> shelf.change(tag, body.state(), body.reason(), by));
    }

    record WithReason(@NotNull String reason) {}

    @PostMapping("/api/v1/cylinders/{tag}/release")
    @Signed
    @Transactional
    public CylinderController.CylinderView release(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String tag,
            @Valid @RequestBody WithReason body,
            Principal principal) {
        return change(key, principal, by -> shelf.change(tag, CylinderState.IN_USE, body.reason(), by));
    }

    private CylinderController.CylinderView change(
            String key, Principal principal, java.util.function.Function<String, Shelf.OnShelf> work) {
        return once.execute(
                key,
                principal.getName(),
                CylinderController.CylinderView.class,
                () -> cylinders.view(work.apply(people.displayName(principal.getName()))));
    }

    /**
     * What a recall would touch.
     *
     * @param runs that rest on the gas, ever
     */
    record RecallPreview(List<String> cylinders, long runs, List<RestingView> detectors) {}

    @GetMapping("/api/v1/recalls/preview")
    @Transactional(readOnly = true)
    public RecallPreview preview(@RequestParam Recalls.Scope scope, @RequestParam String named) {
        var found = recalls.cylinders(scope, named);
        return new RecallPreview(
                found.stream().map(Shelf.OnShelf::tag).toList(),
                recalls.runs(found),
                recalls.resting(found).stream().map(RestingView::of).toList());
    }

    /** @param named the tag of the cylinder, or the lot */
    record NewRecall(
            @NotNull Recalls.Scope scope,
            @NotBlank String named,
            @NotNull String reason) {}

    @PostMapping("/api/v1/recalls")
    @Signed
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public RecallView recall(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody NewRecall body, Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                RecallView.class,
                () -> RecallView.of(recalls.begin(
                        body.scope(), body.named(), body.reason(), people.displayName(principal.getName()))));
    }

    @PostMapping("/api/v1/recalls/{id}/withdrawal")
    @Signed
    @Transactional
    public RecallView withdraw(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable UUID id,
            @Valid @RequestBody WithReason body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                RecallView.class,
                () -> RecallView.of(recalls.withdraw(id, body.reason(), people.displayName(principal.getName()))));
    }
}
