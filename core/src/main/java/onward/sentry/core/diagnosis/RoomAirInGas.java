package onward.sentry.core.diagnosis;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.evidence.Observation;

/**
 * Room air makes up a share of what reaches the sensors: every gas is weaker by it, and oxygen goes the same share of the
 * way back to 20.9 vol%.
 *
 * @param strengths shares of air, 0 to 1
 */
record RoomAirInGas(double[] strengths) implements Model {

    @Override
    public Prediction of(Observation seen, double air) {
        return seen.kind() == Observation.Kind.SHARE ? Prediction.at(1 - air) : Sound.of(seen);
    }

    @Override
    public String told(double air) {
        return "about " + upTo(100 * air, 0) + " % room air";
    }
}
