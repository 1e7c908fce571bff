package onward.sentry.server.start;

import java.util.List;
import onward.sentry.server.bench.Gateways;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.people.People;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The way from an empty site to its first signed run. */
@RestController
class FirstStepsController {

    private final People people;
    private final Shelf shelf;
    private final Fleet fleet;
    private final Gateways gateways;
    private final Runs runs;

    FirstStepsController(People people, Shelf shelf, Fleet fleet, Gateways gateways, Runs runs) {
        this.people = people;
        this.shelf = shelf;
        this.fleet = fleet;
        this.gateways = gateways;
        this.runs = runs;
    }

    /** In the order in which they are done. */
    enum FirstStep {
        /** Somebody who works at the bench, beside the administrator. */
        PEOPLE,
        CYLINDERS,
        DETECTORS,
        /** May be left out: readings can be typed. */
        GATEWAYS,
        FIRST_RUN
    }

    record StepDone(FirstStep step, boolean done) {}

    /** @param steps none once a run was signed */
    record FirstStepsView(List<StepDone> steps) {}

    @GetMapping("/api/v1/first-steps")
    @Transactional(readOnly = true)
    public FirstStepsView steps() {
        if (runs.wasOneSigned()) {
            return new FirstStepsView(List.of());
        }
        return new FirstStepsView(List.of(
                new StepDone(FirstStep.PEOPLE, !people.workers().isEmpty()),
                new StepDone(FirstStep.CYLINDERS, !shelf.all().isEmpty()),
                new StepDone(FirstStep.DETECTORS, !fleet.inUse().isEmpty()),
                new StepDone(FirstStep.GATEWAYS, !gateways.listed().isEmpty()),
                new StepDone(FirstStep.FIRST_RUN, false)));
    }
}
