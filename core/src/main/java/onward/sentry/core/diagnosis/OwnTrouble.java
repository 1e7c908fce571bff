package onward.sentry.core.diagnosis;

import java.util.Arrays;
import onward.sentry.core.evidence.Observation;

/**
 * That one sensor has a trouble of its own beside the cause that is looked at: what it shows is then anything, and later the
 * same again. It keeps a cause that explains all other sensors from being lost for the one.
 */
final class OwnTrouble {

    /** How likely that is before anything was seen. */
    static final double RARE = 0.01;

    private static final double AS_BEFORE = 0.8;
    private static final double AS_SOUND = 0.6;
    /** A sensor that shows what the label says has no trouble of its own. */
    private static final double RIGHT_BY_CHANCE = 0.03;

    private static final int SLOTS = 8;

    private final double[] belief = new double[SLOTS];
    /** The share that a slot showed last; not a number before any. */
    private final double[] shown = new double[SLOTS];

    /** @param atFirst how likely it is for each sensor before anything was seen; 0 where it is left out */
    OwnTrouble(double atFirst) {
        Arrays.fill(belief, atFirst);
        Arrays.fill(shown, Double.NaN);
    }

    /**
     * Likelihood of an observation by a prediction, with what speaks for a trouble of the sensor's own so far.
     *
     * @param predicted its likelihood without such a trouble
     * @param sound its likelihood if nothing were wrong
     */
    double density(Observation seen, double predicted, double sound) {
        double own = belief[seen.sensor().slot()];
        return (1 - own) * predicted + own * anything(seen, sound);
    }

    /** Learns from an observation. @param predicted its likelihood without such a trouble */
    void learn(Observation seen, double predicted, double sound) {
        int slot = seen.sensor().slot();
        double own = belief[slot] * anything(seen, sound);
        belief[slot] = own / (own + (1 - belief[slot]) * predicted);
        if (seen.kind() == Observation.Kind.SHARE) {
            shown[slot] = seen.value();
        }
    }

    private double anything(Observation seen, double sound) {
        double flat = 1 / seen.kind().width();
        if (seen.kind() != Observation.Kind.SHARE) {
            return AS_SOUND * sound + (1 - AS_SOUND) * flat;
        }
        double off = (seen.value() - 1) / (2 * seen.sigma());
        double wrong = flat * Math.max(RIGHT_BY_CHANCE, 1 - Math.exp(-off * off / 2));
        double before = shown[seen.sensor().slot()];
        return Double.isNaN(before) ? wrong : AS_BEFORE * Prediction.at(before).density(seen) + (1 - AS_BEFORE) * wrong;
    }
}
