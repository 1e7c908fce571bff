package onward.sentry.server.people;

import java.security.SecureRandom;

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
}
