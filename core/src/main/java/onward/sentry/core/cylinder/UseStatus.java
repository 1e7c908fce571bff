package onward.sentry.core.cylinder;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;

/** What a cylinder is good for on a day, in one word: its state, and its expiry date while it is in use or new. */
public enum UseStatus {
    /** In use, and its expiry date is further away than the site warns. */
    IN_DATE,
    /** In use, and it expires within the days that the site warns ahead. */
    EXPIRES_SOON,
    /** In use or new, and its expiry date is over. */
    EXPIRED,
    /** Not compared with the outgoing cylinder yet: it sets no detector. */
    NEW,
    /** Set aside as empty. */
    EMPTY,
    /** In quarantine until a lead releases it. */
    ON_HOLD,
    /** Back at the supplier. */
    RETURNED;

    /**
     * {@return the status of a cylinder on a day}
     *
     * <p>Example: in use, expires on 2026-03-31, on 2026-03-02 with 30 days of warning returns {@code EXPIRES_SOON}; on
     * 2026-04-01 {@code EXPIRED}.
     *
     * @param cylinder the cylinder to look at
     * @param on the day of use
     * @param warnDays how many days ahead the site warns, 0 or more
     */
    public static UseStatus of(Cylinder cylinder, LocalDate on, int warnDays) {
        long daysLeft = ChronoUnit.DAYS.between(on, cylinder.useBefore());
        return switch (cylinder.state()) {
            case EMPTY -> EMPTY;
            case ON_HOLD -> ON_HOLD;
            case RETURNED -> RETURNED;
            case NEW -> daysLeft < 0 ? EXPIRED : NEW;
            case IN_USE -> daysLeft < 0 ? EXPIRED : daysLeft <= warnDays ? EXPIRES_SOON : IN_DATE;
        };
    }
}
