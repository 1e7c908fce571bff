package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.core.detector.DetectorDetails;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.fleet.DetectorController.DetectorRow;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.Ledger;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Asset tag, crew, location and notes of a detector. */
@RestController
class DetailsController {

    private final Fleet fleet;
    private final Ledger ledger;
    private final People people;
    private final IdempotentRequests once;

    DetailsController(Fleet fleet, Ledger ledger, People people, IdempotentRequests once) {
        this.fleet = fleet;
        this.ledger = ledger;
        this.people = people;
        this.once = once;
    }

    /** @param before what the person saw when they began to edit, so that nobody's change is overwritten unseen */
    record DetailsBody(
            @NotNull DetectorDetails details, @NotNull DetectorDetails before) {}

    @PutMapping("/api/v1/detectors/{serial}/details")
    @Transactional
    public DetectorRow change(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody DetailsBody body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                DetectorRow.class,
                () -> DetectorRow.of(change(serial, body, people.displayName(principal.getName()))));
    }

    private Fleet.RegisteredDetector change(String serial, DetailsBody body, String by) {
        var id = fleet.entity(serial).id();
        fleet.lock(List.of(id));
        var detector = fleet.entity(id);
        var now = detector.details();
        Refusal.unless(
                now.equals(body.before()),
                "changed-meanwhile",
                "before",
                "Somebody else changed the details of " + detector.serial() + " meanwhile.",
                "Look at the details as they are now, and make your change again.");
        detector.describe(body.details().checked());
        ledger.append(LedgerKind.DETECTOR_EDITED, by, entry(detector.serial(), now, body.details()));
        return fleet.known(detector);
    }

    private static Map<String, Object> entry(String serial, DetectorDetails before, DetectorDetails after) {
        var entry = new LinkedHashMap<String, Object>();
        entry.put("detector", serial);
        put(entry, "assetTag", before.assetTag(), after.assetTag());
        put(entry, "crew", before.crew(), after.crew());
        put(entry, "location", before.location(), after.location());
        put(entry, "notes", before.notes(), after.notes());
        return entry;
    }

    private static void put(Map<String, Object> entry, String name, String before, String after) {
        if (!before.equals(after)) {
            entry.put(name, Map.of("before", before, "after", after));
        }
    }
}
