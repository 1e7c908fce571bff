package onward.sentry.core.diagnosis;

import onward.sentry.core.evidence.Observation;

/** A sensor stands off clean air, up or down, and no zero brings it there. */
record OffZero(int slot) implements Model {

    private static final int STEPS = 60;

    @Override
    public double[] strengths() {
        double[] all = new double[2 * STEPS];
        for (int i = 0; i < STEPS; i++) {
            all[i] = (i + 2) / 2.0;
            all[STEPS + i] = -all[i];
        }
        return all;
    }

    @Override
    public Prediction of(Observation seen, double tolerances) {
        return seen.kind() == Observation.Kind.OFFSET && seen.isOf(slot) ? Prediction.at(tolerances) : Sound.of(seen);
    }
}
