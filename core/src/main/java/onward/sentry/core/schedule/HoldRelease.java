package onward.sentry.core.schedule;

import java.util.List;
import onward.sentry.core.working.Refusal;

/** When a lead may release a detector from hold. */
public final class HoldRelease {

    private HoldRelease() {}

    /**
     * A sensor that failed and is still fitted keeps its detector on hold.
     *
     * @param failedAndFitted names of the sensors whose last verdict was fail and that have not been replaced since
     * @param remark why it is released
     * @throws onward.sentry.core.working.Refused with code {@code sensor-still-failed} or {@code remark-missing}
     */
    public static void check(List<String> failedAndFitted, String remark) {
        Refusal.unless(
                failedAndFitted.isEmpty(),
                "sensor-still-failed",
                "",
                String.join(", ", failedAndFitted) + " failed and is still fitted.",
                "Replace the sensor, or calibrate again with a pass; then release.");
        Refusal.unless(
                !remark.isBlank(),
                "remark-missing",
                "remark",
                "A release says what was done.",
                "For example: CO sensor replaced, calibrate before use.");
    }
}
