package onward.sentry.server.logbook;

import java.time.LocalDate;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.paper.Withdrawal;
import onward.sentry.server.bench.PaperRuns;
import onward.sentry.server.bench.RunEntity;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.DetectorSnapshots;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.health.ImpactReviews;
import onward.sentry.server.health.SensorForecasts;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes back what was typed in from paper or from a laboratory's certificate. The record stays and a correction of it says why;
 * the detector stands as it stood before.
 */
@Service
public class Withdrawals {

    private final Runs runs;
    private final PaperRuns paper;
    private final Fleet fleet;
    private final DetectorSnapshots snapshots;
    private final ImpactReviews doubts;
    private final SensorForecasts forecasts;
    private final Corrections corrections;
    private final Logbook logbook;
    private final JdbcClient jdbc;

    Withdrawals(
            Runs runs,
            PaperRuns paper,
            Fleet fleet,
            DetectorSnapshots snapshots,
            ImpactReviews doubts,
            SensorForecasts forecasts,
            Corrections corrections,
            Logbook logbook,
            JdbcClient jdbc) {
        this.runs = runs;
        this.paper = paper;
        this.fleet = fleet;
        this.snapshots = snapshots;
        this.doubts = doubts;
        this.forecasts = forecasts;
        this.corrections = corrections;
        this.logbook = logbook;
        this.jdbc = jdbc;
    }

    /** @throws onward.sentry.core.working.Refused as {@link Withdrawal#check} does */
    @Transactional
    public void takeBack(UUID runId, String why, String by) {
        var run = runs.run(runId);
        var detector = fleet.byId(run.detectorId());
        var before = paper.before(runId);
        new Withdrawal(
                        detector.serial(),
                        before.isPresent(),
                        run.withdrawn(),
                        !runs.unfinishedOf(run.detectorId()).isEmpty(),
                        workedSince(run),
                        before.filter(then -> snapshots.sensorReplaced(run.detectorId(), then))
                                .isPresent())
                .check();
        corrections.correct(entry(runId), "this record is void and does not count", why, false, by, true);
        run.withdraw();
        doubts.withdrawn(runId, why, by);
        snapshots.restore(
                run.detectorId(),
                before.orElseThrow(),
                runId,
                cause -> Withdrawal.made(runId.toString(), cause),
                why,
                by);
        if (run.job() == Job.CALIBRATION) {
            detector.sensors().forEach(sensor -> forecasts.renew(sensor.id()));
        }
    }

    private long entry(UUID runId) {
        return logbook.ofRun(runId).stream()
                .filter(entry -> entry.corrects().isEmpty())
                .findFirst()
                .orElseThrow()
                .seq();
    }

    /** The day of the last job that was signed after it, in the order of the ledger. */
    private Optional<LocalDate> workedSince(RunEntity run) {
        return jdbc.sql("""
                        select max(r.ended_on)::text from run r join ledger l on l.run_id = r.id and l.kind = 'run-signed'
                        where r.detector_id = ? and not r.withdrawn
                            and l.seq > (select seq from ledger where run_id = ? and kind = 'run-signed')
                        """)
                .params(run.detectorId(), run.id())
                .query((row, n) -> Optional.ofNullable(row.getString(1)))
                .single()
                .map(LocalDate::parse);
    }
}
