package onward.sentry.bench;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import onward.sentry.core.card.Job;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.shelf.Suitability;
import onward.sentry.core.shelf.Tagged;
import onward.sentry.formats.CardLibrary;

/** What it costs to weigh a shelf of 500 cylinders against one job of one detector. */
public final class ShelfTime {

    private static final int CYLINDERS = 500;
    private static final int WARM = 200;
    private static final int TIMES = 200;

    private ShelfTime() {}

    public static void main(String[] args) {
        var today = LocalDate.of(2026, 3, 2);
        var card = CardLibrary.all().stream()
                .filter(one -> one.model().equals("Quoin 4"))
                .findFirst()
                .orElseThrow();
        var demands = GasDemands.of(card.under(SitePolicy.SHIPPED), Job.CALIBRATION, SitePolicy.SHIPPED, today);
        var shelf = shelf(today);
        int seen = 0;
        for (int i = 0; i < WARM; i++) {
            seen += Suitability.of(demands, shelf).connections().size();
        }
        var millis = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            long began = System.nanoTime();
            seen += Suitability.of(demands, shelf).connections().size();
            millis[i] = (System.nanoTime() - began) / 1e6;
        }
        Arrays.sort(millis);
        System.out.printf(
                "Weighing %d cylinders against one Quoin 4 calibration: median %.1f ms, 95 %% within %.1f ms"
                        + " (at most 20); %d connections seen%n",
                CYLINDERS, millis[TIMES / 2], millis[TIMES * 95 / 100], seen);
    }

    /** A third can serve it; the others are single gases, expired or nearly empty. */
    private static List<Tagged> shelf(LocalDate today) {
        var house = new Mixture(
                List.of(
                        new Component("methane", Concentration.of(1.25, Unit.VOL_PERCENT), 0.02),
                        new Component("oxygen", Concentration.of(16, Unit.VOL_PERCENT), 0.01),
                        new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02),
                        new Component("hydrogen-sulfide", Concentration.of(15, Unit.PPM), 0.05)),
                "nitrogen");
        var single =
                new Mixture(List.of(new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02)), "air");
        var shelf = new ArrayList<Tagged>();
        for (int i = 0; i < CYLINDERS; i++) {
            shelf.add(new Tagged(
                    "C-" + i,
                    new Cylinder(
                            "CERT-" + i,
                            "L" + i % 40,
                            i % 3 == 0 ? single : house,
                            today.minusDays(300),
                            today.plusDays(i % 7 == 0 ? -5 : 40 + i),
                            103,
                            69,
                            i % 11 == 0 ? 2 : 5 + i % 60,
                            CylinderState.IN_USE)));
        }
        return shelf;
    }
}
