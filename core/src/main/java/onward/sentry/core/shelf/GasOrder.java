package onward.sentry.core.shelf;

import static onward.sentry.core.working.Figures.upTo;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.stream.Collectors;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.cylinder.Wanted;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.Unit;

/**
 * A mix to order because nothing on the shelf serves an application.
 *
 * @param components what must be in it, for example {@code "methane 1.25 vol% (reads 25 %LEL)"}; empty: zero air
 * @param balance what makes up the rest, in words
 */
public record GasOrder(List<String> components, String balance) {

    /** Sensors set at 25 %LEL methane, 80 ppm carbon monoxide return a mix of both in nitrogen with oxygen for the bead. */
    static GasOrder of(GasDemand demand) {
        if (demand.isForZero()) {
            return new GasOrder(List.of(), "zero air, 20.9 vol% oxygen in nitrogen");
        }
        boolean bead =
                demand.wanted().stream().anyMatch(wanted -> wanted.sensor().technology() == Technology.CATALYTIC_BEAD);
        boolean oxygen =
                demand.wanted().stream().anyMatch(wanted -> wanted.sensor().isOxygen());
        return new GasOrder(
                demand.wanted().stream()
                        .collect(Collectors.toMap(
                                wanted -> wanted.sensor().gasId(),
                                wanted -> component(wanted, demand),
                                (first, second) -> first,
                                LinkedHashMap::new))
                        .values()
                        .stream()
                        .toList(),
                oxygen
                        ? "nitrogen"
                        : bead ? "air, or nitrogen with at least 10 vol% oxygen for the bead" : "air or nitrogen");
    }

    private static String component(Wanted wanted, GasDemand demand) {
        var sensor = wanted.sensor();
        var applied = wanted.toApply(demand.conditions());
        var amount = sensor.gas().nameInSentence() + " "
                + upTo(applied.value(), sensor.unit() == Unit.PERCENT_LEL ? 3 : 4) + " "
                + applied.unit().symbol();
        return sensor.unit() == Unit.PERCENT_LEL
                ? amount + " (reads " + upTo(wanted.setPoint(), 4) + " "
                        + sensor.unit().symbol() + ")"
                : amount;
    }

    /**
     * In one line.
     *
     * @return a line without a full stop
     */
    public String words() {
        return components.isEmpty()
                ? balance
                : components.stream().collect(Collectors.joining(", ")) + "; balance " + balance;
    }
}
