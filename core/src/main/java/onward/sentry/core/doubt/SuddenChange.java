package onward.sentry.core.doubt;

import static onward.sentry.core.working.Figures.upTo;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.Limit;
import onward.sentry.core.working.Derivation;

/**
 * Tells a response that differs from the sensor's own trend by more than 10 points and three times what it is uncertain by.
 *
 * <p>Source: site default: three standard uncertainties, and no less than 10 points.
 */
public final class SuddenChange {

    private static final Limit POINTS = new Limit(10);
    private static final double STANDARDS = 3;
    private static final double COVERAGE = 2;

    private SuddenChange() {}

    /**
     * {@return a response of 62 % ± 2 where the trend says 88 % ± 1.5 returns a doubt; one of 80 % returns empty}
     *
     * @param sensor the sensor
     * @param response of the span, %
     * @param standard uncertainty of the response, %
     * @param trend course of this sensor before
     */
    public static Optional<Doubt> of(SensorSpec sensor, double response, double standard, OwnTrend trend) {
        double by = response - trend.percent();
        double both = Math.sqrt(standard * standard + trend.standard() * trend.standard());
        if (!POINTS.isExceededBy(Math.abs(by)) || Math.abs(by) <= STANDARDS * both) {
            return Optional.empty();
        }
        double low = trend.percent() - COVERAGE * trend.standard();
        double high = trend.percent() + COVERAGE * trend.standard();
        var working = Derivation.of("Sudden change", "|R − trend| > 10 points and > 3 · u")
                .with("sensor", sensor.gas().formula())
                .with("R", upTo(response, 1) + " %")
                .with(
                        "its own trend today",
                        upTo(trend.percent(), 1) + " % ± " + upTo(COVERAGE * trend.standard(), 1) + " %")
                .with("u", upTo(both, 2) + " %")
                .gives((by < 0 ? "" : "+") + upTo(by, 1) + " points from its trend");
        return Optional.of(new Doubt(
                Doubt.Kind.SUDDEN_CHANGE,
                List.of(sensor.slot()),
                response,
                low,
                high,
                List.of(new Doubt.Estimate(
                        sensor.slot(), response, response - COVERAGE * standard, response + COVERAGE * standard)),
                false,
                working));
    }
}
