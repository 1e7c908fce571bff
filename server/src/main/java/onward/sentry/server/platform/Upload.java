package onward.sentry.server.platform;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import onward.sentry.core.working.Refusal;

/**
 * A file that somebody sends: its size is limited, and its type is what its content says, not what its name does.
 *
 * @param mediaType {@code application/pdf}, {@code image/png} or {@code image/jpeg}
 */
public record Upload(String mediaType, byte[] content) {

    private static final int MOST_BYTES = 5 * 1024 * 1024;

    private static final byte[] PDF = "%PDF-".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', 0x0D, 0x0A, 0x1A, 0x0A};
    private static final byte[] JPEG = {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF};

    /** @throws onward.sentry.core.working.Refused when it is larger than 5 MB, or neither a PDF nor a picture */
    public static Upload read(InputStream sent) {
        byte[] content;
        try {
            content = sent.readNBytes(MOST_BYTES + 1);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Refusal.unless(
                content.length <= MOST_BYTES,
                "upload-size",
                "file",
                "The file is larger than 5 MB.",
                "Scan it at a lower resolution, or in grey.");
        var type = begins(content, PDF)
                ? "application/pdf"
                : begins(content, PNG) ? "image/png" : begins(content, JPEG) ? "image/jpeg" : "";
        Refusal.unless(
                !type.isEmpty(),
                "upload-type",
                "file",
                "This is neither a PDF nor a PNG or JPEG picture, whatever its name says.",
                "Save it as a PDF or take a picture of it.");
        return new Upload(type, content);
    }

    private static boolean begins(byte[] content, byte[] with) {
        return content.length >= with.length && Arrays.equals(content, 0, with.length, with, 0, with.length);
    }
}
