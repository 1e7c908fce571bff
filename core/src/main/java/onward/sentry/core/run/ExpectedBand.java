package onward.sentry.core.run;

import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.judge.CalibrationCheck;
import onward.sentry.core.judge.SpanJudge;
import onward.sentry.core.judge.ZeroJudge;
import onward.sentry.core.policy.SitePolicy;

/**
 * Where a reading should settle in the stage its run is in. Drawn behind the trace; a typed reading in it has settled with
 * Enter. No verdict depends on it.
 *
 * @param low in the unit of the sensor, included
 * @param high in the unit of the sensor, included
 */
public record ExpectedBand(double low, double high) {

    /**
     * {@return the band in which a typed reading is expected now}
     *
     * @param state of the run
     * @param policy the rules of the site
     * @param sensor the sensor
     */
    public static ExpectedBand of(RunState state, SitePolicy policy, SensorSpec sensor) {
        var expected = state.expectedOnGas(sensor.slot());
        if (expected.isPresent() && state.currentStep().orElse(null) instanceof Step.ApplyGas gas) {
            return gas.targets().stream()
                    .filter(target -> target.slot() == sensor.slot())
                    .findFirst()
                    .map(target -> onGas(state, policy, sensor, target, expected.get()))
                    .orElseGet(() -> inAir(sensor));
        }
        return inAir(sensor);
    }

    /**
     * {@return whether a reading is in the band}
     *
     * @param reading reading, in the unit of the sensor
     */
    public boolean holds(double reading) {
        return reading >= low && reading <= high;
    }

    private static ExpectedBand onGas(
            RunState state, SitePolicy policy, SensorSpec sensor, Target target, double expected) {
        return switch (target.purpose()) {
            case SPAN -> new ExpectedBand(SpanJudge.PASS_ABOVE.value() / 100 * expected, 1.3 * expected);
            case LOW_POINT -> new ExpectedBand(0.25 * expected, 2 * expected);
            case AS_FOUND, CHECK_FIRST, CHECK, VERIFY -> {
                double tolerance = CalibrationCheck.tolerance(
                        sensor, expected, RunJudge.judgeOf(state, policy).tolerancePercent());
                yield new ExpectedBand(expected - tolerance, expected + tolerance);
            }
            case BUMP -> {
                double air = sensor.cleanAirReading();
                double level = air + state.card().bumpLevelPercent() / 100 * (expected - air);
                yield new ExpectedBand(Math.min(level, expected), Math.max(level, expected));
            }
        };
    }

    private static ExpectedBand inAir(SensorSpec sensor) {
        double tolerance = ZeroJudge.tolerance(sensor);
        return new ExpectedBand(sensor.cleanAirReading() - tolerance, sensor.cleanAirReading() + tolerance);
    }
}
