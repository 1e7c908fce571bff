package onward.sentry.core.diagnosis;

import onward.sentry.core.evidence.Observation;

/**
 * A zero was taken with gas about: in clean air the sensor stands below it from then on.
 *
 * @param inThisRun this run's zero; otherwise the one before it
 */
record BadZero(int slot, boolean inThisRun) implements Model {

    @Override
    public double[] strengths() {
        return Model.even(1, 16, 31);
    }

    @Override
    public Prediction of(Observation seen, double tolerances) {
        if (seen.kind() != Observation.Kind.OFFSET || !seen.isOf(slot)) {
            return Sound.of(seen);
        }
        return switch (seen.moment().type()) {
            case BEFORE -> inThisRun ? Sound.of(seen) : Prediction.at(-tolerances);
            // What the cell saw while zero was taken shows where the display was right before.
            case ZERO ->
                inThisRun
                        ? Prediction.of(
                                new Prediction.Contribution(0.5, tolerances, tolerances),
                                new Prediction.Contribution(0.5, 0, 0))
                        : Prediction.at(-tolerances);
            case CLEAR, GAS -> inThisRun ? Prediction.at(-tolerances) : Sound.of(seen);
        };
    }
}
