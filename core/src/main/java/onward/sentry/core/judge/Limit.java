package onward.sentry.core.judge;

/**
 * A limit that unrounded numbers are held against, with a relative slack of 1e-9 for what binary fractions cannot hold:
 * 0.55 against 0.50 is exactly 10 % off, so it stands on a limit of 10 and passes.
 *
 * @param value the limit
 */
public record Limit(double value) {

    private static final double SLACK = 1e-9;

    /**
     * {@code x ≤ limit}; the limit itself still passes.
     *
     * @param x the value, in the unit of the limit
     * @return whether that is so
     */
    public boolean allows(double x) {
        return x <= value + Math.abs(value) * SLACK;
    }

    /**
     * {@code x > limit}; the limit itself is not above itself.
     *
     * @param x the value, in the unit of the limit
     * @return whether that is so
     */
    public boolean isExceededBy(double x) {
        return !allows(x);
    }

    /**
     * {@code x ≥ limit}; the limit itself is reached.
     *
     * @param x the value, in the unit of the limit
     * @return whether that is so
     */
    public boolean isReachedBy(double x) {
        return x >= value - Math.abs(value) * SLACK;
    }
}
