package onward.sentry.server.start;

import java.util.List;
import onward.sentry.server.bench.Gateways;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.SiteProfiles;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The way from an empty site to its first signed run. */
@RestController
class FirstStepsController {

    private final SiteProfiles profiles;
    private final ProcedureLibrary library;
    private final People people;
    private final Shelf shelf;
    private final Fleet fleet;
    private final Gateways gateways;
    private final Runs runs;

    FirstStepsController(
            SiteProfiles profiles,
            ProcedureLibrary library,
            People people,
            Shelf shelf,
            Fleet fleet,
            Gateways gateways,
            Runs runs) {
        this.profiles = profiles;
        this.library = library;
        this.people = people;
        this.shelf = shelf;
        this.fleet = fleet;
        this.gateways = gateways;
        this.runs = runs;
    }

    /** In the order in which they are done. */
    enum FirstStep {
        /** The site has a name, and its time zone was looked at. */
        SITE,
        /** Somebody who works at the bench, beside the administrator. */
        PEOPLE,
        /** A card of the site's own, or a detector of a model that ships. */
        MODELS,
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
        boolean detectors = !fleet.inUse().isEmpty();
        return new FirstStepsView(List.of(
                new StepDone(FirstStep.SITE, profiles.profile().isPresent()),
                new StepDone(FirstStep.PEOPLE, !people.workers().isEmpty()),
                new StepDone(FirstStep.MODELS, detectors || library.hasOwnCard()),
                new StepDone(FirstStep.CYLINDERS, !shelf.all().isEmpty()),
                new StepDone(FirstStep.DETECTORS, detectors),
                new StepDone(FirstStep.GATEWAYS, !gateways.listed().isEmpty()),
                new StepDone(FirstStep.FIRST_RUN, false)));
    }
}
