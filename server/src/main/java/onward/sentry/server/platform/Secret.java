package onward.sentry.server.platform;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;

/** A secret that opens an address to whoever has it: 24 random bytes, of which only the SHA-256 is stored. */
public record Secret(String text) {

    private static final int BYTES = 24;
    private static final SecureRandom RANDOM = new SecureRandom();

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
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
