package onward.sentry.core.policy;

import java.util.Set;
import java.util.stream.IntStream;
import onward.sentry.core.working.Refusal;

/** A number that somebody signs with at the bench, where a password is too long for gloves. */
public final class Pin {

    /** After so many wrong ones in a row it is closed until the password is given. */
    public static final int MOST_FAILURES = 5;

    /** Lines on the keys and what is quickly typed. */
    private static final Set<String> OFTEN = Set.of(
            "2580",
            "0852",
            "1470",
            "0741",
            "3690",
            "0963",
            "1122",
            "1133",
            "1004",
            "2468",
            "8642",
            "1357",
            "7531",
            "1379",
            "9731",
            "1236",
            "9874",
            "147258",
            "258147",
            "147852",
            "159753",
            "159357",
            "753951",
            "357159",
            "789456",
            "456789",
            "112233",
            "332211",
            "123321",
            "102030",
            "246810",
            "12344321",
            "11223344",
            "10203040",
            "14725836");

    private Pin() {}

    /**
     * {@return whether a text could be one: 4 to 8 digits} {@code "7394"} returns {@code true}, {@code "25 80"} {@code
     * false}.
     *
     * @param text as typed or stored
     */
    public static boolean looksLikeOne(String text) {
        return text.matches("[0-9]{4,8}");
    }

    /**
     * @param pin as typed
     * @throws onward.sentry.core.working.Refused when it is no PIN, or one that anybody would try first
     */
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
        Refusal.unless(
                !OFTEN.contains(pin) && !isTwice(pin) && !isYear(pin),
                "pin-often",
                "pin",
                "This PIN is among those that most people choose, and is tried first.",
                "Avoid patterns on the keypad, years and repeated halves.");
    }

    private static boolean isTwice(String pin) {
        int half = pin.length() / 2;
        return pin.length() % 2 == 0 && pin.substring(0, half).equals(pin.substring(half));
    }

    private static boolean isYear(String pin) {
        return pin.matches("(19|20)[0-9]{2}");
    }

    /** Each digit is the one before and {@code step} more. */
    private static boolean isStairs(String pin, int step) {
        return IntStream.range(1, pin.length()).allMatch(i -> pin.charAt(i) - pin.charAt(i - 1) == step);
    }
}
