package onward.sentry.core.diagnosis;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.diagnosis.Prediction.Contribution;
import onward.sentry.core.evidence.Observation;
import onward.sentry.core.judge.ZeroJudge;

/** One sensor takes several times the card's time: it falls short when it is read, and comes back late. */
record SlowSensor(int slot) implements Model {

    private static final double LEAST_TIMES = 1.7;
    private static final double MOST_TIMES = 9;
    private static final int STEPS = 15;
    private static final double LEAST_SHARE = 0.2;
    /** It seems faster than it is where it is read before it has come to rest. */
    private static final double SEEMS_FASTER = 0.7;

    @Override
    public double[] strengths() {
        double[] times = new double[STEPS];
        for (int i = 0; i < STEPS; i++) {
            times[i] = LEAST_TIMES * Math.pow(MOST_TIMES / LEAST_TIMES, i / (STEPS - 1.0));
        }
        return times;
    }

    @Override
    public Prediction of(Observation seen, double times) {
        if (!seen.isOf(slot)) {
            return Sound.of(seen);
        }
        return switch (seen.kind()) {
            case SHARE -> Prediction.between(LEAST_SHARE, 1.02);
            case SPEED -> Prediction.between(Math.log(SEEMS_FASTER * times), Math.log(times));
            case RISE -> Prediction.between(0.01, 0.2);
            case OFFSET ->
                seen.moment().isAfterGas()
                        ? Prediction.of(new Contribution(0.5, 0, 0), new Contribution(0.5, 0, 0.4 * fullResponse(seen)))
                        : Sound.of(seen);
            case JITTER, OTHERS -> Sound.of(seen);
        };
    }

    /** From clean air to what was expected on the gas, in zero tolerances, at least 1; 1 where it met none. */
    private static double fullResponse(Observation seen) {
        var sensor = seen.sensor();
        double expected = seen.moment().expected().getOrDefault(sensor.slot(), sensor.cleanAirReading());
        return Math.max(1, Math.abs(expected - sensor.cleanAirReading()) / ZeroJudge.tolerance(sensor));
    }

    @Override
    public String told(double times) {
        return "about " + upTo(times, 0) + " times the card's time";
    }
}
