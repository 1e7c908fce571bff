package onward.sentry.server.bench;

import java.util.Optional;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.working.Refused;
import onward.sentry.server.equipment.BenchEquipment;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;

/**
 * Connects a cylinder of a run again where the next application takes the same gas, so that nobody chooses it twice. It is looked
 * at as at a first choice: a recall, its reserve or a neighbour that uses it leave the choice to the technician. Whoever works
 * on several detectors is asked each time, for the cylinder may hang on another one.
 */
@Component
public class Reconnections {

    private final Runs runs;
    private final RunRepository rows;
    private final RunCache cache;
    private final Shelf shelf;
    private final BenchEquipment equipment;
    private final Site site;

    Reconnections(Runs runs, RunRepository rows, RunCache cache, Shelf shelf, BenchEquipment equipment, Site site) {
        this.runs = runs;
        this.rows = rows;
        this.cache = cache;
        this.shelf = shelf;
        this.equipment = equipment;
        this.site = site;
    }

    /**
     * Called after a change of the run was committed: it takes the locks of a command.
     *
     * @return whether a cylinder was connected
     */
    public boolean reconnect(RunEntity run) {
        if (run.asksFor() != NextAction.Kind.CHOOSE_CYLINDER
                || run.manifold().isPresent()
                || rows.countByTechnicianAndPhaseIn(run.technician(), Runs.UNFINISHED) > 1) {
            return false;
        }
        return cache.look(run, live -> live.reconnectable())
                .filter(before -> connected(run, before))
                .isPresent();
    }

    private boolean connected(RunEntity run, RunEvent.CylinderChosen before) {
        try {
            var command = new RunCommand.ChooseCylinder(
                    cache.look(run, live -> live.state().step()),
                    before.cylinderId(),
                    shelf.byTag(before.cylinderId()).cylinder(),
                    site.today(),
                    before.setPointsChanged(),
                    before.rig().map(equipment::withRegisteredEquipment),
                    before.familyAccepted());
            runs.command(run.id(), "reconnect:" + run.lastSeq(), command, Optional.empty(), run.technician(), false);
            return true;
        } catch (Refused refused) {
            return false;
        }
    }
}
