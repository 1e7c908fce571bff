package onward.sentry.formats;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;

/** Hashes that chain one row of a log to the next. */
public final class Chain {

    /** Which hash an event gets that is written today. */
    public static final int EVENT_RULE = 2;

    /** What the first row of a chain stands on. */
    public static final String START = "0".repeat(64);

    private Chain() {}

    /** SHA-256 over the hash before and the stored text, separated by a newline; lower-case hex. */
    public static String next(String previousHash, String body) {
        return hash(previousHash + "\n" + body);
    }

    /** The hash of an entry of the ledger. */
    public static String ofEntry(String previousHash, Instant at, String kind, String by, String body) {
        return next(previousHash, at + "\n" + kind + "\n" + by + "\n" + body);
    }

    /**
     * The hash of what a row on record looked like.
     *
     * @param was the hash of the row as it was found; null when it was not there
     * @param body of the row as it was left; null when it is gone
     */
    public static String ofRow(String previousHash, Instant at, String table, String key, String was, String body) {
        return next(previousHash, at + "\n" + table + "\n" + key + "\n" + orGone(was) + "\n" + orGone(body));
    }

    private static String orGone(String text) {
        return text == null ? "gone" : text;
    }

    /**
     * The hash of an event of a run.
     *
     * @param rule 2 covers all that is given; events of before are under rule 1, which covers the text alone
     */
    public static String ofEvent(
            int rule, String previousHash, Instant at, String kind, int version, String sender, String body) {
        return switch (rule) {
            case 1 -> next(previousHash, body);
            case 2 -> next(previousHash, at + "\n" + kind + "\n" + version + "\n" + sender + "\n" + body);
            default -> throw new IllegalArgumentException("no rule of hashes: " + rule);
        };
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
