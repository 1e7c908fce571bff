package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.schedule.TriggerCause;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.fleet.FleetList.Share;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

@RestController
class DetectorController {

    private static final int MOST_ROWS = 200;

    private final Fleet fleet;
    private final FleetList list;
    private final StateKeeper states;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final People people;
    private final IdempotentRequests once;
    private final Site site;
    private final JsonMapper json;

    DetectorController(
            Fleet fleet,
            FleetList list,
            StateKeeper states,
            ProcedureLibrary library,
            SitePolicies policies,
            People people,
            IdempotentRequests once,
            Site site,
            JsonMapper json) {
        this.fleet = fleet;
        this.list = list;
        this.states = states;
        this.library = library;
        this.policies = policies;
        this.people = people;
        this.once = once;
        this.site = site;
        this.json = json;
    }

    record DetectorRow(
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            DetectorState state,
            boolean usable,
            String reason,
            LocalDate dueOn,
            Optional<LocalDate> lastRunOn,
            Optional<Strip> lastStrip) {

        static DetectorRow of(FleetList.Line line) {
            return new DetectorRow(
                    line.serial(),
                    line.assetTag(),
                    line.model(),
                    line.crew(),
                    line.location(),
                    line.state(),
                    line.usable(),
                    line.reason(),
                    line.dueOn(),
                    line.lastRunOn(),
                    line.lastStrip().map(Strip::decode));
        }

        static DetectorRow of(Fleet.RegisteredDetector d) {
            return new DetectorRow(
                    d.serial(),
                    d.assetTag(),
                    d.model(),
                    d.crew(),
                    d.location(),
                    d.state(),
                    d.usable(),
                    d.reason(),
                    d.dueOn(),
                    d.lastRunOn(),
                    d.lastStrip().map(Strip::decode));
        }
    }

    /** @param fittedOn empty: not known */
    record FittedView(
            int slot,
            String gas,
            String formula,
            String technology,
            String serial,
            Optional<LocalDate> fittedOn,
            Optional<LocalDate> lastGoodOn,
            Optional<LocalDate> dueOn,
            Optional<Derivation> dueWorking,
            Optional<Verdict> lastVerdict,
            Optional<LocalDate> removedOn) {}

    /** @param runId of the run that placed it; empty: a person placed it by hand */
    record HoldView(
            String reason,
            String runId,
            Instant placedAt,
            String placedBy,
            Optional<Instant> releasedAt,
            Optional<String> releasedBy,
            Optional<String> releaseRemark) {}

    record DetectorView(
            DetectorRow detector,
            String notes,
            Derivation dueWorking,
            List<FittedView> sensors,
            List<FittedView> removed,
            List<HoldView> holds) {}

    record NewSensorBody(
            int slot, @NotBlank String serial, @NotNull LocalDate fittedOn) {
        Fleet.NewSensor toNew() {
            return new Fleet.NewSensor(slot, serial, fittedOn);
        }
    }

    record NewDetector(
            @NotBlank String serial,
            @NotNull String assetTag,
            @NotBlank String model,
            @NotNull String crew,
            @NotNull String location,
            @NotEmpty @Valid List<NewSensorBody> sensors) {}

    record Release(@NotNull String remark) {}

    /** @param cause what was seen to happen */
    record SeenBody(@NotNull TriggerCause cause, @NotNull String remark) {}

    record CauseView(TriggerCause cause, String label, String explanation) {}

    /** What may be seen to happen to a detector that makes it due at once. */
    @GetMapping("/api/v1/trigger-causes")
    List<CauseView> causes() {
        return Arrays.stream(TriggerCause.values())
                .map(cause -> new CauseView(cause, cause.label(), cause.explanation()))
                .toList();
    }

