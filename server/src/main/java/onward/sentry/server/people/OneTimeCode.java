package onward.sentry.server.people;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Locale;

/** A code to be read aloud and typed once, such as {@code 7KQM-3XWP-RT4F}: 60 bits of chance. */
final class OneTimeCode {

    /** Neither I, O, 0 nor 1: they are taken for one another. */
    private static final String LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";

    private static final SecureRandom RANDOM = new SecureRandom();

    private OneTimeCode() {}

    static String fresh() {
        var text = new StringBuilder();
        for (int i = 0; i < 12; i++) {
            text.append(i > 0 && i % 4 == 0 ? "-" : "").append(LETTERS.charAt(RANDOM.nextInt(LETTERS.length())));
        }
        return text.toString();
    }

    /** Whether somebody typed this code, with or without its dashes, in letters of either size. */
    static boolean isTyped(String code, String given) {
        return MessageDigest.isEqual(plain(code), plain(given));
    }

    private static byte[] plain(String text) {
        return text.replaceAll("[^A-Za-z0-9]", "").toUpperCase(Locale.ROOT).getBytes(StandardCharsets.UTF_8);
    }
}
