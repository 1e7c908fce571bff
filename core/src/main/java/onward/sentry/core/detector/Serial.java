package onward.sentry.core.detector;

import onward.sentry.core.working.Refusal;

/** The serial of a detector, as it stands on its label. */
public final class Serial {

    private static final String FORM = "[A-Za-z0-9][A-Za-z0-9._/-]{1,39}";

    private Serial() {}

    /**
     * {@return the serial without blanks around it: {@code " Q4-1001 "} returns {@code "Q4-1001"}}
     *
     * @param typed as typed
     * @throws onward.sentry.core.working.Refused with code {@code serial} unless it has 2 to 40 letters, digits, dots,
     *     dashes or slashes
     */
    public static String of(String typed) {
        var serial = typed.strip();
        Refusal.unless(
                serial.matches(FORM),
                "serial",
                "serial",
                "A serial has 2 to 40 letters, digits, dots, dashes or slashes; '" + serial + "' does not fit.",
                "Scan it, or type it as it is on the detector.");
        return serial;
    }
}
