package onward.sentry.core.trace;

/**
 * What counts as settled for one sensor at one expected value.
 *
 * <p>Source: site default; the rest of a first-order response is its slope times its time constant.
 *
 * @param windowSeconds W: how long the readings must hold
 * @param band b: largest spread inside the window, {@code max(2 · resolution, 2 % · |expected|)}
 * @param creep largest {@code |slope| · τ}, {@code max(1 % · |expected|, resolution / 2)}: what the reading would still
 *     move, so that a slow cell is not taken while it creeps
 * @param tauSeconds time constant of the sensor, t90 / ln 10
 * @param forLong the card wants readings to hold for longer than is usual: then medians of five are held against the band,
 *     for the more readings a window holds, the further its extremes lie apart by noise alone
 *
 */
public record StabilityLimits(double windowSeconds, double band, double creep, double tauSeconds, boolean forLong) {

    /**
     * Keeps what it is given.
     *
     * @param windowSeconds W: how long the readings must hold
     * @param band b: largest spread inside the window, {@code max(2 · resolution, 2 % · |expected|)}
     * @param creep largest {@code |slope| · τ}, {@code max(1 % · |expected|, resolution / 2)}: what the reading would still
     *     move, so that a slow cell is not taken while it creeps
     * @param tauSeconds time constant of the sensor, t90 / ln 10
     * @param forLong the card wants readings to hold for longer than is usual: then medians of five are held against the
     *     band, for the more readings a window holds, the further its extremes lie apart by noise alone
     */
    public StabilityLimits {
        if (!(windowSeconds > 0 && band > 0 && creep > 0 && tauSeconds > 0)) {
            throw new IllegalArgumentException("all limits are above zero");
        }
    }

    /**
     * {@return the usual limits: W is the greater of 15 s and t90 / 2}
     *
     * <p>Resolution 1, expected 80, t90 25 s gives W 15 s, band 2, creep 0.8.
     *
     * @param resolution step of the display, in the unit of the sensor
     * @param expected reading that the gas should give, in the unit of the sensor
     * @param t90Seconds time to 90 % of a step, s
     */
    public static StabilityLimits of(double resolution, double expected, double t90Seconds) {
        return new StabilityLimits(
                Math.max(15, t90Seconds / 2),
                Math.max(2 * resolution, 0.02 * Math.abs(expected)),
                Math.max(0.01 * Math.abs(expected), resolution / 2),
                t90Seconds / Math.log(10),
                false);
    }

    /**
     * {@return the same band, to be kept for so many seconds; 0 leaves the usual window}
     *
     * @param seconds how long, s
     */
    public StabilityLimits holding(double seconds) {
        if (seconds == 0) {
            return this;
        }
        return new StabilityLimits(seconds, band, creep, tauSeconds, seconds > windowSeconds);
    }
}
