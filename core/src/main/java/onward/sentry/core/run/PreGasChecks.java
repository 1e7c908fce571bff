package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.Step;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/** What is read off, answered and tried before gas comes on. */
final class PreGasChecks {

    /** What a bench can be like; outside of it the unit is mistaken. In °C and kPa. */
    private static final Map<Quantity, double[]> ALLOWED = Map.of(
            Quantity.AMBIENT_TEMPERATURE, new double[] {-30, 60}, Quantity.STATION_PRESSURE, new double[] {60, 110});

    private PreGasChecks() {}

    /**
     * Temperature of the air and station pressure at the bench, where the card does not ask for them: they stand on the
     * certificate, and a sensor that feels partial pressure is judged at the pressure that was read instead of one within ±1.5 %.
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

    /**
     * What was read off: taken when the card allows it, kept as refused when it does not.
     *
     * @param typed in the site's unit
     * @throws onward.sentry.core.working.Refused when it is no number at all
     */
    static RunEvent measured(Step.Measure step, int position, double typed, long now, SiteUnits site) {
        unless(
                Double.isFinite(typed),
                "measure-outside",
                "value",
                step.quantity().label() + ": no number.",
                "Type what the instrument shows.");
        double value = step.quantity().in(site).kept(typed);
        return value >= step.least() && value <= step.most()
                ? new RunEvent.Measured(now, position, step.quantity(), value)
                : new RunEvent.MeasurementRefused(now, position, step.quantity(), value);
    }

    static RunEvent answered(Step.Ask step, int position, boolean answer, long now) {
        return answer == step.goOn()
                ? new RunEvent.Answered(now, position, answer)
                : new RunEvent.AnswerRefused(now, position, answer);
    }

    /** What the technician is told of an answer or a value that was kept and does not let the run go on. */
    static Optional<Refusal> refusal(RunState state, RunEvent event, SiteUnits site) {
        if (event instanceof RunEvent.MeasurementRefused e
                && state.steps().get(e.step()) instanceof Step.Measure step) {
            var unit = step.quantity().in(site);
            return Optional.of(new Refusal(
                    "measure-outside",
                    "value",
                    step.quantity().label() + ": " + Figures.upTo(unit.shown(e.value()), 3) + " " + unit.symbol()
                            + ", allowed are " + Figures.upTo(unit.shown(step.least()), unit.decimals()) + " to "
                            + unit.text(step.most()) + ". It stays on the record.",
                    step.wayOut()));
        }
        if (event instanceof RunEvent.AnswerRefused e && state.steps().get(e.step()) instanceof Step.Ask step) {
            return Optional.of(new Refusal(
                    "answer-stops",
                    "answer",
                    step.question() + " " + (e.answer() ? "Yes" : "No")
                            + ": this detector is not calibrated now. The answer stays on the record.",
                    step.wayOut()));
        }
        return Optional.empty();
    }
}
