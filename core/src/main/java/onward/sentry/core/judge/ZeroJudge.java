package onward.sentry.core.judge;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * Whether a sensor reads what clean air is: 0, or 20.9 vol% for oxygen.
 *
 * <p>Source: site default: what a display can resolve, and a share of the range.
 */
public final class ZeroJudge {

    private static final double OXYGEN_TOLERANCE = 0.3;
    private static final double SHARE_OF_LOWEST = 0.05;

    private ZeroJudge() {}

    /**
     * Zero tolerance in the sensor's unit: the greater of two steps and 1 % of range, but no more than 10 % of the low
     * alarm, nor less than one step; oxygen ±0.3 vol%.
     *
     * <p>Range 300, step 1, low alarm 25 returns 2.5: the greater of 2 and 3 is held down by 10 % of 25.
     *
     * @param sensor the sensor
     * @return in the unit of the sensor
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

    /**
     * The same for a sensor that is spanned or checked at low values: never above 5 % of the lowest of them. Half a step of
     * the display always stands: with less a display that flickers by its last step would fail.
     *
     * <p>Tolerance 2 ppm, lowest point 18 ppm returns 0.9; a step of 0.5 vol% and a lowest point of 1.25 vol% return 0.25.
     *
     * @param sensor the sensor
     * @param lowestPoint the lowest gas that it is set or checked with, in its unit; 0 where there is none
     * @return in the unit of the sensor
     */
    public static double tolerance(SensorSpec sensor, double lowestPoint) {
        return lowestPoint > 0
                ? Math.min(tolerance(sensor), Math.max(sensor.resolution() / 2, SHARE_OF_LOWEST * lowestPoint))
                : tolerance(sensor);
    }

    /**
     * {@return whether a mean in clean air is near enough to what clean air should read}
     *
     * @param sensor the sensor
     * @param mean mean reading in clean air, in the unit of the sensor
     */
    public static boolean withinTolerance(SensorSpec sensor, double mean) {
        return new Limit(tolerance(sensor)).allows(Math.abs(mean - sensor.cleanAirReading()));
    }

    /**
     * By the first rules.
     *
     * @param sensor the sensor
     * @param mean mean of the settled readings, in the sensor's unit
     * @param settled whether they settled before the limit; a sensor that did not fails
     * @param source where the tolerance comes from
     * @return the verdict and its derivation
     */
    public static Judgement judge(SensorSpec sensor, double mean, boolean settled, String source) {
        boolean within = withinTolerance(sensor, mean);
        var verdict = settled && within ? Verdict.PASS : Verdict.FAIL;
        var outcome = !settled ? "did not settle" : within ? "within tolerance" : "outside tolerance";
        return judgement(sensor, mean, tolerance(sensor), Unsettled.NONE, outcome, verdict, source);
    }

    /**
     * What is unsettled counts against it: within a tolerance of 2.5 ppm, a mean of 1 that may move by 1 passes, one that
     * may move by 2 is marginal, and readings that spread over 6 fail.
     *
     * @param sensor the sensor
     * @param mean mean of the readings, in the sensor's unit
     * @param unsettled how far the reading was from settled
     * @param lowestPoint as for {@link #tolerance(SensorSpec, double)}
     * @param source where the rule comes from
     * @return the verdict and its derivation
     */
    public static Judgement judge(
            SensorSpec sensor, double mean, Unsettled unsettled, double lowestPoint, String source) {
        double tolerance = tolerance(sensor, lowestPoint);
        double off = Math.abs(mean - sensor.cleanAirReading());
        boolean within = new Limit(tolerance).allows(off);
        boolean unstable = unsettled.isUnstable(tolerance);
        boolean surely = new Limit(tolerance).allows(off + unsettled.amount());
        var verdict = !within || unstable ? Verdict.FAIL : surely ? Verdict.PASS : Verdict.MARGINAL;
        var outcome = unstable
                ? unsettled.unstable()
                : (within ? "within tolerance" : "outside tolerance") + unsettled.remark(sensor);
        return judgement(sensor, mean, tolerance, unsettled, outcome, verdict, source);
    }

    private static Judgement judgement(
            SensorSpec sensor,
            double mean,
            double tolerance,
            Unsettled unsettled,
            String outcome,
            Verdict verdict,
            String source) {
        var unit = " " + sensor.unit().symbol();
        return new Judgement(
                verdict,
                unsettled
                        .onto(Derivation.of("Zero in clean air", "|mean − target| ≤ tolerance"), sensor)
                        .with("mean", Figures.upTo(mean, 3) + unit)
                        .with("target", sensor.shown(sensor.cleanAirReading()))
                        .with("tolerance", Figures.upTo(tolerance, 3) + unit)
                        .gives(outcome + " → " + verdict.label())
                        .from(source));
    }
}
