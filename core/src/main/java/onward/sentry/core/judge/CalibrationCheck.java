package onward.sentry.core.judge;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Derivation;

/**
 * A reading against the value that a certified gas should give.
 *
 * <p>Source: the definition of the relative error; the tolerances are site defaults, for limits of practice lie between
 * 5 and 20 %.
 */
public final class CalibrationCheck {

    private static final double OXYGEN_TOLERANCE = 0.5;

    private CalibrationCheck() {}

    /**
     * {@code 100 · (reading − expected) ÷ expected}: 13.6 against 15 returns −9.3333 %.
     *
     * @param reading reading, in the unit of the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @return % of the expected reading, signed
     */
    public static double errorPercent(double reading, double expected) {
        return 100 * (reading - expected) / expected;
    }

    /**
     * {@return how far a reading may be off, in the sensor's unit: 80 ppm at 10 % returns 8; oxygen always 0.5 vol%}
     *
     * @param sensor the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param tolerancePercent % of the expected reading
     */
    public static double tolerance(SensorSpec sensor, double expected, double tolerancePercent) {
        return sensor.isOxygen()
                ? OXYGEN_TOLERANCE
                : Math.max(Math.abs(expected) * tolerancePercent / 100, sensor.resolution());
    }

    /**
     * Passes within the tolerance, or within one step of the display where that is more generous (the working says when it
     * decided); oxygen within ±0.5 vol%. A guard band takes the expanded uncertainty off: 80 ppm ±10 % with an uncertainty
     * of 2.09 ppm passes up to 5.91 ppm off.
     *
     * @param sensor the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param reading reading, in the unit of the sensor
     * @param rule tolerance and where it comes from
     * @return the verdict and its derivation
     */
    public static Judgement judge(SensorSpec sensor, double expected, double reading, CheckRule rule) {
        return judge(sensor, expected, reading, Unsettled.NONE, rule);
    }

    /**
     * The same with what is unsettled counted against the reading: 82 on 80 ppm ±10 % that may still move by 5 passes, one
     * that may move by 7 is marginal, and readings that spread over 17 fail.
     *
     * @param sensor the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param reading reading, in the unit of the sensor
     * @param unsettled how far the reading was from settled
     * @param rule tolerance and where it comes from
     * @return the verdict and its derivation
     */
    public static Judgement judge(
            SensorSpec sensor, double expected, double reading, Unsettled unsettled, CheckRule rule) {
        double off = Math.abs(reading - expected);
        double error = errorPercent(reading, expected);
        double guard = rule.guardBand();
        double inPercent = rule.tolerancePercent() - 100 * guard / Math.abs(expected);
        double tolerance = tolerance(sensor, expected, rule.tolerancePercent()) - guard;
        boolean byPercent = new Limit(inPercent).allows(Math.abs(error));
        boolean byFloor = new Limit(sensor.resolution() - guard).allows(off);
        boolean within = sensor.isOxygen() ? new Limit(OXYGEN_TOLERANCE - guard).allows(off) : byPercent || byFloor;
        boolean unstable = unsettled.isUnstable(tolerance);
        boolean surely = unsettled.settled() || new Limit(tolerance).allows(off + unsettled.amount());
        var verdict = !within || unstable ? Verdict.FAIL : surely ? Verdict.PASS : Verdict.MARGINAL;
        var unit = " " + sensor.unit().symbol();
        var working = sensor.isOxygen()
                ? Derivation.of("Calibration check, oxygen", "|reading − expected| ≤ " + OXYGEN_TOLERANCE + " vol%")
                : Derivation.of("Calibration check", "error = 100 · (reading − expected) ÷ expected")
                        .with("tolerance", "±" + upTo(rule.tolerancePercent(), 1) + " %");
        if (rule.guard().isPresent()) {
            var budget = rule.guard().get().budget(sensor.unit().symbol());
            for (var line : budget.inputs()) {
                working = working.with(line.name(), line.value());
            }
            working = working.with(
                    "guard band " + budget.formula(),
                    upTo(guard, 3)
                            + unit
                            + (sensor.isOxygen() ? "" : ", leaves ±" + upTo(Math.max(0, inPercent), 2) + " %"));
        }
        var finding = sensor.isOxygen()
                ? "off by " + upTo(reading - expected, 2) + " vol%"
                : "error " + upTo(error, 2) + " %"
                        + (byFloor && !byPercent ? ", but within one step of the display" : "");
        return new Judgement(
                verdict,
                unsettled
                        .onto(working, sensor)
                        .with("reading", upTo(reading, 3) + unit)
                        .with("expected", upTo(expected, 3) + unit)
                        .gives(finding
                                + (unstable ? ", " + unsettled.unstable() : unsettled.remark(sensor))
                                + " → " + verdict.label())
                        .from(rule.source()));
    }
}
