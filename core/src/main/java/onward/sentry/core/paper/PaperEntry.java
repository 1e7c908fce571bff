package onward.sentry.core.paper;

import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * When a job that was done on paper or by a laboratory may go on record: a record grows at its end, so that nothing that was
 * judged by what came before is judged otherwise afterwards.
 */
public final class PaperEntry {

    private PaperEntry() {}

    /**
     * With a last run of 2026-03-02 and today 2026-03-09, a sheet of 2026-03-02 is taken, one of 2026-03-01 and one of
     * 2026-03-10 are refused.
     *
     * @param serial of the detector
     * @param on the day on which the job was done
     * @param today the day at the site
     * @param lastRun the day of the last run on record; empty when there is none
     * @param onTheBench the detector is being worked on
     * @throws onward.sentry.core.working.Refused with code {@code paper-future}, {@code paper-too-old} or {@code run-open}
     */
    public static void check(
            String serial, LocalDate on, LocalDate today, Optional<LocalDate> lastRun, boolean onTheBench) {
        Refusal.unless(
                !on.isAfter(today),
                "paper-future",
                "on",
                "It is dated " + Figures.day(on) + ", which is still to come.",
                "Give the day on which the job was done.");
        lastRun.ifPresent(last -> Refusal.unless(
                !last.isAfter(on),
                "paper-too-old",
                "on",
                "The last run on record is of " + Figures.day(last) + "; this one is of " + Figures.day(on) + ".",
                "What is older than the record cannot be put in between."));
        notOnTheBench(serial, onTheBench);
    }

    static void notOnTheBench(String serial, boolean onTheBench) {
        Refusal.unless(!onTheBench, "run-open", "serial", serial + " is on the bench.", "Finish that run first.");
    }
}
