package onward.sentry.server.house;

import java.util.List;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The models that there is a card for. */
@RestController
class ModelController {

    private final House house;

    ModelController(House house) {
        this.house = house;
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

    @GetMapping("/api/v1/models")
    List<ModelView> models() {
        return house.latestCards().stream().map(ModelController::view).toList();
    }

    private static ModelView view(ProcedureCard card) {
        return new ModelView(
                card.model(),
                card.version(),
                card.sensors().stream().map(SlotView::of).toList());
    }
}
