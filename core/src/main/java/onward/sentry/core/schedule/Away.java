package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.Objects;
import onward.sentry.core.working.Figures;

/**
 * A detector that the site cannot reach for the bench: it is being repaired elsewhere, or nobody knows where it is.
 *
 * @param since first day of it
 * @param remark where it was sent, or where it was last seen
 */
public record Away(Reason reason, LocalDate since, String remark) {

    /** Stored by name. */
    public enum Reason {
        /** Sent away for repair. */
        IN_REPAIR(DetectorState.IN_REPAIR, "Sent for repair on "),
        /** Nobody knows where it is. */
        LOST(DetectorState.LOST, "Reported lost on ");

        private final DetectorState word;
        private final String opening;

        Reason(DetectorState word, String opening) {
            this.word = word;
            this.opening = opening;
        }

        /** {@return the state of a detector that is away for this reason} */
        public DetectorState word() {
            return word;
        }
    }

    /**
     * Checks the limits.
     *
     * @param reason why; a sentence for people
     * @param since first day of it
     * @param remark where it was sent, or where it was last seen
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Away {
        Objects.requireNonNull(reason, "reason");
        Objects.requireNonNull(since, "since");
    }

    /**
     * {@code new Away(LOST, 2026-03-02, "last seen on the quay").sentence()} returns "Reported lost on 2026-03-02: last seen
     * on the quay."
     *
     * @return a sentence
     */
    public String sentence() {
        return reason.opening + Figures.day(since) + (remark.isEmpty() ? "." : ": " + remark + ".");
    }
}
