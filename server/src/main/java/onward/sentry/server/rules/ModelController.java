package onward.sentry.server.rules;

import java.security.Principal;
import java.util.List;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.server.people.People;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The models that there is a card for. */
@RestController
class ModelController {

    private final ProcedureLibrary library;
    private final HiddenModels hidden;
    private final People people;

    ModelController(ProcedureLibrary library, HiddenModels hidden, People people) {
        this.library = library;
        this.hidden = hidden;
        this.people = people;
    }

    record ModelView(String model, int cardVersion, List<SlotView> slots) {}

    record SlotView(int slot, String gas, String formula, String technology, String unit, double rangeMax) {
        static SlotView of(SensorSpec spec) {
            return new SlotView(
                    spec.slot(),
                    spec.gas().name(),
                    spec.gas().formula(),
                    spec.technology().label(),
                    spec.unit().symbol(),
                    spec.rangeMax());
        }
    }

    /** From now on the model is not offered where a detector is registered. */
    @PutMapping("/api/v1/models/{model}/hidden")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void hide(@PathVariable String model, Principal principal) {
        hidden.hide(model, people.displayName(principal.getName()));
    }

    @DeleteMapping("/api/v1/models/{model}/hidden")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void show(@PathVariable String model, Principal principal) {
        hidden.show(model, people.displayName(principal.getName()));
    }

    /** Those that are not hidden. */
    @GetMapping("/api/v1/models")
    List<ModelView> models() {
        var left = hidden.all();
        return library.latestCards().stream()
                .filter(card -> !left.contains(card.model()))
                .map(ModelController::view)
                .toList();
    }

    private static ModelView view(ProcedureCard card) {
        return new ModelView(
                card.model(),
                card.version(),
                card.sensors().stream().map(SlotView::of).toList());
    }
}
