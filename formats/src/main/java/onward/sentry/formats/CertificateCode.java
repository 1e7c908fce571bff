package onward.sentry.formats;

import java.math.BigInteger;
import java.util.Locale;
import java.util.Optional;

/**
 * The short code of a certificate: the first 60 bits of the SHA-256 of its canonical JSON, in twelve letters that are
 * not taken for one another, such as {@code 7K3M-Q2PD-XW0F}.
 */
public final class CertificateCode {

    /** Neither I, L, O nor U: they are read as 1, 0 and V. */
    private static final String LETTERS = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";

    private static final int LENGTH = 12;

    private CertificateCode() {}

    /** The code of a text: {@code of("")} returns {@code "WERC-8GMR-ZGE1"}. */
    public static String of(String text) {
        var first = new BigInteger(Chain.hash(text).substring(0, 16), 16).shiftRight(4);
        var letters = new StringBuilder();
        for (int i = LENGTH - 1; i >= 0; i--) {
            letters.append(LETTERS.charAt(first.shiftRight(5 * i).intValue() & 31));
            if (i > 0 && i % 4 == 0) {
                letters.append('-');
            }
        }
        return letters.toString();
    }

    /**
     * A code as somebody typed it: {@code "7k3m q2pd xwOf"} returns {@code "7K3M-Q2PD-XW0F"}; empty when it cannot be
     * one.
     */
    public static Optional<String> typed(String text) {
        var letters = text.toUpperCase(Locale.ROOT)
                .replaceAll("[\\s-]", "")
                .replace('O', '0')
                .replace('I', '1')
                .replace('L', '1');
        if (letters.length() != LENGTH || !letters.chars().allMatch(letter -> LETTERS.indexOf(letter) >= 0)) {
            return Optional.empty();
        }
        return Optional.of(letters.replaceAll("(.{4})(.{4})(.{4})", "$1-$2-$3"));
    }
}
