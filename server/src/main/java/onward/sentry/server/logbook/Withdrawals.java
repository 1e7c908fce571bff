package onward.sentry.server.logbook;

import java.time.LocalDate;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.schedule.Trigger;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.server.bench.PaperRuns;
import onward.sentry.server.bench.RunEntity;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.fleet.Standings;
import onward.sentry.server.health.Doubts;
import onward.sentry.server.health.Outlooks;
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
    private final Standings standings;
    private final Doubts doubts;
    private final Outlooks outlooks;
    private final Corrections corrections;
    private final Logbook logbook;
    private final JdbcClient jdbc;

    Withdrawals(
            Runs runs,
            PaperRuns paper,
            Fleet fleet,
            Standings standings,
            Doubts doubts,
            Outlooks outlooks,
            Corrections corrections,
            Logbook logbook,
            JdbcClient jdbc) {
        this.runs = runs;
        this.paper = paper;
        this.fleet = fleet;
        this.standings = standings;
        this.doubts = doubts;
        this.outlooks = outlooks;
        this.corrections = corrections;
        this.logbook = logbook;
        this.jdbc = jdbc;
    }

    /** @throws Refused when it was worked at a bench, was taken back before, or the detector was worked on since */
    @Transactional
    public void takeBack(UUID runId, String why, String by) {
        var run = runs.run(runId);
        var detector = fleet.byId(run.detectorId());
        var before = paper.before(runId)
                .orElseThrow(() -> new Refused(new Refusal(
                        "withdrawal-bench",
                        "",
                        "This record was not typed in from paper.",
                        "What was worked at a bench stays; correct it in the logbook.")));
        Refusal.unless(
                !run.withdrawn(),
                "withdrawal-twice",
                "",
                "This record was taken back already.",
                "Load the page again.");
        refuseIfWorkedSince(run, detector.serial());
        corrections.correct(entry(runId), "this record was taken back and counts for nothing", why, false, by, true);
        run.withdraw();
        doubts.withdrawn(runId, why, by);
        standings.again(run.detectorId(), before, runId, trigger -> madeBy(run, trigger), why, by);
        if (run.job() == Job.CALIBRATION) {
            detector.sensors().forEach(sensor -> outlooks.renew(sensor.id()));
        }
    }

    private static boolean madeBy(RunEntity run, Trigger trigger) {
        return run.job() == Job.BUMP
                && run.endedOn().filter(trigger.on()::equals).isPresent();
    }

    private long entry(UUID runId) {
        return logbook.ofRun(runId).stream()
                .filter(entry -> entry.corrects().isEmpty())
                .findFirst()
                .orElseThrow()
                .seq();
    }

    /** Runs are taken back in the opposite order of that in which they came. */
    private void refuseIfWorkedSince(RunEntity run, String serial) {
        Refusal.unless(
                runs.unfinishedOf(run.detectorId()).isEmpty(),
                "run-open",
                "serial",
                serial + " is on the bench.",
                "Finish that run first.");
        var later = jdbc.sql("""
                        select max(r.ended_on)::text from run r join ledger l on l.run_id = r.id and l.kind = 'run-signed'
                        where r.detector_id = ? and not r.withdrawn
                            and l.seq > (select seq from ledger where run_id = ? and kind = 'run-signed')
                        """)
                .params(run.detectorId(), run.id())
                .query((row, n) -> Optional.ofNullable(row.getString(1)))
                .single();
        later.map(LocalDate::parse).ifPresent(on -> {
            throw new Refused(new Refusal(
                    "withdrawal-worked",
                    "",
                    "A job of " + Figures.day(on) + " came after it for " + serial + ".",
                    "Take that one back first; what was worked at a bench stays, and this record with it."));
        });
    }
}
