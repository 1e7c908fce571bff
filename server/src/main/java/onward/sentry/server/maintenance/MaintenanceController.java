package onward.sentry.server.maintenance;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import onward.sentry.core.card.MaintenanceKind;
import onward.sentry.core.maintenance.PartStock;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.maintenance.Maintenance.Worked;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Maintenance jobs and spare parts. */
@RestController
class MaintenanceController {

    private final Maintenance maintenance;
    private final PartStocks stocks;
    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final People people;
    private final IdempotentRequests once;

    MaintenanceController(
            Maintenance maintenance,
            PartStocks stocks,
            Fleet fleet,
            ProcedureLibrary library,
            SitePolicies policies,
            People people,
            IdempotentRequests once) {
        this.maintenance = maintenance;
        this.stocks = stocks;
        this.fleet = fleet;
        this.library = library;
        this.policies = policies;
        this.people = people;
        this.once = once;
    }

    /** @param open id of the job of this kind that is open; empty: none is */
    record OfferedMaintenance(MaintenanceKind kind, String title, int steps, Optional<UUID> open) {}

    /** @param jobs finished, stopped and open ones, the newest first */
    record MaintenanceOf(List<OfferedMaintenance> offered, List<MaintenanceView> jobs) {}

    record StartMaintenance(@NotNull MaintenanceKind kind, Optional<Integer> slot, Optional<String> newSerial) {}

    record ConfirmMaintenance(int step, Optional<Double> value, Optional<Boolean> answer) {}

    /** @param parts that were used, by name; empty: those of the card */
    record FinishMaintenance(@NotNull String remark, Optional<Map<String, Integer>> parts) {}

    record StopMaintenance(@NotNull String reason) {}

    /** @param low it is time to order more */
    record PartStockView(String name, int count, int reorderAt, boolean low) {}

    record PartStockList(List<PartStockView> parts) {}

    record PartStockBody(@NotNull String name, int count, int reorderAt) {}

    @GetMapping("/api/v1/detectors/{serial}/maintenance")
    @Transactional(readOnly = true)
    public MaintenanceOf of(@PathVariable String serial) {
        var detector = fleet.bySerial(serial);
        var card = library.latestCard(detector.model());
        var jobs = maintenance.of(detector.id());
        return new MaintenanceOf(
                Arrays.stream(MaintenanceKind.values())
                        .flatMap(kind -> card.maintenance(kind).stream())
                        .map(procedure -> new OfferedMaintenance(
                                procedure.kind(),
                                procedure.kind().label(),
                                procedure.steps().size(),
                                jobs.stream()
                                        .filter(one -> one.job().isOpen()
                                                && one.entity().kind() == procedure.kind())
                                        .map(one -> one.entity().id())
                                        .findFirst()))
                        .toList(),
                jobs.stream().map(this::view).toList());
    }

    @PostMapping("/api/v1/detectors/{serial}/maintenance")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public MaintenanceView start(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody StartMaintenance body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                MaintenanceView.class,
                () -> view(maintenance.start(
                        serial, body.kind(), body.slot(), body.newSerial().orElse(""), by(principal))));
    }

    @GetMapping("/api/v1/maintenance/{id}")
    @Transactional(readOnly = true)
    public MaintenanceView job(@PathVariable UUID id) {
        return view(maintenance.byId(id));
    }

    @PostMapping("/api/v1/maintenance/{id}/steps")
    @Transactional
    public MaintenanceView confirm(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable UUID id,
            @Valid @RequestBody ConfirmMaintenance body,
            Principal principal) {
        var value = body.value().map(OptionalDouble::of).orElseGet(OptionalDouble::empty);
        return once.execute(
                key,
                principal.getName(),
                MaintenanceView.class,
                () -> view(maintenance.confirm(id, body.step(), value, body.answer(), by(principal))));
    }

    @PostMapping("/api/v1/maintenance/{id}/end")
    @Transactional
    public MaintenanceView finish(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable UUID id,
            @Valid @RequestBody FinishMaintenance body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                MaintenanceView.class,
                () -> view(maintenance.finish(id, body.remark(), body.parts(), by(principal))));
    }

    @PostMapping("/api/v1/maintenance/{id}/stop")
    @Transactional
    public MaintenanceView stop(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable UUID id,
            @Valid @RequestBody StopMaintenance body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                MaintenanceView.class,
                () -> view(maintenance.stop(id, body.reason(), by(principal))));
    }

    @GetMapping("/api/v1/part-stock")
    PartStockList parts() {
        return views();
    }

    /** The count of a part as somebody has counted it, and when more are ordered. */
    @PutMapping("/api/v1/part-stock")
    @Transactional
    public PartStockList set(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody PartStockBody body, Principal principal) {
        return once.execute(key, principal.getName(), PartStockList.class, () -> {
            stocks.set(new PartStock(body.name(), body.count(), body.reorderAt()), by(principal));
            return views();
        });
    }

    private PartStockList views() {
        return new PartStockList(stocks.all().stream()
                .map(one -> new PartStockView(one.name(), one.count(), one.reorderAt(), one.isLow()))
                .toList());
    }

    private MaintenanceView view(Worked worked) {
        return MaintenanceView.of(
                worked, fleet.byId(worked.entity().detectorId()).serial(), stocks.byName(), policies.units());
    }

    private String by(Principal principal) {
        return people.displayName(principal.getName());
    }
}
