package onward.sentry.core.judge;

import static onward.sentry.core.working.Figures.upTo;

import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.working.Working;

/** A reading against the value that a certified gas should give. */
public final class CalibrationCheck {

    private static final double OXYGEN_TOLERANCE = 0.5;

    private CalibrationCheck() {}

    /** {@code 100 · (reading − expected) ÷ expected}: 13.6 against 15 returns −9.3333 %. */
    public static double errorPercent(double reading, double expected) {
        return 100 * (reading - expected) / expected;
    }

    /** How far a reading may be off, in the sensor's unit: 80 ppm at 10 % returns 8; oxygen always 0.5 vol%. */
    public static double tolerance(SensorSpec sensor, double expected, double tolerancePercent) {
        return sensor.isOxygen()
                ? OXYGEN_TOLERANCE
                : Math.max(Math.abs(expected) * tolerancePercent / 100, sensor.resolution());
    }

    /**
     * Passes within the tolerance, or within one step of the display where that is more generous (the working says
     * when it decided); oxygen within ±0.5 vol%. A guard band takes the expanded uncertainty off: 80 ppm ±10 % with an
     * uncertainty of 2.09 ppm passes up to 5.91 ppm off.
     */
    public static Judgement judge(SensorSpec sensor, double expected, double reading, CheckRule rule) {
        double off = Math.abs(reading - expected);
        double error = errorPercent(reading, expected);
        double guard = rule.guardBand();
        double inPercent = rule.tolerancePercent() - 100 * guard / Math.abs(expected);
        boolean byPercent = new Limit(inPercent).allows(Math.abs(error));
        boolean byFloor = new Limit(sensor.resolution() - guard).allows(off);
        boolean within = sensor.isOxygen() ? new Limit(OXYGEN_TOLERANCE - guard).allows(off) : byPercent || byFloor;
        var verdict = within ? Verdict.PASS : Verdict.FAIL;
        var unit = " " + sensor.unit().symbol();
        var working = sensor.isOxygen()
                ? Working.of("Calibration check, oxygen", "|reading − expected| ≤ " + OXYGEN_TOLERANCE + " vol%")
                : Working.of("Calibration check", "error = 100 · (reading − expected) ÷ expected")
                        .with("tolerance", "±" + upTo(rule.tolerancePercent(), 1) + " %");
        if (rule.guard().isPresent()) {
            for (var line : rule.guard().get().budget(sensor.unit().symbol()).inputs()) {
                working = working.with(line.name(), line.value());
            }
            working = working.with(
                    "guard band U = 2 · √(u_gas² + u_res² + u_rep²)",
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
                working.with("reading", upTo(reading, 3) + unit)
                        .with("expected", upTo(expected, 3) + unit)
                        .gives(finding + " → " + verdict.label())
                        .from(rule.source()));
    }
}
