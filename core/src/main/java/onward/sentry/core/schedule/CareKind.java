package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.Optional;

/** Care that keeps a detector well between calibrations. It does not make it due, and it sets nothing. */
public enum CareKind {
    BATTERY("look at the battery", "A biased sensor must never lose its bias: charge or change what is low.", 30),
    LAMP("clean the lamp", "A dirty lamp reads low; calibrate after it was cleaned.", 90);

    private final String label;
    private final String explanation;
    private final int everyDays;

    CareKind(String label, String explanation, int everyDays) {
        this.label = label;
        this.explanation = explanation;
        this.everyDays = everyDays;
    }

    public String label() {
        return label;
    }

    /** Why, in one sentence. */
    public String explanation() {
        return explanation;
    }

    /** How often, days. */
    public int everyDays() {
        return everyDays;
    }

    /**
     * When it is to be done next: so many days after it was done last, or after the detector was received.
     *
     * <p>A battery looked at on 2026-03-02 is looked at again on 2026-04-01.
     */
    public LocalDate next(Optional<LocalDate> last, LocalDate received) {
        return last.orElse(received).plusDays(everyDays);
    }
}
