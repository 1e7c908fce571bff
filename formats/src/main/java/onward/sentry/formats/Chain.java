package onward.sentry.formats;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** Hashes that chain one row of a log to the next. */
public final class Chain {

    /** What the first row of a chain stands on. */
    public static final String START = "0".repeat(64);

    private Chain() {}

    /** SHA-256 over the hash before and the stored text, separated by a newline; lower-case hex. */
    public static String next(String previousHash, String body) {
        return hash(previousHash + "\n" + body);
    }

    /** SHA-256 of a text in UTF-8, lower-case hex. */
    public static String hash(String text) {
        try {
            var digest = MessageDigest.getInstance("SHA-256");
            return HexFormat.of().formatHex(digest.digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
