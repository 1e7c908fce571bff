package onward.sentry.formats;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.sim.Health;
import onward.sentry.core.sim.SimTechnician;

/** A shelf with a cylinder for every model, and runs worked on simulated detectors. */
final class Skerravoe {

    static final LocalDate TODAY = LocalDate.of(2026, 3, 2);

    private Skerravoe() {}

    static ProcedureCard card(String model) {
        return CardLibrary.all().stream()
                .filter(card -> card.model().equals(model))
                .findFirst()
                .orElseThrow();
    }

    static Map<String, Cylinder> shelf() {
        var shelf = new TreeMap<String, Cylinder>();
        shelf.put(
                "HM-01",
                cylinder(
                        "nitrogen",
                        part("methane", 1.25, Unit.VOL_PERCENT),
                        part("oxygen", 16, Unit.VOL_PERCENT),
                        part("carbon-monoxide", 80, Unit.PPM),
                        part("hydrogen-sulfide", 15, Unit.PPM)));
        shelf.put("IB-01", cylinder("air", part("isobutylene", 120, Unit.PPM)));
        shelf.put("NH-01", cylinder("nitrogen", part("ammonia", 50, Unit.PPM)));
        shelf.put("NO-01", cylinder("nitrogen", part("nitric-oxide", 40, Unit.PPM)));
        shelf.put("CO-01", cylinder("air", part("carbon-monoxide", 80, Unit.PPM)));
        shelf.put("CO-18", cylinder("air", part("carbon-monoxide", 18, Unit.PPM)));
        shelf.put("CD-01", cylinder("air", part("carbon-dioxide", 0.10, Unit.VOL_PERCENT)));
        shelf.put("CD-25", cylinder("air", part("carbon-dioxide", 2.50, Unit.VOL_PERCENT)));
        shelf.put("ME-01", cylinder("air", part("methane", 1.25, Unit.VOL_PERCENT)));
        shelf.put("ME-60", cylinder("nitrogen", part("methane", 60, Unit.VOL_PERCENT)));
        shelf.put("EB-01", cylinder("nitrogen", part("ethanol", 0.100, Unit.MG_PER_L)));
        shelf.put("ZA-01", cylinder("nitrogen", part("oxygen", 20.9, Unit.VOL_PERCENT)));
        shelf.put("BZ-01", cylinder("air", part("benzene", 5, Unit.PPM)));
        return shelf;
    }

    private static Component part(String gas, double amount, Unit unit) {
        return new Component(gas, Concentration.of(amount, unit), 0.02);
    }

    private static Cylinder cylinder(String balance, Component... parts) {
        return new Cylinder(
                "SK-7",
                "L-3",
                new Mixture(List.of(parts), balance),
                TODAY.minusMonths(2),
                TODAY.plusMonths(20),
                103,
                69,
                60,
                CylinderState.IN_USE);
    }

    static RunEvent.RunStarted started(ProcedureCard card, Job job, SitePolicy policy) {
        var serials = new TreeMap<Integer, String>();
        card.sensors().forEach(s -> serials.put(s.slot(), s.gas().formula() + "-1"));
        return new RunEvent.RunStarted(
                0,
                "T-1001",
                job,
                card.model(),
                card.version(),
                policy.version(),
                "Una",
                ReadingSource.LINK,
                60,
                serials,
                new ArrayList<>(serials.keySet()));
    }

    static SimTechnician.Worked work(
            ProcedureCard card, Job job, SitePolicy policy, int slot, UnaryOperator<Health> of, long seed) {
        var health = new HashMap<Integer, Health>();
        card.sensors().forEach(s -> health.put(s.slot(), new Health(0.95, 1, 1)));
        health.computeIfPresent(slot, (key, plain) -> of.apply(plain));
        return new SimTechnician(policy, shelf()).work(card, started(card, job, policy), health, TODAY, seed);
    }
}
