package onward.sentry.core.sim;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.CleanAir;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.GasDemands;

/** Cylinders that hold exactly what a card asks for, so that a dry run tries the card and not the shelf. */
final class GasAsAsked {

    private static final double UNCERTAINTY = 0.02;
    private static final double VOLUME_LITRES = 1_000;
    private static final double FULL_BAR = 69;

    private GasAsAsked() {}

    /** One cylinder per application, {@code as asked 1} and so on; applications that ask for the same share one. */
    static Map<String, Cylinder> of(ProcedureCard card, Job job, SitePolicy policy, LocalDate on) {
        var mixtures = GasDemands.of(card, job, policy, on).stream()
                .map(GasAsAsked::mixture)
                .distinct()
                .toList();
        var shelf = new TreeMap<String, Cylinder>();
        for (int i = 0; i < mixtures.size(); i++) {
            shelf.put("as asked " + (i + 1), cylinder(mixtures.get(i), on));
        }
        return shelf;
    }

    private static Mixture mixture(GasDemand demand) {
        if (demand.isForZero()) {
            return new Mixture(List.of(oxygen(CleanAir.OXYGEN_VOL_PERCENT)), "nitrogen");
        }
        var parts = new ArrayList<Component>();
        for (var wanted : demand.wanted()) {
            var gas = wanted.sensor().gasId();
            if (parts.stream().noneMatch(part -> part.gasId().equals(gas))) {
                parts.add(new Component(gas, wanted.toApply(demand.conditions()), UNCERTAINTY));
            }
        }
        boolean bead =
                demand.wanted().stream().anyMatch(wanted -> wanted.sensor().technology() == Technology.CATALYTIC_BEAD);
        boolean oxygen =
                demand.wanted().stream().anyMatch(wanted -> wanted.sensor().isOxygen());
        return new Mixture(parts, bead && !oxygen ? "air" : "nitrogen");
    }

    private static Component oxygen(double volPercent) {
        return new Component("oxygen", Concentration.of(volPercent, Unit.VOL_PERCENT), UNCERTAINTY);
    }

    private static Cylinder cylinder(Mixture mixture, LocalDate on) {
        return new Cylinder(
                "dry run",
                "dry run",
                mixture,
                on.minusMonths(1),
                on.plusYears(2),
                VOLUME_LITRES,
                FULL_BAR,
                FULL_BAR,
                CylinderState.IN_USE);
    }
}