    @PostMapping("/api/v1/detectors/{serial}/triggers")
    @Transactional
    public DetectorRow seen(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody SeenBody body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                DetectorRow.class,
                () -> DetectorRow.of(
                        fleet.seen(serial, body.cause(), body.remark(), people.displayName(principal.getName()))));
    }

    /**
     * A page of the fleet.
     *
     * @param matching how many fit in all
     * @param states how many of each state fit, were the state not chosen; models and crews alike
     */
    record FleetPage(
            List<DetectorRow> rows, long matching, List<Share> states, List<Share> models, List<Share> crews) {}

    /** @param limit rows of the page, 1 to 200 */
    @GetMapping("/api/v1/detectors")
    FleetPage detectors(
            @RequestParam(defaultValue = "") String find,
            @RequestParam Optional<DetectorState> state,
            @RequestParam(defaultValue = "") String model,
            @RequestParam(defaultValue = "") String crew,
            @RequestParam(defaultValue = "SERIAL") FleetList.Order order,
            @RequestParam(defaultValue = "0") int from,
            @RequestParam(defaultValue = "100") int limit) {
        Refusal.unless(
                from >= 0 && limit >= 1 && limit <= MOST_ROWS,
                "page",
                "limit",
                "A page begins at 0 or later and has 1 to " + MOST_ROWS + " rows, not " + limit + ".",
                "Ask for the next page where one is not enough.");
        var filter = new FleetList.Filter(find, state, model, crew);
        var shares = list.shares(filter);
        var states = shares.get(FleetList.Column.STATE);
        return new FleetPage(
                list.page(filter, order, from, limit).stream()
                        .map(DetectorRow::of)
                        .toList(),
                states.stream()
                        .filter(share -> state.map(word -> word.name().equals(share.name()))
                                .orElse(true))
                        .mapToLong(Share::detectors)
                        .sum(),
                states,
                shares.get(FleetList.Column.MODEL),
                shares.get(FleetList.Column.CREW));
    }

    @GetMapping("/api/v1/detectors/{serial}")
    @Transactional(readOnly = true)
    public DetectorView detector(@PathVariable String serial) {
        var known = fleet.bySerial(serial);
        var entity = fleet.entity(serial);
        var holds = fleet.holdsOf(entity).stream()
                .map(h -> new HoldView(
                        h.reason(),
                        Optional.ofNullable(h.runId()).map(Object::toString).orElse(""),
                        h.placedAt(),
                        h.placedBy(),
                        h.releasedAt(),
                        h.releasedBy(),
                        h.releaseRemark()))
                .toList();
        return new DetectorView(
                DetectorRow.of(known),
                entity.details().notes(),
                states.today(entity).due().working(),
                entity.fitted().stream().map(s -> fittedView(entity, s)).toList(),
                entity.allSensors().stream()
                        .filter(s -> !s.isFitted())
                        .map(s -> fittedView(entity, s))
                        .toList(),
                holds);
    }

    private FittedView fittedView(DetectorEntity detector, SensorEntity sensor) {
        var card = library.latestCard(detector.model());
        var spec = card.sensor(sensor.slot());
        var due = sensor.isFitted()
                ? Optional.of(sensor.dates().due(states.interval(detector)))
                : Optional.<onward.sentry.core.schedule.DueDate>empty();
        return new FittedView(
                sensor.slot(),
                spec.gas().name(),
                spec.gas().formula(),
                spec.technology().label(),
                sensor.serial(),
                Optional.of(sensor.fittedOn()).filter(day -> sensor.fittedKnown()),
                sensor.lastGoodOn(),
                due.map(d -> d.date()),
                due.map(d -> d.working()),
                sensor.lastVerdict(),
                sensor.removedOn());
    }

    @PostMapping("/api/v1/detectors")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public DetectorRow register(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody NewDetector body, Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                DetectorRow.class,
                () -> DetectorRow.of(fleet.register(
                        body.serial(),
                        body.assetTag(),
                        body.model(),
                        body.crew(),
                        body.location(),
                        body.sensors().stream().map(NewSensorBody::toNew).toList(),
                        people.displayName(principal.getName()))));
    }

    /** The tag to hang on a detector that is on hold. */
    @GetMapping(path = "/api/v1/detectors/{serial}/hold-tag", produces = MediaType.APPLICATION_PDF_VALUE)
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> holdTag(@PathVariable String serial) {
        var detector = fleet.entity(serial);
        var hold = fleet.holdsOf(detector).stream()
                .filter(h -> h.releasedAt().isEmpty())
                .findFirst()
                .orElseThrow(() -> new NotFound("A hold of " + serial));
        var dates = policies.units().dates();
        var tag = new HoldTag(
                detector.serial(),
                detector.assetTag(),
                detector.model(),
                detector.crew(),
                dates.inText(hold.reason()),
                dates.day(LocalDate.ofInstant(hold.placedAt(), site.zone())) + ", " + hold.placedBy());
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename("hold-" + detector.serial().replace('/', '-') + ".pdf")
                                .build()
                                .toString())
                .body(tag.pdf());
    }

    @PostMapping("/api/v1/detectors/{serial}/release")
    @Signed
    @Transactional
    public DetectorRow release(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody Release body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                DetectorRow.class,
                () -> DetectorRow.of(fleet.release(serial, body.remark(), people.displayName(principal.getName()))));
    }
}
