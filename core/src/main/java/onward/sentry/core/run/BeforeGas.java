package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import onward.sentry.core.card.Step;
import onward.sentry.core.working.Figures;

/** What is read off, answered and tried before gas comes on. */
final class BeforeGas {

    private BeforeGas() {}

    static RunEvent.Measured measured(Step.Measure step, int position, double value, long now) {
        var quantity = step.quantity();
        unless(
                Double.isFinite(value) && value >= step.least() && value <= step.most(),
                "measure-outside",
                "value",
                quantity.label() + ": " + (Double.isFinite(value) ? Figures.upTo(value, 3) : "no number") + " "
                        + quantity.unit() + ", allowed are " + Figures.upTo(step.least(), 3) + " to "
                        + Figures.upTo(step.most(), 3) + " " + quantity.unit() + ".",
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
