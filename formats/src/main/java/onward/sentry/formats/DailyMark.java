package onward.sentry.formats;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.LocalDate;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * How far the ledger had come on a day, signed with a key that the database does not hold. A ledger that was cut off
 * behind a mark, or a mark taken away, shows.
 *
 * @param seq of the ledger's last entry on that day
 * @param hash of that entry
 * @param before the signature of the mark before; empty for the first
 * @param signature HMAC-SHA256 over the lines before it, lower-case hex
 */
public record DailyMark(LocalDate day, long seq, String hash, String before, String signature) {

    private static final String ALGORITHM = "HmacSHA256";
    private static final int PARTS = 5;

    /** Signs how far the ledger has come. */
    public static DailyMark sign(LocalDate day, long seq, String hash, String before, byte[] key) {
        return new DailyMark(day, seq, hash, before, hmac(text(day, seq, hash, before), key));
    }

    /** Whether it was signed with the key and says what it said then. */
    public boolean isSignedWith(byte[] key) {
        return MessageDigest.isEqual(
                signature.getBytes(StandardCharsets.US_ASCII),
                hmac(text(day, seq, hash, before), key).getBytes(StandardCharsets.US_ASCII));
    }

    /** One line of the file of marks: {@code 2026-03-02 17 9f… - 3c…}; the first mark has a dash for the one before. */
    public String line() {
        return String.join(" ", day.toString(), Long.toString(seq), hash, before.isEmpty() ? "-" : before, signature);
    }

    /** @throws IllegalArgumentException when it is no line of {@link #line} */
    public static DailyMark ofLine(String line) {
        var parts = line.split(" ");
        if (parts.length != PARTS) {
            throw new IllegalArgumentException("no mark: " + line);
        }
        return new DailyMark(
                LocalDate.parse(parts[0]),
                Long.parseLong(parts[1]),
                parts[2],
                parts[3].equals("-") ? "" : parts[3],
                parts[4]);
    }

    private static String text(LocalDate day, long seq, String hash, String before) {
        return day + "\n" + seq + "\n" + hash + "\n" + before;
    }

    private static String hmac(String text, byte[] key) {
        try {
            var mac = Mac.getInstance(ALGORITHM);
            mac.init(new SecretKeySpec(key, ALGORITHM));
            return HexFormat.of().formatHex(mac.doFinal(text.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
