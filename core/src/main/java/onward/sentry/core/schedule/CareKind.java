package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.Optional;

/** Care that keeps a detector well between calibrations. It does not make it due, and it sets nothing. */
public enum CareKind {
    /** Look after the battery, every 30 days. */
    BATTERY("look at the battery", "A biased sensor must never lose its bias: charge or change what is low.", 30),
    /** Clean the lamp, every 90 days. */
    LAMP("clean the lamp", "A dirty lamp reads low; calibrate after it was cleaned.", 90);

    private final String label;
    private final String explanation;
    private final int everyDays;

    CareKind(String label, String explanation, int everyDays) {
        this.label = label;
        this.explanation = explanation;
        this.everyDays = everyDays;
    }

    /** {@return the words for screens and records} */
    public String label() {
        return label;
    }

    /** {@return why, in one sentence} */
    public String explanation() {
        return explanation;
    }

    /** {@return how often, days} */
    public int everyDays() {
        return everyDays;
    }

    /**
     * {@return when it is to be done next: so many days after it was done last, or after the detector was received}
     *
     * <p>A battery looked at on 2026-03-02 is looked at again on 2026-04-01.
     *
     * @param last when it was done last; empty: never
     * @param received day on which the detector was received
     */
    public LocalDate next(Optional<LocalDate> last, LocalDate received) {
        return last.orElse(received).plusDays(everyDays);
    }
}
