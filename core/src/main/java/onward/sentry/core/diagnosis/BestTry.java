package onward.sentry.core.diagnosis;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import onward.sentry.core.card.NextTry;

/**
 * The thing to try that tells most for its cost: what it may put right, and what is left to wonder about after it, in gas and
 * minutes. The sensor is accused only where nothing else is left.
 */
final class BestTry {

    private static final double SHOWS = 0.85;
    private static final double SHOWS_BY_CHANCE = 0.04;

    private BestTry() {}

    /**
     * @param shares of belief, all causes together 1
     * @param alike the causes that are not told apart
     * @param tried what has been tried already; it is named again only where nothing else is left
     */
    static Optional<NextTry> of(Map<Cause, Double> shares, List<Cause> alike, Set<NextTry> tried) {
        var open =
                alike.stream().filter(cause -> !tried.contains(cause.shownBy())).toList();
        return among(open.isEmpty() ? alike : open, shares);
    }

    private static Optional<NextTry> among(List<Cause> causes, Map<Cause, Double> shares) {
        boolean onlySensor = causes.stream().allMatch(Cause::isOfSensor);
        return Arrays.stream(NextTry.values())
                .filter(next -> causes.stream().anyMatch(cause -> cause.shownBy() == next))
                .filter(next -> onlySensor || next != NextTry.SERVICE_SENSOR)
                .max(Comparator.comparingDouble(next -> worth(next, shares)));
    }

    private static double worth(NextTry next, Map<Cause, Double> shares) {
        double right = 0;
        double shown = 0;
        for (var entry : shares.entrySet()) {
            right += entry.getKey().isShownBy(next) ? entry.getValue() : 0;
            shown += entry.getValue() * shows(next, entry.getKey());
        }
        double left = 0;
        for (var entry : shares.entrySet()) {
            double p = entry.getValue();
            left += entropy(p * shows(next, entry.getKey()), shown)
                    + entropy(p * (1 - shows(next, entry.getKey())), 1 - shown);
        }
        double before = shares.values().stream().mapToDouble(p -> entropy(p, 1)).sum();
        return (right + before - left) / Math.sqrt(next.minutes());
    }

    /** {@code -joint · log2(joint ÷ of)}. */
    private static double entropy(double joint, double of) {
        return joint <= 0 ? 0 : -joint * Math.log(joint / of) / Math.log(2);
    }

    private static double shows(NextTry next, Cause cause) {
        return cause.isShownBy(next) ? SHOWS : SHOWS_BY_CHANCE;
    }
}
