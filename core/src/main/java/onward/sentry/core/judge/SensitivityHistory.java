package onward.sentry.core.judge;

/**
 * What is known of a sensor whose model shows displayed readings only: each calibration sees the change since the one
 * before, so the sensitivity that remains is chained, {@code s_n = s_(n−1) · (reading − zero found) ÷ (expected − clean air)}.
 *
 * <p>Source: the product of the ratios that each calibration corrects.
 *
 * @param sensitivity s after the last good calibration; 1 when the sensor was fitted
 * @param fittingResponse raw response recorded when it was new, %; 100 when unknown, which grades earlier
 *
 */
public record SensitivityHistory(double sensitivity, double fittingResponse) {

    /** A sensor that nothing is known of. */
    public static final SensitivityHistory NEW = new SensitivityHistory(1, 100);

    /**
     * Keeps what it is given.
     *
     * @param sensitivity s after the last good calibration; 1 when the sensor was fitted
     * @param fittingResponse raw response recorded when it was new, %; 100 when unknown, which grades earlier
     */
    public SensitivityHistory {
        if (!(sensitivity > 0 && fittingResponse > 0)) {
            throw new IllegalArgumentException(
                    "sensitivity and response at fitting are above 0: " + sensitivity + ", " + fittingResponse);
        }
    }

    /**
     * s after this calibration: 0.9 and a reading of 72 on 80 ppm after a zero of 0 returns 0.81.
     *
     * @param reading reading, in the unit of the sensor
     * @param zero what it read in clean air just before
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param air what clean air is to it
     * @return share of the response at fitting
     */
    public double next(double reading, double zero, double expected, double air) {
        return sensitivity * (reading - zero) / (expected - air);
    }

    /**
     * {@code R = s · R_fitting} in %: an s of 0.81 on a sensor that began at 104 % returns 84.24.
     *
     * @param next response at the next span, as a share of the expected one
     * @return % of the response of a new sensor
     */
    public double response(double next) {
        return next * fittingResponse;
    }
}
