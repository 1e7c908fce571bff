package onward.sentry.core.diagnosis;

import java.util.function.Predicate;
import onward.sentry.core.evidence.Observation;

/**
 * Readings waver.
 *
 * @param hit whose
 */
record Restless(Predicate<Observation> hit) implements Model {

    private static final double LEAST = Math.log(2);
    private static final double MOST = Math.log(100);

    @Override
    public double[] strengths() {
        return ONE;
    }

    @Override
    public Prediction of(Observation seen, double strength) {
        if (!hit.test(seen)) {
            return Sound.of(seen);
        }
        return switch (seen.kind()) {
            case JITTER -> Prediction.between(LEAST, MOST);
            case SHARE -> Prediction.between(0.5, 1.5);
            case SPEED -> Prediction.between(-3, 1.5);
            case RISE -> Prediction.between(-0.5, 0.5);
            case OFFSET ->
                Prediction.of(new Prediction.Contribution(0.5, 0, 0), new Prediction.Contribution(0.5, -8, 8));
            case OTHERS -> Sound.of(seen);
        };
    }
}
