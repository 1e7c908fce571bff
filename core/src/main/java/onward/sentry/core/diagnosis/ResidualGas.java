package onward.sentry.core.diagnosis;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.evidence.Observation;
import onward.sentry.core.judge.ZeroJudge;

/** A share of the last gas is still there when the air should be clean: on every sensor that shows it. */
record ResidualGas() implements Model {

    @Override
    public double[] strengths() {
        return Model.even(0.01, 1.05, 105);
    }

    @Override
    public Prediction of(Observation seen, double share) {
        var expected = seen.moment().expected().get(seen.sensor().slot());
        if (seen.kind() != Observation.Kind.OFFSET || !seen.moment().isAfterGas() || expected == null) {
            return Sound.of(seen);
        }
        double air = seen.sensor().cleanAirReading();
        double left = share * (expected - air) / ZeroJudge.tolerance(seen.sensor());
        return Prediction.between(Math.min(0.7 * left, 1.3 * left), Math.max(0.7 * left, 1.3 * left));
    }

    @Override
    public String told(double share) {
        return "about " + upTo(100 * share, 0) + " % of the gas";
    }
}
