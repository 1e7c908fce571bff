package onward.sentry.core.schedule;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.working.Refusal;

/** What a person does to a detector's status by hand, outside a run: from which status it is possible, and what follows. */
public enum StatusChange {
    /** Kept out of use. */
    HOLD(true),
    /** Sent away. */
    SEND_FOR_REPAIR(true),
    /** Received; it is due at once. */
    RECEIVE_FROM_REPAIR(false),
    /** Reported lost. */
    REPORT_LOST(true),
    /** Found; it is due at once. */
    REPORT_FOUND(false),
    /** Taken out of the fleet. */
    RETIRE(true),
    /** Returned to service; it is due at once. */
    REINSTATE(false);

    /** Longest remark, characters. */
    public static final int LONGEST_REMARK = 200;

    private final boolean remarkRequired;

    StatusChange(boolean remarkRequired) {
        this.remarkRequired = remarkRequired;
    }

    /**
     * @param retired the detector is out of the fleet now
     * @param away why it cannot be reached now; empty: it is here
     * @param remark why; stripped
     * @throws onward.sentry.core.working.Refused with code {@code remark-missing}, {@code remark-long}, {@code
     *     detector-retired}, {@code not-retired}, {@code not-in-repair}, {@code not-lost} or {@code already-away}
     */
    public void check(boolean retired, Optional<Away> away, String remark) {
        Refusal.unless(
                !remarkRequired || !remark.isBlank(),
                "remark-missing",
                "remark",
                "The reason is missing.",
                "Give it in a few words, for example: case cracked.");
        Refusal.unless(
                remark.length() <= LONGEST_REMARK,
                "remark-long",
                "remark",
                "A remark has at most " + LONGEST_REMARK + " characters, this one has " + remark.length() + ".",
                "Shorten it.");
        Refusal.unless(
                !retired || this == REINSTATE,
                "detector-retired",
                "serial",
                "The detector is retired.",
                "A lead can reinstate it.");
        var reason = away.map(Away::reason);
        switch (this) {
            case HOLD, RETIRE -> {}
            case REINSTATE ->
                Refusal.unless(retired, "not-retired", "serial", "The detector is not retired.", "Nothing to do.");
            case RECEIVE_FROM_REPAIR ->
                Refusal.unless(
                        reason.equals(Optional.of(Away.Reason.IN_REPAIR)),
                        "not-in-repair",
                        "serial",
                        "The detector was not sent for repair.",
                        "Nothing to do.");
            case REPORT_FOUND ->
                Refusal.unless(
                        reason.equals(Optional.of(Away.Reason.LOST)),
                        "not-lost",
                        "serial",
                        "The detector was not reported lost.",
                        "Nothing to do.");
            case SEND_FOR_REPAIR ->
                Refusal.unless(
                        away.isEmpty(),
                        "already-away",
                        "serial",
                        away.map(Away::sentence).orElse(""),
                        "Record that it is back first.");
            case REPORT_LOST ->
                Refusal.unless(
                        !reason.equals(Optional.of(Away.Reason.LOST)),
                        "already-away",
                        "serial",
                        away.map(Away::sentence).orElse(""),
                        "Nothing to do.");
        }
    }

    /**
     * {@return where the detector is after it}
     *
     * @param before where it was; a hold leaves that as it is
     * @param on the day of the work
     * @param remark of the person; may be empty
     */
    public Optional<Away> away(Optional<Away> before, LocalDate on, String remark) {
        return switch (this) {
            case HOLD, RETIRE -> before;
            case SEND_FOR_REPAIR -> Optional.of(new Away(Away.Reason.IN_REPAIR, on, remark));
            case REPORT_LOST -> Optional.of(new Away(Away.Reason.LOST, on, remark));
            case RECEIVE_FROM_REPAIR, REPORT_FOUND, REINSTATE -> Optional.empty();
        };
    }

    /**
     * {@return what makes the detector due at once afterwards: nobody here knows what happened to it while it was away}
     * {@code REPORT_FOUND.dueCause(2026-03-02, "in the ditch")} returns the cause "found after it was lost: in the ditch".
     *
     * @param on the day of the work
     * @param remark of the person; may be empty
     */
    public Optional<Cause> dueCause(LocalDate on, String remark) {
        return switch (this) {
            case HOLD, SEND_FOR_REPAIR, REPORT_LOST, RETIRE -> Optional.empty();
            case RECEIVE_FROM_REPAIR -> Optional.of(because("back from repair", on, remark));
            case REPORT_FOUND -> Optional.of(because("found after it was lost", on, remark));
            case REINSTATE -> Optional.of(because("taken back into the fleet", on, remark));
        };
    }

    private static Cause because(String what, LocalDate on, String remark) {
        return Cause.reported(on, remark.isEmpty() ? what : what + ": " + remark);
    }

    /**
     * Whoever had the detector checked out has it no longer.
     *
     * @return whether that is so
     */
    public boolean endsLending() {
        return this != HOLD && this != REPORT_LOST;
    }
}
