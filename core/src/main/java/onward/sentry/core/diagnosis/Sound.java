package onward.sentry.core.diagnosis;

import onward.sentry.core.evidence.Observation;

/** Nothing is wrong: what a sound sensor on good gas shows. */
final class Sound implements Model {

    private static final double FASTER_THAN_CARD = Math.log(0.8);
    private static final double USUAL_JITTER = Math.log(0.4);

    static Prediction of(Observation seen) {
        return Prediction.at(
                switch (seen.kind()) {
                    case SHARE, OTHERS -> 1;
                    case SPEED -> FASTER_THAN_CARD;
                    case RISE, OFFSET -> 0;
                    case JITTER -> USUAL_JITTER;
                });
    }

    @Override
    public double[] strengths() {
        return ONE;
    }

    @Override
    public Prediction of(Observation seen, double strength) {
        return of(seen);
    }
}
