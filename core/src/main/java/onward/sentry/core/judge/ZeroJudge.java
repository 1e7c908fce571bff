package onward.sentry.core.judge;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Working;

/** Whether a sensor reads what clean air is: 0, or 20.9 vol% for oxygen. */
public final class ZeroJudge {

    private static final double OXYGEN_TOLERANCE = 0.3;

    private ZeroJudge() {}

    /**
     * Zero tolerance in the sensor's unit: the greater of two steps and 1 % of range, but no more than 10 % of the low
     * alarm, nor less than one step; oxygen ±0.3 vol%.
     *
     * <p>Range 300, step 1, low alarm 25 returns 2.5: the greater of 2 and 3 is held down by 10 % of 25.
     */
    public static double tolerance(SensorSpec sensor) {
        if (sensor.isOxygen()) {
            return OXYGEN_TOLERANCE;
        }
        double wide = Math.max(2 * sensor.resolution(), 0.01 * sensor.rangeMax());
        double held = sensor.alarms().low().isPresent()
                ? Math.min(wide, 0.1 * sensor.alarms().low().getAsDouble())
                : wide;
        return Math.max(held, sensor.resolution());
    }

    public static boolean withinTolerance(SensorSpec sensor, double mean) {
        return new Limit(tolerance(sensor)).allows(Math.abs(mean - sensor.cleanAirReading()));
    }

    /**
     * @param mean mean of the settled readings, in the sensor's unit
     * @param settled whether they settled before the limit; a sensor that did not fails
     * @param source where the tolerance comes from
     */
    public static Judgement judge(SensorSpec sensor, double mean, boolean settled, String source) {
        boolean within = withinTolerance(sensor, mean);
        var verdict = settled && within ? Verdict.PASS : Verdict.FAIL;
        var outcome = !settled ? "did not settle" : within ? "within tolerance" : "outside tolerance";
        return new Judgement(
                verdict,
                Working.of("Zero in clean air", "|mean − target| ≤ tolerance")
                        .with(
                                "mean",
                                Figures.upTo(mean, 3) + " " + sensor.unit().symbol())
                        .with("target", sensor.shown(sensor.cleanAirReading()))
                        .with(
                                "tolerance",
                                Figures.upTo(tolerance(sensor), 3) + " "
                                        + sensor.unit().symbol())
                        .gives(outcome + " → " + verdict.label())
                        .from(source));
    }
}
