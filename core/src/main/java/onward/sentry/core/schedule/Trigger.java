package onward.sentry.core.schedule;

import java.time.LocalDate;

/** Something that makes a detector due at once, for example a failed bump. */
public record Trigger(LocalDate on, String cause) {

    /**
     * Whether a good calibration settles it: one of its day or later does, one of before says nothing about it. Dropped on 2
     * March, calibrated on 1 March returns {@code false}.
     */
    public boolean isSettledBy(LocalDate calibrated) {
        return !on.isAfter(calibrated);
    }
}
