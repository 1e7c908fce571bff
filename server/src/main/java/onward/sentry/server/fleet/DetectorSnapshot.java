package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.judge.Verdict;

/**
 * What a signed run changes of a detector, as it stood before.
 *
 * @param openTrigger as records from before several causes could be open at once have it
 * @param openCauses what made it due at once, one or more
 */
public record DetectorSnapshot(
        Optional<LocalDate> lastRunOn,
        Optional<Verdict> lastVerdict,
        Optional<String> lastStrip,
        Optional<UUID> openTrigger,
        List<UUID> openCauses,
        List<SensorSnapshot> sensors) {

    public DetectorSnapshot {
        openTrigger = openTrigger == null ? Optional.empty() : openTrigger;
        openCauses = openCauses == null ? openTrigger.stream().toList() : openCauses;
    }

    /** The same of a sensor that was fitted. */
    public record SensorSnapshot(
            UUID id,
            Optional<Verdict> lastVerdict,
            Optional<LocalDate> lastGoodOn,
            Optional<LocalDate> lastGoodBump,
            Optional<LocalDate> statedDue,
            double sensitivity,
            boolean disabled) {}
}
