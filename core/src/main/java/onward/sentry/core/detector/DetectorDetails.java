package onward.sentry.core.detector;

import onward.sentry.core.working.Refusal;

/**
 * What a site writes down about a detector that no run depends on; each may be empty.
 *
 * @param assetTag the site's own number
 * @param crew who uses it
 * @param location where it is kept
 * @param notes anything else
 */
public record DetectorDetails(String assetTag, String crew, String location, String notes) {

    private static final int LONGEST_LINE = 100;
    private static final int LONGEST_NOTES = 2_000;

    /**
     * Strips blanks.
     *
     * @param assetTag the site's own number
     * @param crew who uses it
     * @param location where it is kept
     * @param notes anything else
     */
    public DetectorDetails {
        assetTag = assetTag.strip();
        crew = crew.strip();
        location = location.strip();
        notes = notes.strip();
    }

    /**
     * These details, where they are short enough to be stored: 100 characters, notes 2,000.
     *
     * @return these details
     * @throws onward.sentry.core.working.Refused with code {@code detail-long}, naming the field
     */
    public DetectorDetails checked() {
        check("assetTag", "The asset tag", assetTag, LONGEST_LINE);
        check("crew", "The crew", crew, LONGEST_LINE);
        check("location", "The location", location, LONGEST_LINE);
        check("notes", "The notes", notes, LONGEST_NOTES);
        return this;
    }

    private static void check(String field, String name, String text, int longest) {
        Refusal.unless(
                text.length() <= longest,
                "detail-long",
                field,
                name + " may have at most " + longest + " characters, not " + text.length() + ".",
                "Shorten the text.");
    }
}
