package onward.sentry.server.gas;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import onward.sentry.core.shelf.Comparison;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A new cylinder is compared with the outgoing one. */
@RestController
class ComparisonController {

    private final Comparisons comparisons;
    private final IdempotentRequests once;
    private final People people;

    ComparisonController(Comparisons comparisons, IdempotentRequests once, People people) {
        this.comparisons = comparisons;
        this.once = once;
        this.people = people;
    }

    /** @param outgoing what the label of the outgoing one says, in the sensor's unit; {@code incoming} of the new one */
    record ToRead(int slot, String formula, String gas, String unit, String outgoing, String incoming) {
        static ToRead of(Comparison.Shared shared) {
            var sensor = shared.sensor();
            return new ToRead(
                    sensor.slot(),
                    sensor.gas().formula(),
                    sensor.gas().name(),
                    sensor.unit().symbol(),
                    sensor.shown(shared.outgoing()),
                    sensor.shown(shared.incoming()));
        }
    }

    /** @param readings by slot */
    record Compare(
            @NotBlank String outgoing,
            @NotBlank String detector,
            @NotNull Map<Integer, Comparison.Pair> readings) {}

    /** What a detector would have to read on both cylinders. */
    @GetMapping("/api/v1/cylinders/{tag}/comparison")
    List<ToRead> toRead(@PathVariable String tag, @RequestParam String outgoing, @RequestParam String detector) {
        return comparisons.shared(tag, outgoing, detector).stream()
                .map(ToRead::of)
                .toList();
    }

    @PostMapping("/api/v1/cylinders/{tag}/comparison")
    @Transactional
    public Comparisons.Made compare(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String tag,
            @Valid @RequestBody Compare body,
            Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                Comparisons.Made.class,
                () -> comparisons.compare(
                        tag,
                        body.outgoing(),
                        body.detector(),
                        body.readings(),
                        people.displayName(principal.getName())));
    }
}
