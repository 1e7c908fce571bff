package onward.sentry.core.result;

import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.schedule.DueDate;

/**
 * A sensor's verdict at signing.
 *
 * @param verdict the worse of ours and the instrument's own
 * @param ours worst of the sensor's outcomes
 * @param instrument what the instrument said itself; empty when it was not asked
 * @param due next due day, when this run renewed the sensor
 * @param statedDue next calibration as a laboratory's certificate states it, when this run renewed the sensor
 * @param sensitivity what the next span goes on from; empty where raw readings are shown or nothing was set
 */
public record SensorResult(
        int slot,
        Verdict verdict,
        Verdict ours,
        Optional<Verdict> instrument,
        Optional<LocalDate> renewedOn,
        Optional<DueDate> due,
        Optional<LocalDate> statedDue,
        OptionalDouble sensitivity) {

    /**
     * Fills in what older records leave out.
     *
     * @param slot slot of the sensor, from 1
     * @param verdict the worse of ours and the instrument's own
     * @param ours worst of the sensor's outcomes
     * @param instrument what the instrument said itself; empty when it was not asked
     * @param renewedOn new due day; empty where it is not renewed
     * @param due next due day, when this run renewed the sensor
     * @param statedDue next calibration as a laboratory's certificate states it, when this run renewed the sensor
     * @param sensitivity what the next span goes on from; empty where raw readings are shown or nothing was set
     */
    public SensorResult {
        statedDue = statedDue == null ? Optional.empty() : statedDue;
        sensitivity = sensitivity == null ? OptionalDouble.empty() : sensitivity;
    }

    /** {@return the instrument and we do not agree on whether it works} */
    public boolean differs() {
        return ours != Verdict.NOT_JUDGED
                && instrument.filter(theirs -> theirs.good() != ours.good()).isPresent();
    }
}
