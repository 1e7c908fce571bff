package onward.sentry.server.gas;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.equipment.BenchEquipment;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Names the regulator that stays on a cylinder, so that choosing the cylinder chooses its regulator. */
@RestController
class CylinderRegulator {

    private final Shelf shelf;
    private final BenchEquipment equipment;
    private final CylinderController cylinders;
    private final IdempotentRequests once;
    private final People people;

    CylinderRegulator(
            Shelf shelf,
            BenchEquipment equipment,
            CylinderController cylinders,
            IdempotentRequests once,
            People people) {
        this.shelf = shelf;
        this.equipment = equipment;
        this.cylinders = cylinders;
        this.once = once;
        this.people = people;
    }

    /** @param tag of a regulator of the bench; empty: none stays on the cylinder */
    record NamedRegulator(@NotNull @Size(max = 40) String tag) {}

    @PostMapping("/api/v1/cylinders/{tag}/regulator")
    @Transactional
    public CylinderController.CylinderView name(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String tag,
            @Valid @RequestBody NamedRegulator body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                CylinderController.CylinderView.class,
                () -> cylinders.view(shelf.keep(tag, regulator(body.tag()), people.displayName(principal.getName()))));
    }

    private String regulator(String named) {
        if (named.isBlank()) {
            return "";
        }
        var known = equipment.byTag(named);
        Refusal.unless(
                known.regulator().isPresent(),
                "not-a-regulator",
                "tag",
                known.tag() + " is no regulator.",
                "Name a regulator of the bench.");
        return known.tag();
    }
}
