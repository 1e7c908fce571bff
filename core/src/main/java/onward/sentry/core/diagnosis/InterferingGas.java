package onward.sentry.core.diagnosis;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.evidence.Observation;
import onward.sentry.core.gas.CrossSensitivity;

/**
 * The gas holds one that the label does not name, and some cells show it too, by the table of cross-sensitivities.
 *
 * @param gasId of the one that is not named
 */
record InterferingGas(String gasId, CrossSensitivity cross) implements Model {

    private static final double MOST_PPM = 1_000;
    private static final int STEPS = 20;

    @Override
    public double[] strengths() {
        double[] ppm = new double[STEPS];
        for (int i = 0; i < STEPS; i++) {
            ppm[i] = 5 * Math.pow(MOST_PPM / 5, i / (STEPS - 1.0));
        }
        return ppm;
    }

    @Override
    public Prediction of(Observation seen, double ppm) {
        if (seen.kind() != Observation.Kind.SHARE || !RoomGas.isInTable(seen.sensor())) {
            return Sound.of(seen);
        }
        double expected = seen.moment().expected().get(seen.sensor().slot());
        double more = cross.percent(seen.sensor().gasId(), gasId) / 100 * ppm / expected;
        return RoomGas.about(more, 1, seen.sensor().gasId().equals(gasId));
    }

    @Override
    public String told(double ppm) {
        return "about " + upTo(ppm, 0) + " ppm " + gasId.replace('-', ' ');
    }
}
