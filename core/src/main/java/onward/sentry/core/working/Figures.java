package onward.sentry.core.working;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;

/** Writes numbers for workings and screens; comparisons never use what is written here. */
public final class Figures {

    /** From here on nobody counts the digits any more. */
    private static final double MOST = 1e15;

    private Figures() {}

    /**
     * Rounds to a resolution and writes as many decimals as the resolution has.
     *
     * <p>{@code at(36.84, 0.1)} returns {@code "36.8"}; {@code at(79.6, 1)} returns {@code "80"}.
     *
     * @param value any finite number
     * @param resolution smallest step shown, above zero
     * @return the number as text
     */
    public static String at(double value, double resolution) {
        if (isUnwritable(value)) {
            return unwritable(value);
        }
        var step = BigDecimal.valueOf(resolution).stripTrailingZeros();
        var steps = BigDecimal.valueOf(value / resolution).setScale(0, RoundingMode.HALF_UP);
        var rounded = steps.multiply(step).setScale(Math.max(0, step.scale()), RoundingMode.HALF_UP);
        return rounded.signum() == 0 ? rounded.abs().toPlainString() : rounded.toPlainString();
    }

    /**
     * At most {@code decimals} decimals, no trailing zeros: {@code upTo(16.0, 2)} returns {@code "16"}. A number beyond all
     * measure comes out as a refusal can show it: {@code upTo(1e308, 2)} returns {@code "1.0E308"}, infinity {@code "∞"}.
     *
     * @param value any number
     * @param decimals most digits after the point, 0 or more
     * @return the number as text
     */
    public static String upTo(double value, int decimals) {
        if (isUnwritable(value)) {
            return unwritable(value);
        }
        var text = BigDecimal.valueOf(value)
                .setScale(decimals, RoundingMode.HALF_UP)
                .stripTrailingZeros()
                .toPlainString();
        return text.equals("-0") ? "0" : text;
    }

    private static boolean isUnwritable(double value) {
        return !(Math.abs(value) < MOST);
    }

    private static String unwritable(double value) {
        if (Double.isNaN(value)) {
            return "no number";
        }
        return Double.isInfinite(value) ? (value > 0 ? "∞" : "−∞") : String.valueOf(value);
    }

    /**
     * {@return a day inside a sentence, in the one form that every program finds again: {@code "2026-03-02"}} Where people
     * read it, the site's {@link onward.sentry.core.units.DateForm} writes it as it is written there.
     *
     * @param date the day
     */
    public static String day(LocalDate date) {
        return date.toString();
    }

    /**
     * {@return days counted: {@code days(1)} returns {@code "1 day"}, {@code days(12)} returns {@code "12 days"}}
     *
     * @param number how many
     */
    public static String days(long number) {
        return counted(number, "day", "days");
    }

    /**
     * {@return a number with its noun: {@code counted(1, "job", "jobs")} is {@code "1 job"}}
     *
     * @param number how many
     * @param one the words for exactly one
     * @param many the words for any other number
     */
    public static String counted(long number, String one, String many) {
        return number + " " + (number == 1 ? one : many);
    }

    /**
     * Milliseconds of run time as seconds with one decimal: {@code seconds(12340)} returns {@code "12.3 s"}.
     *
     * @param millis how long, ms
     * @return a number and its unit
     */
    public static String seconds(long millis) {
        return at(millis / 1000.0, 0.1) + " s";
    }
}
