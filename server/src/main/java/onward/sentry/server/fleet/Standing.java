package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.judge.Verdict;

/**
 * What a signed run changes of a detector, as it stood before.
 *
 * @param openTrigger what made it due at once; empty when nothing did
 */
public record Standing(
        Optional<LocalDate> lastRunOn,
        Optional<Verdict> lastVerdict,
        Optional<String> lastStrip,
        Optional<LocalDate> lastGoodBump,
        Optional<UUID> openTrigger,
        List<SensorStanding> sensors) {

    /** The same of a sensor that was fitted. */
    public record SensorStanding(
            UUID id,
            Optional<Verdict> lastVerdict,
            Optional<LocalDate> lastGoodOn,
            Optional<LocalDate> statedDue,
            double sensitivity,
            boolean disabled) {}
}
