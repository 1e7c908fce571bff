package onward.sentry.core.shelf;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.Fitness;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.gas.Pressure;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.working.Refusal;

/**
 * What one cylinder bumps of a detector in a round. Where the card's bump takes two gases, each cylinder bumps the sensors
 * of its gas, and the detector waits for the other cylinder.
 *
 * @param slots of the sensors that it bumps; empty: none
 * @param others slots of those that wait for another cylinder
 * @param label what the label promises to each sensor that it bumps
 * @param refusal why it bumps none; present exactly when {@code slots} is empty
 */
public record BumpPass(List<Integer> slots, List<Integer> others, List<LabelLine> label, Optional<Refusal> refusal) {

    /**
     * Weighs a cylinder for the sensors that wait.
     *
     * <p>A card that bumps CO and H₂S together and NH₃ after them, on a cylinder of CO and H₂S: the slots of CO and H₂S,
     * that of NH₃ among the others.
     *
     * @param card the procedure card of the model
     * @param waiting slots that wait for a bump, of those that the card bumps
     * @param policy the rules of the site
     * @param on the day of the work
     * @param cylinder the cylinder to look at
     * @return which sensors the cylinder serves in one pass
     */
    public static BumpPass of(
            ProcedureCard card, List<Integer> waiting, SitePolicy policy, LocalDate on, Cylinder cylinder) {
        var applications = card.steps(Job.BUMP, waiting).stream()
                .filter(Step.ApplyGas.class::isInstance)
                .map(step -> ((Step.ApplyGas) step).targets())
                .toList();
        var all = applications.stream().flatMap(List::stream).toList();
        if (all.isEmpty()) {
            var none = new Refusal(
                    "bump-none",
                    "serial",
                    "The card of " + card.model() + " applies no gas in a bump.",
                    "Calibrate it; that counts as its bump.");
            return new BumpPass(List.of(), List.of(), List.of(), Optional.of(none));
        }
        var together = fitness(card, all, policy, on, cylinder);
        if (together.allowed()) {
            return new BumpPass(slots(all), List.of(), together.label(), Optional.empty());
        }
        var served = new ArrayList<Target>();
        var others = new ArrayList<Target>();
        var label = new ArrayList<LabelLine>();
        for (var targets : applications) {
            var fitness = fitness(card, targets, policy, on, cylinder);
            (fitness.allowed() ? served : others).addAll(targets);
            label.addAll(fitness.allowed() ? fitness.label() : List.of());
        }
        return new BumpPass(
                slots(served),
                slots(others),
                List.copyOf(label),
                served.isEmpty() ? Optional.of(together.refusals().get(0)) : Optional.empty());
    }

    private static Fitness fitness(
            ProcedureCard card, List<Target> targets, SitePolicy policy, LocalDate on, Cylinder cylinder) {
        return CylinderCheck.of(
                cylinder,
                GasDemands.of(
                        card, Job.BUMP, targets, policy, on, Pressure.at(policy.altitudeMetres()), card.usualRig()));
    }

    private static List<Integer> slots(List<Target> targets) {
        return targets.stream().map(Target::slot).distinct().sorted().toList();
    }
}
