package onward.sentry.core.diagnosis;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.evidence.Observation;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.judge.ZeroJudge;

/**
 * One gas is about in the room: in clean air every cell stands where the table of cross-sensitivities puts it.
 *
 * <p>40 ppm of hydrogen: a carbon monoxide cell at 16 ppm by the table and up to 24, a hydrogen sulfide cell at 0.
 *
 * @param gasId of the gas that is about
 * @param ofItsOwn one of the cells is there for it, and shows it sharply; of another gas the cells show anything in a range
 */
record RoomGas(String gasId, boolean ofItsOwn, CrossSensitivity cross) implements Model {

    private static final double MOST_OF_TABLE = 1.5;
    private static final double MOST_PPM = 300;
    private static final int STEPS = 120;

    /** Whether the table speaks of cells of this kind. */
    static boolean isInTable(SensorSpec sensor) {
        return sensor.technology() == Technology.ELECTROCHEMICAL && !sensor.isOxygen();
    }

    @Override
    public double[] strengths() {
        int steps = ofItsOwn ? STEPS : STEPS / 5;
        double[] ppm = new double[steps];
        for (int i = 0; i < steps; i++) {
            ppm[i] = Math.pow(MOST_PPM, i / (steps - 1.0));
        }
        return ppm;
    }

    @Override
    public Prediction of(Observation seen, double ppm) {
        if (seen.kind() != Observation.Kind.OFFSET) {
            return Sound.of(seen);
        }
        if (!isInTable(seen.sensor())) {
            return Prediction.of(new Prediction.Contribution(0.97, 0, 0), new Prediction.Contribution(0.03, 0, 20));
        }
        double shown = cross.percent(seen.sensor().gasId(), gasId) / 100 * ppm / ZeroJudge.tolerance(seen.sensor());
        return about(shown, 0, seen.sensor().gasId().equals(gasId));
    }

    /**
     * What a cell shows of a gas: its own rightly; of another one anything from nothing to half as much again as the table
     * says, for every maker's cell differs.
     */
    static Prediction about(double shown, double above, boolean itsOwn) {
        double most = MOST_OF_TABLE * shown;
        return shown == 0 || itsOwn
                ? Prediction.at(above + shown)
                : Prediction.between(above + Math.min(0, most), above + Math.max(0, most));
    }

    @Override
    public String told(double ppm) {
        return "about " + upTo(ppm, 0) + " ppm " + gasId.replace('-', ' ');
    }
}
