package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.ZeroAir;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.rig.RigCheck;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refused;

/** Takes a cylinder for the current step, when every rule about gas, label, rig and exposure allows it. */
record CylinderChoosing(RunState state, SitePolicy policy) {

    RunEvent.CylinderChosen chosen(RunCommand.ChooseCylinder c, long now) {
        unless(
                isWantedIn(state.currentStep().orElseThrow()),
                "step-passed",
                "step",
                "No cylinder is wanted in this step.",
                "Look at the next hand again.");
        unless(
                !state.gasIsOn(),
                "gas-already-on",
                "cylinder",
                "Gas is already on from "
                        + state.flowing()
                                .map(RunEvent.CylinderChosen::cylinderId)
                                .orElse("") + ".",
                "Turn it off before taking another cylinder.");
        exposureLeft(now);
        var rig = c.rig().orElseGet(state::rigAtHand);
        var fitness = CylinderCheck.of(c.cylinder(), GasDemands.of(state, policy, c.on(), Optional.of(rig)));
        if (!fitness.allowed()) {
            throw new Refused(fitness.refusals().get(0));
        }
        for (LabelLine line : fitness.setPointsToChange()) {
            unless(
                    c.setPointsChanged().contains(line.slot()),
                    "set-point-differs",
                    "setPointsChanged",
                    "Label " + line.label() + ", set point " + line.setPoint() + ".",
                    "Change the set point on the detector and say so, or take another cylinder.");
        }
        var family = fitness.warnings().stream()
                .filter(warning -> warning.code().equals(RigCheck.TAKES_FAMILY))
                .findFirst();
        family.ifPresent(warning ->
                unless(c.familyAccepted(), "regulator-family", "familyAccepted", warning.reason(), warning.wayOut()));
        return new RunEvent.CylinderChosen(
                now,
                c.step(),
                c.cylinderId(),
                c.cylinder(),
                c.on(),
                fitness.label(),
                fitness.warnings(),
                List.copyOf(c.setPointsChanged()),
                false,
                Optional.of(rig),
                family.isPresent());
    }

    static boolean isWantedIn(Step step) {
        return step instanceof Step.ApplyGas || step instanceof Step.Zero zero && zero.air() == ZeroAir.CYLINDER;
    }

    /** Repeated gas desensitises some cells: what they had in the last 24 h and what comes now stay below a limit. */
    private void exposureLeft(long now) {
        int limit = state.card().exposureSecondsPerDay();
        if (limit == 0 || !(state.currentStep().orElse(null) instanceof Step.ApplyGas gas)) {
            return;
        }
        double before = state.started().map(RunEvent.RunStarted::exposedSeconds).orElse(0.0);
        double had = before + state.exposedMillis(now) / 1000.0;
        double most = had + gas.accept().endSeconds();
        unless(
                most <= limit,
                "exposure-limit",
                "cylinder",
                "On gas for " + Figures.upTo(had, 0) + " s in the last 24 h; with up to "
                        + Figures.upTo(gas.accept().endSeconds(), 0) + " s more it would be "
                        + Figures.upTo(most, 0) + " s, the card allows " + limit + " s.",
                "Let the cell rest until tomorrow: stop the run with a reason.");
    }
}
