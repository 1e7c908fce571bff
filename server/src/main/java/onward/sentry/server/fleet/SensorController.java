package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import onward.sentry.server.fleet.DetectorController.DetectorRow;
import onward.sentry.server.fleet.DetectorController.NewSensorBody;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Sensors of a detector: replaced, and their fitting days corrected. */
@RestController
class SensorController {

    private final SensorChanges changes;
    private final People people;
    private final IdempotentRequests once;

    SensorController(SensorChanges changes, People people, IdempotentRequests once) {
        this.changes = changes;
        this.people = people;
        this.once = once;
    }

    record Replacements(@NotEmpty @Valid List<NewSensorBody> sensors) {}

    record FittingBody(@NotNull LocalDate fittedOn, @NotNull String reason) {}

    @PostMapping("/api/v1/detectors/{serial}/sensor-replacements")
    @Transactional
    public DetectorRow replace(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody Replacements body,
            Principal principal) {
        var fresh = body.sensors().stream().map(NewSensorBody::toNew).toList();
        return once.execute(
                key,
                principal.getName(),
                DetectorRow.class,
                () -> DetectorRow.of(changes.replace(serial, fresh, people.displayName(principal.getName()))));
    }

    @PostMapping("/api/v1/detectors/{serial}/sensors/{slot}/fitting")
    @Transactional
    public DetectorRow correctFitting(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @PathVariable int slot,
            @Valid @RequestBody FittingBody body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                DetectorRow.class,
                () -> DetectorRow.of(changes.correctFitting(
                        serial, slot, body.fittedOn(), body.reason(), people.displayName(principal.getName()))));
    }
}
