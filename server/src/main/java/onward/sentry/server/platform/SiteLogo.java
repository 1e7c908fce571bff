package onward.sentry.server.platform;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import javax.imageio.ImageIO;
import onward.sentry.core.working.Refusal;

/** The site's own mark, printed on certificates. */
public record SiteLogo(byte[] content, String mediaType) {

    private static final int MOST_BYTES = 200_000;
    private static final int MOST_PIXELS = 2_000;

    /**
     * A picture as it was sent.
     *
     * @throws onward.sentry.core.working.Refused with code {@code site-logo} when it is no PNG or JPEG, over 200 kB, or wider or
     *     higher than 2,000 pixels
     */
    public static SiteLogo of(byte[] content) {
        refuseUnless(
                content.length <= MOST_BYTES,
                "The logo has " + content.length / 1_000 + " kB; at most " + MOST_BYTES / 1_000 + " kB are stored.",
                "Save it smaller.");
        var type = type(content);
        refuseUnless(!type.isEmpty(), "The file is neither a PNG nor a JPEG picture.", "Save it as PNG.");
        refuseUnless(
                isReadable(content),
                "The picture cannot be read, or is over " + MOST_PIXELS + " pixels wide or high.",
                "Save it as PNG, smaller.");
        return new SiteLogo(content, type);
    }

    private static void refuseUnless(boolean fine, String reason, String wayOut) {
        Refusal.unless(fine, "site-logo", "logo", reason, wayOut);
    }

    private static String type(byte[] content) {
        if (content.length > 4 && (content[0] & 0xff) == 0x89 && content[1] == 'P' && content[2] == 'N') {
            return "image/png";
        }
        return content.length > 4 && (content[0] & 0xff) == 0xff && (content[1] & 0xff) == 0xd8 ? "image/jpeg" : "";
    }

    /** Its size is read before its pixels, so that a picture that unfolds to gigabytes is not unfolded. */
    private static boolean isReadable(byte[] content) {
        try (var in = ImageIO.createImageInputStream(new ByteArrayInputStream(content))) {
            var readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                return false;
            }
            var reader = readers.next();
            try {
                reader.setInput(in);
                return reader.getWidth(0) <= MOST_PIXELS
                        && reader.getHeight(0) <= MOST_PIXELS
                        && reader.read(0) != null;
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException broken) {
            return false;
        }
    }
}
