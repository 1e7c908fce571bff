package onward.sentry.core.judge;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Derivation;

/** A function check: has the sensor covered enough of the way from clean air to the expected value? */
public final class BumpJudge {

    private BumpJudge() {}

    /** Share of the way from clean air to the expected value, in %; for oxygen the way leads down. */
    public static double responsePercent(SensorSpec sensor, double expected, double reading) {
        double air = sensor.cleanAirReading();
        return 100 * (reading - air) / (expected - air);
    }

    /** @param levelPercent the card's response level, in % of the way */
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
