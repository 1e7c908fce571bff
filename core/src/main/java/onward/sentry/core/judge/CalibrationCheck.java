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
     * when it decided); oxygen within ±0.5 vol%.
     *
     * @param tolerancePercent 5, 10, 15 or 20
     */
    public static Judgement judge(
            SensorSpec sensor, double expected, double reading, double tolerancePercent, String source) {
        double off = Math.abs(reading - expected);
        double error = errorPercent(reading, expected);
        if (sensor.isOxygen()) {
            boolean within = new Limit(OXYGEN_TOLERANCE).allows(off);
            return finish(
                    sensor,
                    Working.of("Calibration check, oxygen", "|reading − expected| ≤ " + OXYGEN_TOLERANCE + " vol%"),
                    expected,
                    reading,
                    "off by " + upTo(reading - expected, 2) + " vol%",
                    within,
                    source);
        }
        boolean byPercent = new Limit(tolerancePercent).allows(Math.abs(error));
        boolean byFloor = new Limit(sensor.resolution()).allows(off);
        return finish(
                sensor,
                Working.of("Calibration check", "error = 100 · (reading − expected) ÷ expected")
                        .with("tolerance", "±" + upTo(tolerancePercent, 1) + " %"),
                expected,
                reading,
                "error " + upTo(error, 2) + " %"
                        + (byFloor && !byPercent ? ", but within one step of the display" : ""),
                byPercent || byFloor,
                source);
    }

    private static Judgement finish(
            SensorSpec sensor,
            Working working,
            double expected,
            double reading,
            String finding,
            boolean within,
            String source) {
        var verdict = within ? Verdict.PASS : Verdict.FAIL;
        return new Judgement(
                verdict,
                working.with("reading", upTo(reading, 3) + " " + sensor.unit().symbol())
                        .with(
                                "expected",
                                upTo(expected, 3) + " " + sensor.unit().symbol())
                        .gives(finding + " → " + verdict.label())
                        .from(source));
    }
}
