package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.EnumMap;
import java.util.Map;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Figures;

/**
 * Temperature of the air and station pressure at the bench, where the card does not ask for them: they stand on the certificate,
 * and a sensor that feels partial pressure is judged at the pressure that was read instead of one within ±1.5 %.
 */
final class RoomConditions {

    /** What a bench can be like; outside of it the unit is mistaken. In °C and kPa. */
    private static final Map<Quantity, double[]> ALLOWED = Map.of(
            Quantity.AMBIENT_TEMPERATURE, new double[] {-30, 60}, Quantity.STATION_PRESSURE, new double[] {60, 110});

    private RoomConditions() {}

    /**
     * Notes them before gas comes on.
     *
     * @param c in the units that the site reads in
     * @return the same in the unit of each quantity
     * @throws onward.sentry.core.working.Refused {@code conditions-after-gas}, {@code conditions-none},
     *     {@code conditions-outside}
     */
    static RunEvent.ConditionsNoted noted(
            RunState state, RunCommand.NoteConditions c, long now, String by, SiteUnits site) {
        unless(
                state.mayNoteConditions(),
                "conditions-after-gas",
                "",
                "Gas has been on in this run: what was judged holds for the conditions before.",
                "Note them as a remark.");
        unless(
                !c.values().isEmpty() && ALLOWED.keySet().containsAll(c.values().keySet()),
                "conditions-none",
                "value",
                "Nothing that describes the room: temperature of the air, station pressure.",
                "Enter at least one of them.");
        var kept = new EnumMap<Quantity, Double>(Quantity.class);
        c.values().forEach((quantity, typed) -> {
            var unit = quantity.in(site);
            var allowed = ALLOWED.get(quantity);
            double value = unit.kept(typed);
            unless(
                    value >= allowed[0] && value <= allowed[1],
                    "conditions-outside",
                    quantity.name(),
                    quantity.label() + ": " + Figures.upTo(Double.isFinite(typed) ? typed : 0, 3) + " "
                            + unit.symbol() + ", allowed are " + Figures.upTo(unit.shown(allowed[0]), unit.decimals())
                            + " to " + unit.text(allowed[1]) + ".",
                    "Read it again; mind the unit, " + unit.symbol() + ".");
            kept.put(quantity, value);
        });
        return new RunEvent.ConditionsNoted(now, by, kept);
    }
}
