package onward.sentry.core.diagnosis;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.evidence.Observation;

/** Tubing takes up what is sticky: reactive gases come late and weak, on whatever cylinder; the others are sound. */
record AbsorbingTubing() implements Model {

    @Override
    public double[] strengths() {
        return Model.even(0.2, 0.95, 16);
    }

    @Override
    public Prediction of(Observation seen, double share) {
        if (!seen.sensor().gas().reactive()) {
            return Sound.of(seen);
        }
        return switch (seen.kind()) {
            case SHARE -> Prediction.at(share);
            case SPEED -> Prediction.between(0, Math.log(5));
            case RISE -> Prediction.between(0.01, 0.2);
            case OFFSET, JITTER, OTHERS -> Sound.of(seen);
        };
    }

    @Override
    public String told(double share) {
        return "about " + upTo(100 * share, 0) + " % comes through";
    }
}
