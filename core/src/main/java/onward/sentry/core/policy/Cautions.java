package onward.sentry.core.policy;

import onward.sentry.core.working.Refusal;

/**
 * What people are cautioned about at the bench, in the site's own words.
 *
 * @param noAlarm while an instrument sets itself
 * @param notBesideGas before a zero
 * @param ventilate before gas is turned on
 */
public record Cautions(String noAlarm, String notBesideGas, String ventilate) {

    private static final int MOST_LETTERS = 160;

    /** What ships, and what a site begins with. */
    public static final Cautions SHIPPED = new Cautions(
            "In calibration mode this detector does not alarm: nobody may rely on it.",
            "Never zero beside somebody's open gas.",
            "Ventilate: calibration gas is toxic or asphyxiating.");

    /**
     * Checks the limits.
     *
     * @param noAlarm while an instrument sets itself
     * @param notBesideGas before a zero
     * @param ventilate before gas is turned on
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Cautions {
        noAlarm = checked(noAlarm, "noAlarm");
        notBesideGas = checked(notBesideGas, "notBesideGas");
        ventilate = checked(ventilate, "ventilate");
    }

    private static String checked(String text, String field) {
        var stripped = text.strip();
        Refusal.unless(
                !stripped.isEmpty() && stripped.length() <= MOST_LETTERS,
                "policy-caution",
                "cautions." + field,
                "A caution has 1 to " + MOST_LETTERS + " characters; this one has " + stripped.length() + ".",
                "Say it in one sentence; it is read with gas on.");
        return stripped;
    }
}
