package onward.sentry.core.diagnosis;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import onward.sentry.core.diagnosis.Prediction.Contribution;
import onward.sentry.core.evidence.Evidence;
import onward.sentry.core.evidence.Observation;

/**
 * Some other cylinder is connected than was named: each of its components is missing, the same by chance, or anything; and it stays what it
 * was.
 *
 * @param cylinders that are taken for another
 * @param first what each slot showed when it was opened first
 */
record OtherMix(Set<String> cylinders, Map<Integer, Observation> first) implements Model {

    private static final double MOST_TIMES = 4;

    static OtherMix on(Set<String> cylinders, Evidence evidence) {
        var first = new HashMap<Integer, Observation>();
        evidence.observations().stream()
                .filter(seen -> isShown(seen, cylinders))
                .forEach(seen -> first.putIfAbsent(seen.sensor().slot(), seen));
        return new OtherMix(cylinders, first);
    }

    private static boolean isShown(Observation seen, Set<String> cylinders) {
        return seen.kind() == Observation.Kind.SHARE
                && cylinders.contains(seen.moment().cylinderId());
    }

    @Override
    public double[] strengths() {
        return ONE;
    }

    @Override
    public Prediction of(Observation seen, double strength) {
        if (!isShown(seen, cylinders)) {
            return Sound.of(seen);
        }
        var before = first.get(seen.sensor().slot());
        if (before != seen) {
            return Prediction.at(before.value());
        }
        // Of oxygen a share of 0 is a balance of air; down to none at all lies beyond the label's share of 1.
        return Prediction.of(
                new Contribution(0.35, 0, 0), new Contribution(0.15, 1, 1), new Contribution(0.5, 0.1, MOST_TIMES));
    }
}
