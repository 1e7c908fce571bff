package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.Optional;
import onward.sentry.core.card.Step;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/** What is read off, answered and tried before gas comes on. */
final class BeforeGas {

    private BeforeGas() {}

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
