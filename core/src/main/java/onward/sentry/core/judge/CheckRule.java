package onward.sentry.core.judge;

import java.util.Optional;

/**
 * How a calibration check is held against its expected value.
 *
 * @param tolerancePercent 5, 10, 15 or 20; the stricter of card and policy
 * @param source which of them it comes from
 * @param guard the uncertainty that is taken off the tolerance; empty where the site uses no guard band
 */
public record CheckRule(double tolerancePercent, String source, Optional<Uncertainty> guard) {

    /**
     * {@return a rule without a guard band}
     *
     * @param tolerancePercent % of the expected reading
     * @param source where the rule comes from
     */
    public static CheckRule of(double tolerancePercent, String source) {
        return new CheckRule(tolerancePercent, source, Optional.empty());
    }

    /** The expanded uncertainty in the unit of the reading; 0 without a guard band. */
    double guardBand() {
        return guard.map(Uncertainty::expanded).orElse(0.0);
    }
}
