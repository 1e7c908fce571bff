package onward.sentry.core.detector;

import onward.sentry.core.working.Refusal;

/**
 * What a site writes down about a detector that no run depends on.
 *
 * @param assetTag the site's own number, at most 60 characters, may be empty
 * @param crew who uses it, at most 60 characters, may be empty
 * @param location where it is kept, at most 60 characters, may be empty
 * @param notes at most 2,000 characters, may be empty
 */
public record DetectorDetails(String assetTag, String crew, String location, String notes) {

    private static final int LONGEST_LINE = 60;
    private static final int LONGEST_NOTES = 2_000;

    /** @throws onward.sentry.core.working.Refused with code {@code detail-long}, naming the field */
    public DetectorDetails {
        assetTag = checked("assetTag", "The asset tag", assetTag, LONGEST_LINE);
        crew = checked("crew", "The crew", crew, LONGEST_LINE);
        location = checked("location", "The location", location, LONGEST_LINE);
        notes = checked("notes", "The notes", notes, LONGEST_NOTES);
    }

    private static String checked(String field, String name, String text, int longest) {
        var stripped = text.strip();
        Refusal.unless(
                stripped.length() <= longest,
                "detail-long",
                field,
                name + " may have at most " + longest + " characters, not " + stripped.length() + ".",
                "Shorten the text.");
        return stripped;
    }
}
