package onward.sentry.core.card;

import java.util.Base64;
import java.util.Objects;
import onward.sentry.core.working.Refusal;

/**
 * A picture beside an operator's note: what the display shows, which way the adapter goes.
 *
 * @param step position of its step on the card, from 0
 * @param description what it shows, for who cannot see it
 * @param mediaType {@code image/png} or {@code image/jpeg}
 * @param base64 the picture itself, at most 400 kB
 */
public record StepPicture(Job job, int step, String description, String mediaType, String base64) {

    private static final int MOST_LETTERS = 400_000 / 3 * 4;

    /**
     * Checks the limits, fills in what older records leave out.
     *
     * @param job calibration or bump
     * @param step position of its step on the card, from 0
     * @param description what it shows, for who cannot see it
     * @param mediaType {@code image/png} or {@code image/jpeg}
     * @param base64 the picture itself, at most 400 kB
     * @throws onward.sentry.core.working.Refused with one of the codes {@code picture-step}, {@code picture-description},
     *     {@code picture-type}, {@code picture-size}
     */
    public StepPicture {
        Objects.requireNonNull(job, "job");
        Refusal.unless(
                step >= 0,
                "picture-step",
                "pictures",
                "A picture belongs to a step, counted from 0, not beside " + step + ".",
                "Name the step that it belongs to.");
        Refusal.unless(
                description != null && !description.isBlank(),
                "picture-description",
                "pictures",
                "A picture has a description of what it shows.",
                "Say it in a few words.");
        Refusal.unless(
                "image/png".equals(mediaType) || "image/jpeg".equals(mediaType),
                "picture-type",
                "pictures",
                "A picture is a PNG or a JPEG, not '" + (mediaType == null ? "" : mediaType) + "'.",
                "Convert it first.");
        Refusal.unless(
                base64 != null && !base64.isEmpty() && base64.length() <= MOST_LETTERS && decodes(base64),
                "picture-size",
                "pictures",
                "A picture is sent in Base64 and takes up to 400 kB.",
                "Make it smaller, 800 points wide is plenty.");
    }

    private static boolean decodes(String text) {
        try {
            Base64.getDecoder().decode(text);
            return true;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    /** {@return the picture, a copy} */
    public byte[] bytes() {
        return Base64.getDecoder().decode(base64);
    }
}
