package onward.sentry.core.paper;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.schedule.Cause;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * A record that somebody wants to take back, with what decides whether that may be. Only what was typed in can be wrong as a
 * whole; records are taken back in the opposite order of that in which they came, so that the detector can stand as before.
 *
 * @param serial of its detector
 * @param typedIn it came from paper or from a laboratory's certificate
 * @param withdrawn it was taken back already
 * @param onTheBench its detector is being worked on
 * @param workedSince the day of the last job that was signed after it; empty when none was
 * @param sensorReplaced a sensor that was fitted then has been replaced since
 */
public record Withdrawal(
        String serial,
        boolean typedIn,
        boolean withdrawn,
        boolean onTheBench,
        Optional<LocalDate> workedSince,
        boolean sensorReplaced) {

    /**
     * @throws onward.sentry.core.working.Refused with code {@code withdrawal-bench}, {@code withdrawal-twice},
     *     {@code run-open}, {@code withdrawal-worked} or {@code withdrawal-sensor}, the first that holds
     */
    public void check() {
        Refusal.unless(
                typedIn,
                "withdrawal-bench",
                "",
                "This record was not typed in from paper.",
                "What was worked at a bench stays; correct it in the logbook.");
        Refusal.unless(!withdrawn, "withdrawal-twice", "", "This record is void already.", "Load the page again.");
        PaperEntry.notOnTheBench(serial, onTheBench);
        Refusal.unless(
                workedSince.isEmpty(),
                "withdrawal-worked",
                "",
                "A job of " + workedSince.map(Figures::day).orElse("") + " came after it for " + serial + ".",
                "Take that one back first; what was worked at a bench stays, and this record with it.");
        Refusal.unless(
                !sensorReplaced,
                "withdrawal-sensor",
                "",
                "A sensor of " + serial + " was replaced since.",
                "The record stays. Correct it in the logbook.");
    }

    /**
     * {@return whether a cause that is open is of this record's making: a failed bump makes its detector due at once, in its
     * own name} A drop that was reported on the same day is not.
     *
     * @param runId of the record
     * @param cause why the detector is due
     */
    public static boolean made(String runId, Cause cause) {
        return cause.kind() == Cause.Kind.BUMP_FAILED && cause.source().equals(runId);
    }
}
