package onward.sentry.core.health;

/**
 * Where the true share lies when so many of so many were good: the interval of Wilson, at 95 % confidence.
 *
 * <p>95 of 100 good: 0.888 to 0.978.
 *
 * <p>Source: the score interval of a proportion, with a quantile of 1.96.
 *
 * @param low 0 to 1
 * @param high 0 to 1
 *
 */
public record Wilson(double low, double high) {

    private static final double Z_95 = 1.959964;

    /**
     * @param good 0 to {@code all}
     * @param all 1 or more
     * @return the limits of the share, 0 to 1
     */
    public static Wilson of(long good, long all) {
        if (all < 1 || good < 0 || good > all) {
            throw new IllegalArgumentException(good + " of " + all);
        }
        double share = (double) good / all;
        double z2 = Z_95 * Z_95;
        double middle = (share + z2 / (2 * all)) / (1 + z2 / all);
        double half = Z_95 * Math.sqrt(share * (1 - share) / all + z2 / (4.0 * all * all)) / (1 + z2 / all);
        return new Wilson(Math.max(0, middle - half), Math.min(1, middle + half));
    }
}
