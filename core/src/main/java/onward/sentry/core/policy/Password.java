package onward.sentry.core.policy;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Set;
import onward.sentry.core.working.Refusal;

/** A secret that somebody signs in with. */
public final class Password {

    private static final int LEAST_CHARACTERS = 10;

    /** What the hash takes in; what follows would not be looked at. */
    private static final int MOST_BYTES = 72;

    /** Fewer different characters than this are one that is held down, or two in turn. */
    private static final int LEAST_DIFFERENT = 4;

    /** What lists of stolen passwords hold of this length; digits and signs at the end do not count. */
    private static final Set<String> OFTEN = Set.of(
            "password",
            "passwordpassword",
            "passw0rd",
            "p@ssw0rd",
            "mypassword",
            "iloveyou",
            "iloveyouforever",
            "letmein",
            "letmeinplease",
            "welcome",
            "welcometo",
            "administrator",
            "admin",
            "changeme",
            "changemenow",
            "qwertyuiop",
            "qwertzuiop",
            "azertyuiop",
            "qwerty",
            "qwertz",
            "asdfghjkl",
            "asdfghjk",
            "zxcvbnm",
            "qazwsxedc",
            "1qaz2wsx3edc",
            "q1w2e3r4t5",
            "1q2w3e4r5t",
            "abcdefghij",
            "abcdefghijkl",
            "football",
            "baseball",
            "basketball",
            "superman",
            "batman",
            "sunshine",
            "princess",
            "dragon",
            "monkey",
            "master",
            "masterkey",
            "internet",
            "computer",
            "technician",
            "calibration",
            "calibrate",
            "gasdetector",
            "detector",
            "onwardsentry",
            "secret",
            "topsecret");

    private Password() {}

    /**
     * {@code "four words in a row"} is taken; {@code "Password123!"} is refused.
     *
     * @param field that it was typed into
     * @param password as typed
     * @param signInName of the person
     * @throws onward.sentry.core.working.Refused with code {@code password-length} when it has fewer than 10 characters or
     *     more than 72 bytes, {@code password-often} when it is tried first by anybody
     */
    public static void check(String field, String password, String signInName) {
        int bytes = password.getBytes(StandardCharsets.UTF_8).length;
        Refusal.unless(
                password.length() >= LEAST_CHARACTERS,
                "password-length",
                field,
                "A password has at least " + LEAST_CHARACTERS + " characters; this one has " + password.length() + ".",
                "A few words in a row are easy to remember.");
        Refusal.unless(
                bytes <= MOST_BYTES,
                "password-length",
                field,
                "A password has at most " + MOST_BYTES + " bytes; this one has " + bytes
                        + " (a letter beyond a to z counts 2 to 4).",
                "Leave a word out.");
        var bare = password.toLowerCase(Locale.ROOT).strip();
        Refusal.unless(
                bare.chars().distinct().count() >= LEAST_DIFFERENT
                        && !bare.matches("[0-9]+")
                        && !OFTEN.contains(bare)
                        && !OFTEN.contains(bare.replaceFirst("[^a-z]+$", ""))
                        && !letters(bare).equals(letters(signInName.toLowerCase(Locale.ROOT))),
                "password-often",
                field,
                "This password is tried first by anybody: a common word, digits alone, or the sign-in name.",
                "Take a few words that do not belong together.");
    }

    private static String letters(String text) {
        return text.replaceAll("[^a-z]", "");
    }
}
