package onward.sentry.server.platform;

import java.security.SecureRandom;
import java.util.Base64;
import onward.sentry.formats.Chain;

/** A secret that opens something to whoever has it: random bytes as text, of which only the SHA-256 is stored. */
public record Secret(String text) {

    private static final int BYTES = 24;
    private static final SecureRandom RANDOM = new SecureRandom();

    /** 24 random bytes, 32 characters. */
    public static Secret fresh() {
        var bytes = new byte[BYTES];
        RANDOM.nextBytes(bytes);
        return new Secret(Base64.getUrlEncoder().withoutPadding().encodeToString(bytes));
    }

    public String hash() {
        return hashOf(text);
    }

    /** In hexadecimal. */
    public static String hashOf(String text) {
        return Chain.hash(text);
    }
}
