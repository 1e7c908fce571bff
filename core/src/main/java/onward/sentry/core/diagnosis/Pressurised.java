package onward.sentry.core.diagnosis;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.evidence.Observation;

/** The gas stands under pressure in the cup: every cell shows more of it by the same factor, oxygen too. */
record Pressurised() implements Model {

    @Override
    public double[] strengths() {
        return Model.even(1.06, 1.7, 33);
    }

    @Override
    public Prediction of(Observation seen, double times) {
        if (seen.kind() != Observation.Kind.SHARE) {
            return Sound.of(seen);
        }
        double air = seen.sensor().cleanAirReading();
        double expected = seen.moment().expected().get(seen.sensor().slot());
        return Prediction.at((times * expected - air) / (expected - air));
    }

    @Override
    public String told(double times) {
        return "about " + upTo(100 * (times - 1), 0) + " % more";
    }
}
