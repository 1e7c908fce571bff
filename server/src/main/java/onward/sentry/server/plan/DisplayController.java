package onward.sentry.server.plan;

import java.util.List;
import onward.sentry.core.shelf.PredictedDisplay;
import onward.sentry.core.working.Derivation;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** What the site's detectors will show on a cylinder, before its gas is turned on. */
@RestController
class DisplayController {

    private final Shelf shelf;
    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final SitePolicies policies;

    DisplayController(Shelf shelf, Fleet fleet, ProcedureLibrary library, SitePolicies policies) {
        this.shelf = shelf;
        this.fleet = fleet;
        this.library = library;
        this.policies = policies;
    }

    /** @param moved other gases of the mix move it by at least one step of the display */
    record SensorDisplay(String formula, String shown, boolean moved, boolean aboveRange, Derivation working) {}

    record ModelDisplay(String model, List<SensorDisplay> sensors) {}

    @GetMapping("/api/v1/cylinders/{tag}/displays")
    @Transactional(readOnly = true)
    public List<ModelDisplay> displays(@PathVariable String tag) {
        var mixture = shelf.byTag(tag).cylinder().mixture();
        return fleet.dueInUse().keySet().stream()
                .map(library::latestCard)
                .map(card -> new ModelDisplay(
                        card.model(),
                        PredictedDisplay.of(card, mixture, policies.policy().figures()).stream()
                                .map(DisplayController::view)
                                .toList()))
                .toList();
    }

    private static SensorDisplay view(PredictedDisplay display) {
        var sensor = display.sensor();
        return new SensorDisplay(
                sensor.gas().formula(),
                sensor.shown(display.shown()),
                display.isMoved(),
                display.shown() > sensor.rangeMax(),
                display.working());
    }
}
