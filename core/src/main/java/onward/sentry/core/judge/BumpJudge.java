package onward.sentry.core.judge;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Derivation;

/**
 * A function check: has the sensor covered enough of the way from clean air to the expected value?
 *
 * <p>Source: site default: a bump proves function, not accuracy, and half of the expected response is its usual limit.
 */
public final class BumpJudge {

    private BumpJudge() {}

    /**
     * {@return share of the way from clean air to the expected value, in %; for oxygen the way leads down}
     *
     * @param sensor the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param reading reading, in the unit of the sensor
     */
    public static double responsePercent(SensorSpec sensor, double expected, double reading) {
        double air = sensor.cleanAirReading();
        return 100 * (reading - air) / (expected - air);
    }

    /**
     * @param sensor the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param reading reading, in the unit of the sensor
     * @param levelPercent the card's response level, in % of the way
     * @param source where the rule comes from
     * @return the verdict and its derivation
     */
    public static Judgement judge(
            SensorSpec sensor, double expected, double reading, double levelPercent, String source) {
        double response = responsePercent(sensor, expected, reading);
        var verdict = new Limit(levelPercent).isReachedBy(response) ? Verdict.PASS : Verdict.FAIL;
        return new Judgement(
                verdict,
                Derivation.of("Bump", "response = 100 · (reading − air) ÷ (expected − air)")
                        .with("reading", upTo(reading, 3) + " " + sensor.unit().symbol())
                        .with(
                                "expected",
                                upTo(expected, 3) + " " + sensor.unit().symbol())
                        .with("must reach", upTo(levelPercent, 1) + " %")
                        .gives(upTo(response, 1) + " % → " + verdict.label())
                        .from(source));
    }
}
