package onward.sentry.core.diagnosis;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.evidence.Observation;
import onward.sentry.core.gas.CleanAir;

/** The mix holds less oxygen than the label says: the bead burns less, and an oxygen sensor sees it. */
record TooLittleOxygen() implements Model {

    /** Below this a bead cannot burn all of the gas, vol%. */
    private static final double BURNS_ABOVE = 10;

    @Override
    public double[] strengths() {
        return Model.even(0, 9, 10);
    }

    @Override
    public Prediction of(Observation seen, double oxygen) {
        if (seen.kind() != Observation.Kind.SHARE) {
            return Sound.of(seen);
        }
        if (seen.sensor().isOxygen()) {
            double expected = seen.moment().expected().get(seen.sensor().slot());
            return Prediction.at((CleanAir.OXYGEN_VOL_PERCENT - oxygen) / (CleanAir.OXYGEN_VOL_PERCENT - expected));
        }
        return isBead(seen.sensor())
                ? Prediction.between(0.8 * oxygen / BURNS_ABOVE, Math.min(1, 1.2 * oxygen / BURNS_ABOVE + 0.05))
                : Sound.of(seen);
    }

    private static boolean isBead(SensorSpec sensor) {
        return sensor.technology() == Technology.CATALYTIC_BEAD;
    }

    @Override
    public String told(double oxygen) {
        return "about " + Math.round(oxygen) + " vol% oxygen";
    }
}
