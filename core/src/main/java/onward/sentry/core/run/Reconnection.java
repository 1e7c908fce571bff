package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.Step;

/**
 * Which cylinder of a run is connected again for the application that comes next: the one that brought gas last, of those that
 * hold every gas of it. Nobody is asked for a cylinder twice that was chosen, and found fit, in the same run.
 *
 * <p>Example: as found on HM-01 and on IB-01, then a zero; the span of carbon monoxide returns HM-01.
 */
record Reconnection(RunState state) {

    /**
     * The cylinder with what was declared when it was chosen.
     *
     * @return empty where no application waits for a cylinder, where this application has asked for one before (a choice that
     *     was undone, another try, gas that ended early), and where none that was on serves it
     */
    Optional<RunEvent.CylinderChosen> cylinder() {
        if (!(state.currentStep().orElse(null) instanceof Step.ApplyGas gas)
                || state.cylinder().isPresent()
                || state.gasIsOn()
                || state.tries() > 1
                || state.awaitsTry()
                || wasAsked()) {
            return Optional.empty();
        }
        return wereOn().stream()
                .filter(chosen -> state.serves(chosen.cylinder().mixture(), gas))
                .reduce((earlier, later) -> later);
    }

    private boolean wasAsked() {
        return state.events().stream()
                .anyMatch(event -> event instanceof RunEvent.CylinderChosen chosen && chosen.step() == state.step());
    }

    /** Cylinders whose valve was opened in this run, oldest first; those that ran down to their reserve are left out. */
    private List<RunEvent.CylinderChosen> wereOn() {
        var on = new ArrayList<RunEvent.CylinderChosen>();
        Optional<RunEvent.CylinderChosen> last = Optional.empty();
        for (var event : state.events()) {
            if (event instanceof RunEvent.CylinderChosen chosen) {
                last = Optional.of(chosen);
            } else if (event instanceof RunEvent.GasOpened) {
                last.ifPresent(on::add);
            } else if (event instanceof RunEvent.CylinderSpent spent) {
                on.removeIf(chosen -> chosen.cylinderId().equals(spent.cylinderId()));
            }
        }
        return on;
    }
}
