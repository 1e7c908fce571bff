package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.Job;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.working.Refusal;

/**
 * Something that happened in a run. Events are appended, never changed; verdicts are events too, with their working, so
 * that yesterday's record does not change under today's code.
 */
public sealed interface RunEvent {

    /** Run time in milliseconds since the run began. */
    long at();

    /**
     * The run began.
     *
     * @param sensors serial of the sensor in each slot
     * @param timeScale 1 in earnest; anything else is simulated and says so on the record
     * @param slots the sensors that the job is about
     */
    record RunStarted(
            long at,
            String serial,
            Job job,
            String model,
            int cardVersion,
            int policyVersion,
            String technician,
            ReadingSource source,
            double timeScale,
            Map<Integer, String> sensors,
            List<Integer> slots)
            implements RunEvent {}

    record ChecksConfirmed(long at, int step, List<String> items) implements RunEvent {}

    record StepConfirmed(long at, int step) implements RunEvent {}

    record WarmUpEnded(long at, int step) implements RunEvent {}

    record ZeroStarted(long at, int step) implements RunEvent {}

    record ZeroJudged(long at, int step, List<SensorOutcome> outcomes) implements RunEvent {}

    /**
     * @param cylinderId the tag that people call the cylinder by
     * @param on the day of use
     * @param setPointsChanged slots whose set point the technician changed on the detector to match the label
     * @param straightOn its gas was flowing already, for the application before
     */
    record CylinderChosen(
            long at,
            int step,
            String cylinderId,
            Cylinder cylinder,
            LocalDate on,
            List<LabelLine> label,
            List<Refusal> warnings,
            List<Integer> setPointsChanged,
            boolean straightOn)
            implements RunEvent {}

    /** @param seen the readings showed it; otherwise the technician confirmed it */
    record GasOpened(long at, int step, boolean seen) implements RunEvent {}

    record ReadingTyped(long at, int slot, double value) implements RunEvent {}

    /** A reading was taken as it stood and judged. */
    record ReadingAccepted(long at, int step, SensorOutcome outcome) implements RunEvent {}

    /** A sensor gave no reading that could be taken; it failed. */
    record ReadingNotAccepted(long at, int step, SensorOutcome outcome) implements RunEvent {}

    /** Failed sensors are tried again. @param changed what was changed first, in the technician's words */
    record TryStarted(long at, int step, List<Integer> slots, String changed) implements RunEvent {}

    /** The technician leaves it at the failure although there is a try left. */
    record FailureLeft(long at, int step) implements RunEvent {}

    record AlarmsConfirmed(long at, int step, boolean audible, boolean visual, boolean vibration) implements RunEvent {
        public boolean all() {
            return audible && visual && vibration;
        }
    }

    /** @param verdicts what the instrument itself said, per slot */
    record SavedOnInstrument(long at, int step, Map<Integer, Verdict> verdicts) implements RunEvent {}

    /** @param traces SHA-256 of each sensor's sealed trace of this application */
    record GasClosed(long at, int step, boolean seen, Map<Integer, String> traces) implements RunEvent {}

    record ClearedDown(long at, int step, List<SensorOutcome> outcomes) implements RunEvent {}

    /** @param sequence position of the event that is withdrawn, counted from 0 */
    record ConfirmationWithdrawn(long at, int sequence, String by) implements RunEvent {}

    record RunTakenOver(long at, String by, String from) implements RunEvent {}

    record RunStopped(long at, String by, String reason) implements RunEvent {}

    /** @param verdict the worst of the sensors, and of the alarms at a bump */
    record RunSigned(
            long at, String by, LocalDate on, Verdict verdict, List<SensorResult> results, Optional<String> remark)
            implements RunEvent {}
}
