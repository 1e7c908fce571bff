package onward.sentry.core.house;

import java.util.stream.IntStream;
import onward.sentry.core.working.Refusal;

/** A number that somebody signs with at the bench, where a password is too long for gloves. */
public final class Pin {

    /** After so many wrong ones in a row it is closed until the password is given. */
    public static final int MOST_FAILURES = 5;

    private Pin() {}

    /** Whether a text could be one: 4 to 8 digits. {@code "2580"} returns {@code true}, {@code "25 80"} {@code false}. */
    public static boolean looksLikeOne(String text) {
        return text.matches("[0-9]{4,8}");
    }

    /** @throws onward.sentry.core.working.Refused when it is no PIN, or one that anybody would try first */
    public static void check(String pin) {
        Refusal.unless(
                looksLikeOne(pin),
                "pin-form",
                "pin",
                "A PIN has 4 to 8 digits and nothing else.",
                "For example 6 of them.");
        Refusal.unless(
                !isStairs(pin, 0) && !isStairs(pin, 1) && !isStairs(pin, -1),
                "pin-easy",
                "pin",
                "A PIN of one digit, or of digits in a row, is tried first by anybody.",
                "Choose digits that do not follow one another.");
    }

    /** Each digit is the one before and {@code step} more. */
    private static boolean isStairs(String pin, int step) {
        return IntStream.range(1, pin.length()).allMatch(i -> pin.charAt(i) - pin.charAt(i - 1) == step);
    }
}
