package onward.sentry.server.equipment;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.rig.Equipment;
import onward.sentry.core.rig.Regulator;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.Site;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class EquipmentController {

    private final BenchEquipment equipment;
    private final IdempotentRequests once;
    private final People people;
    private final Site site;

    EquipmentController(BenchEquipment equipment, IdempotentRequests once, People people, Site site) {
        this.equipment = equipment;
        this.once = once;
        this.people = people;
        this.site = site;
    }

    /**
     * @param regulator as it really gives, with the flow that was measured last
     * @param stampedFlow L/min; empty where it has none of its own
     */
    record EquipmentView(
            String tag,
            Equipment.Kind kind,
            String kindWord,
            Optional<Regulator> regulator,
            OptionalDouble stampedFlow,
            int intervalMonths,
            Optional<LocalDate> lastChecked,
            OptionalDouble measured,
            LocalDate dueOn,
            Equipment.CheckStatus standing,
            String standingWord) {}

    record NewEquipment(
            @NotBlank String tag,
            @NotNull Equipment.Kind kind,
            Optional<Regulator.Kind> regulator,
            Optional<Double> flow,
            Optional<String> family,
            int intervalMonths) {

        Equipment toCore() {
            return new Equipment(
                    tag.strip(),
                    kind,
                    regulator.map(type -> new Regulator(type, flow.orElse(0.0), family.orElse(""))),
                    intervalMonths,
                    Optional.empty());
        }
    }

    /** @param measured flow of a regulator, L/min @param well of anything else */
    record NewCheck(
            @NotNull LocalDate on,
            Optional<Double> measured,
            boolean well,
            @NotNull String remark) {}

    /** What must be seen to first on top. */
    @GetMapping("/api/v1/equipment")
    List<EquipmentView> all() {
        return equipment.all().stream()
                .map(this::view)
                .sorted(Comparator.comparing(EquipmentView::standing)
                        .reversed()
                        .thenComparing(EquipmentView::dueOn)
                        .thenComparing(EquipmentView::tag))
                .toList();
    }

    @PostMapping("/api/v1/equipment")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public EquipmentView register(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody NewEquipment body, Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                EquipmentView.class,
                () -> view(equipment.register(body.toCore(), people.displayName(principal.getName()))));
    }

    @PostMapping("/api/v1/equipment/{tag}/checks")
    @Transactional
    public EquipmentView check(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String tag,
            @Valid @RequestBody NewCheck body,
            Principal principal) {
        var measured = body.measured().map(OptionalDouble::of).orElseGet(OptionalDouble::empty);
        return once.execute(
                key,
                principal.getName(),
                EquipmentView.class,
                () -> view(equipment.check(
                        tag,
                        body.on(),
                        measured,
                        body.well(),
                        body.remark(),
                        people.displayName(principal.getName()))));
    }

    record EquipmentRetirement(@NotNull String reason) {}

    @PostMapping("/api/v1/equipment/{tag}/retirement")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void retire(@PathVariable String tag, @Valid @RequestBody EquipmentRetirement body, Principal principal) {
        equipment.retire(tag, body.reason(), people.displayName(principal.getName()));
    }

    private EquipmentView view(Equipment one) {
        var standing = one.standing(site.today());
        return new EquipmentView(
                one.tag(),
                one.kind(),
                one.kind().label(),
                one.asMeasured(site.today()),
                one.regulator()
                        .map(Regulator::litresPerMinute)
                        .filter(flow -> flow > 0)
                        .map(OptionalDouble::of)
                        .orElseGet(OptionalDouble::empty),
                one.intervalMonths(),
                one.last().map(Equipment.Check::on),
                one.last().map(Equipment.Check::measured).orElseGet(OptionalDouble::empty),
                one.dueOn(site.today()),
                standing,
                standing.label());
    }
}
