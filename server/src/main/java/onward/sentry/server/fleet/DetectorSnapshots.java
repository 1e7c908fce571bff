package onward.sentry.server.fleet;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import onward.sentry.core.schedule.Cause;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Notes how a detector stands before a run, and lets it stand so again when the run is taken back. */
@Service
public class DetectorSnapshots {

    private final DetectorRepository detectors;
    private final HoldRepository holds;
    private final DueCauseRepository triggers;
    private final StateKeeper states;
    private final DetectorLocks locks;
    private final Ledger ledger;
    private final Site site;

    DetectorSnapshots(
            DetectorRepository detectors,
            HoldRepository holds,
            DueCauseRepository triggers,
            StateKeeper states,
            DetectorLocks locks,
            Ledger ledger,
            Site site) {
        this.detectors = detectors;
        this.holds = holds;
        this.triggers = triggers;
        this.states = states;
        this.locks = locks;
        this.ledger = ledger;
        this.site = site;
    }

    @Transactional(readOnly = true)
    public DetectorSnapshot of(UUID detectorId) {
        var detector = detectors.findById(detectorId).orElseThrow();
        return new DetectorSnapshot(
                detector.lastRunOn(),
                detector.lastVerdict(),
                detector.lastStrip(),
                Optional.empty(),
                triggers.findByDetectorIdAndSettledOnIsNull(detectorId).stream()
                        .map(DueCauseEntity::id)
                        .toList(),
                detector.fitted().stream().map(SensorEntity::standing).toList());
    }

    /** Whether one of the sensors that were fitted then is not fitted any more. */
    @Transactional(readOnly = true)
    public boolean sensorReplaced(UUID detectorId, DetectorSnapshot then) {
        var fitted = detectors.findById(detectorId).orElseThrow().fitted().stream()
                .map(SensorEntity::id)
                .toList();
        return !then.sensors().stream().allMatch(sensor -> fitted.contains(sensor.id()));
    }

    /**
     * As if the run had never been: what it renewed, held and made due is undone. What else was done to the detector
     * since stays.
     *
     * @param before with every sensor of it still fitted
     * @param made which of the causes that are open now the run brought about
     */
    @Transactional
    public void restore(
            UUID detectorId, DetectorSnapshot before, UUID runId, Predicate<Cause> made, String why, String by) {
        locks.hold(List.of(detectorId));
        var detector = detectors.findById(detectorId).orElseThrow();
        var fitted = detector.fitted().stream().collect(Collectors.toMap(SensorEntity::id, sensor -> sensor));
        before.sensors().forEach(sensor -> fitted.get(sensor.id()).restore(sensor));
        detector.restore(before);
        holds.findByDetectorIdAndReleasedAtIsNullOrderByPlacedAt(detectorId).stream()
                .filter(hold -> runId.equals(hold.runId()))
                .forEach(hold -> {
                    var remark = "record voided: " + why;
                    hold.release(site.now(), by, remark);
                    ledger.append(
                            LedgerKind.HOLD_RELEASED, by, Map.of("detector", detector.serial(), "remark", remark));
                });
        triggers.findByDetectorIdAndSettledOnIsNull(detectorId).stream()
                .filter(open -> made.test(open.toCore()))
                .forEach(open -> open.settle(site.today()));
        before.openCauses().forEach(id -> triggers.findById(id).ifPresent(DueCauseEntity::open));
        holds.flush();
        triggers.flush();
        states.renew(detector);
    }
}
