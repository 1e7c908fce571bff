package onward.sentry.formats;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * How far the ledger and the row records had come at a moment, signed with a key that the database does not hold. A chain
 * that was cut off behind a mark, or a mark taken away, shows.
 *
 * @param number counts up from 1; 0 in lines of before, which have none
 * @param at the moment, as {@code 2026-03-02T08:00:00Z}; marks of before name a day
 * @param seq of the ledger's last entry
 * @param hash of that entry
 * @param rowSeq of the last row record; 0 when there is none, and in marks of before
 * @param rowHash of that record; empty when there is none
 * @param before the signature of the mark before; empty for the first
 * @param signature HMAC-SHA256 over what stands before it, lower-case hex
 */
public record SiteMark(
        long number, String at, long seq, String hash, long rowSeq, String rowHash, String before, String signature) {

    private static final String ALGORITHM = "HmacSHA256";
    private static final int PARTS = 8;
    private static final int PARTS_OF_BEFORE = 5;

    /** The end of a chain: {@code new End(17, "9f…")}; of an empty one {@code new End(0, "")}. */
    public record End(long seq, String hash) {}

    /** Signs how far both chains have come. */
    public static SiteMark sign(long number, Instant at, End ledger, End rows, String before, byte[] key) {
        var unsigned =
                new SiteMark(number, at.toString(), ledger.seq(), ledger.hash(), rows.seq(), rows.hash(), before, "");
        return unsigned.signed(hmac(unsigned.text(), key));
    }

    private SiteMark signed(String with) {
        return new SiteMark(number, at, seq, hash, rowSeq, rowHash, before, with);
    }

    /** Whether it was signed with the key and says what it said then. */
    public boolean isSignedWith(byte[] key) {
        return MessageDigest.isEqual(
                signature.getBytes(StandardCharsets.US_ASCII), hmac(text(), key).getBytes(StandardCharsets.US_ASCII));
    }

    /** Whether it is of a form that names a day and the ledger alone. */
    private boolean isOfBefore() {
        return !at.contains("T");
    }

    /** One line of the file of marks: {@code 3 2026-03-02T08:00:00Z 17 9f… 120 7b… - 3c…}; a dash where nothing stands. */
    public String line() {
        return isOfBefore()
                ? String.join(" ", at, Long.toString(seq), hash, orDash(before), signature)
                : String.join(
                        " ",
                        Long.toString(number),
                        at,
                        Long.toString(seq),
                        hash,
                        Long.toString(rowSeq),
                        orDash(rowHash),
                        orDash(before),
                        signature);
    }

    /** @throws IllegalArgumentException when it is no line of {@link #line} */
    public static SiteMark ofLine(String line) {
        var parts = line.split(" ");
        return switch (parts.length) {
            case PARTS ->
                new SiteMark(
                        Long.parseLong(parts[0]),
                        parts[1],
                        Long.parseLong(parts[2]),
                        parts[3],
                        Long.parseLong(parts[4]),
                        orNothing(parts[5]),
                        orNothing(parts[6]),
                        parts[7]);
            case PARTS_OF_BEFORE ->
                new SiteMark(0, parts[0], Long.parseLong(parts[1]), parts[2], 0, "", orNothing(parts[3]), parts[4]);
            default -> throw new IllegalArgumentException("no mark: " + line);
        };
    }

    private static String orDash(String text) {
        return text.isEmpty() ? "-" : text;
    }

    private static String orNothing(String text) {
        return text.equals("-") ? "" : text;
    }

    private String text() {
        return isOfBefore()
                ? at + "\n" + seq + "\n" + hash + "\n" + before
                : number + "\n" + at + "\n" + seq + "\n" + hash + "\n" + rowSeq + "\n" + rowHash + "\n" + before;
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
