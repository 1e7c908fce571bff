package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import onward.sentry.core.card.Step;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Figures;

/** What is read off, answered and tried before gas comes on. */
final class BeforeGas {

    private BeforeGas() {}

    /** @param typed in the site's unit */
    static RunEvent.Measured measured(Step.Measure step, int position, double typed, long now, SiteUnits site) {
        var quantity = step.quantity();
        var unit = quantity.in(site);
        double value = unit.kept(typed);
        unless(
                Double.isFinite(value) && value >= step.least() && value <= step.most(),
                "measure-outside",
                "value",
                quantity.label() + ": " + (Double.isFinite(value) ? Figures.upTo(typed, 3) : "no number") + " "
                        + unit.symbol() + ", allowed are " + Figures.upTo(unit.shown(step.least()), unit.decimals())
                        + " to " + unit.text(step.most()) + ".",
                step.wayOut());
        return new RunEvent.Measured(now, position, quantity, value);
    }

    static RunEvent.Answered answered(Step.Ask step, int position, boolean answer, long now) {
        unless(
                answer == step.goOn(),
                "answer-stops",
                "answer",
                step.question() + " " + (answer ? "Yes" : "No") + ": this detector is not calibrated now.",
                step.wayOut());
        return new RunEvent.Answered(now, position, answer);
    }
}
