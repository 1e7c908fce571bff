package onward.sentry.core.diagnosis;

import static onward.sentry.core.working.Figures.upTo;

import java.util.function.Predicate;
import onward.sentry.core.evidence.Observation;

/**
 * Some sensors show a share of what they should: the gas is weaker or stronger, or they are.
 *
 * @param hit which observations on gas it changes
 * @param strengths shares of what is expected, from 0
 * @param othersToo other detectors on the same cylinder show it too
 */
record ShareOfGas(Predicate<Observation> hit, double[] strengths, boolean othersToo) implements Model {

    private static final double NOTHING_BELOW = 0.05;

    @Override
    public Prediction of(Observation seen, double share) {
        boolean shows = seen.kind() == Observation.Kind.SHARE || othersToo && seen.kind() == Observation.Kind.OTHERS;
        return shows && hit.test(seen) ? Prediction.at(share) : Sound.of(seen);
    }

    @Override
    public String told(double share) {
        return share < NOTHING_BELOW ? "" : "at about " + upTo(100 * share, 0) + " %";
    }
}
