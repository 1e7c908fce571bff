package onward.sentry.bench;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.sim.Health;
import onward.sentry.core.sim.SimBench;
import onward.sentry.formats.CardLibrary;

/** Prints how long six Quoin 4 take one after the other and on one manifold, with one pair of simulated hands. */
public final class BatchTime {

    private static final LocalDate ON = LocalDate.of(2026, 3, 2);
    private static final int LANES = 6;

    private BatchTime() {}

    public static void main(String[] args) {
        double together = sitting(LANES);
        double alone = 0;
        for (int i = 0; i < LANES; i++) {
            alone += sitting(1);
        }
        System.out.printf(
                "Six Quoin 4 with one pair of hands: one after the other %.0f min, on one manifold %.0f min, %.0f %%"
                        + " (at most 50)%n",
                alone / 60, together / 60, 100 * together / alone);
    }

    private static double sitting(int lanes) {
        var card = CardLibrary.all().stream()
                .filter(one -> one.model().equals("Quoin 4"))
                .findFirst()
                .orElseThrow();
        var bench = new SimBench(SitePolicy.SHIPPED, Map.of("HM-01", houseMix()), ON);
        for (int i = 0; i < lanes; i++) {
            bench.with(card, "Q4-" + i, health(card), lanes > 1 ? Optional.of("M") : Optional.empty(), lanes, 40 + i);
        }
        return bench.work().seconds();
    }

    private static Map<Integer, Health> health(ProcedureCard card) {
        var health = new HashMap<Integer, Health>();
        card.sensors().forEach(sensor -> health.put(sensor.slot(), new Health(0.95, 1, 1)));
        return health;
    }

    private static Cylinder houseMix() {
        return new Cylinder(
                "SK-7",
                "L-3",
                new Mixture(
                        List.of(
                                new Component("methane", Concentration.of(1.25, Unit.VOL_PERCENT), 0.02),
                                new Component("oxygen", Concentration.of(16, Unit.VOL_PERCENT), 0.02),
                                new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02),
                                new Component("hydrogen-sulfide", Concentration.of(15, Unit.PPM), 0.02)),
                        "nitrogen"),
                ON.minusMonths(2),
                ON.plusMonths(20),
                103,
                69,
                60,
                CylinderState.IN_USE);
    }
}
