package onward.sentry.server.bench;

import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.paper.PaperEntry;
import onward.sentry.core.result.LaboratoryLine;
import onward.sentry.core.result.PaperLine;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.server.fleet.DetectorSnapshot;
import onward.sentry.server.fleet.DetectorSnapshots;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Stores a job that was done on paper or by a laboratory: after everything that is on record for the detector, never into the future. */
@Service
public class PaperRuns {

    private final FinishedRuns finished;
    private final Runs runs;
    private final Fleet fleet;
    private final DetectorSnapshots snapshots;
    private final RunBeginning beginning;
    private final JdbcClient jdbc;
    private final Site site;
    private final JsonMapper json;

    PaperRuns(
            FinishedRuns finished,
            Runs runs,
            Fleet fleet,
            DetectorSnapshots snapshots,
            RunBeginning beginning,
            JdbcClient jdbc,
            Site site,
            JsonMapper json) {
        this.finished = finished;
        this.runs = runs;
        this.fleet = fleet;
        this.snapshots = snapshots;
        this.beginning = beginning;
        this.jdbc = jdbc;
        this.site = site;
        this.json = json;
    }

    @Transactional
    public UUID store(String serial, Job job, RunCommand.EnterPaper sheet, String by) {
        var detector = fleet.bySerial(serial);
        return store(detector, worked(detector, job, sheet, by), sheet.on());
    }

    /** A calibration that an outside laboratory did. */
    @Transactional
    UUID store(String serial, RunCommand.EnterLaboratory sheet, String by) {
        var detector = fleet.bySerial(serial);
        var slots = sheet.lines().stream().map(LaboratoryLine::slot).toList();
        var live = worked(detector, Job.CALIBRATION, ReadingSource.LABORATORY, slots, sheet, sheet.on(), by);
        return store(detector, live, sheet.on());
    }

    /**
     * What a sheet would come to; nothing is stored.
     *
     * @throws onward.sentry.core.working.Refused when it would not be taken
     */
    public RunEvent.RunSigned wouldBe(
            Fleet.RegisteredDetector detector, Job job, RunCommand.EnterPaper sheet, String by) {
        return worked(detector, job, sheet, by).state().signed().orElseThrow();
    }

    private LiveRun worked(Fleet.RegisteredDetector detector, Job job, RunCommand.EnterPaper sheet, String by) {
        var slots = sheet.lines().stream().map(PaperLine::slot).toList();
        return worked(detector, job, ReadingSource.PAPER, slots, sheet, sheet.on(), by);
    }

    private LiveRun worked(
            Fleet.RegisteredDetector detector,
            Job job,
            ReadingSource source,
            List<Integer> slots,
            RunCommand sheet,
            LocalDate on,
            String by) {
        PaperEntry.check(
                detector.serial(),
                on,
                site.today(),
                detector.lastRunOn(),
                !runs.unfinishedOf(detector.id()).isEmpty());
        var live = beginning.of(
                detector, job, source, 1, slots.stream().distinct().sorted().toList(), by, false);
        live.carryOut(sheet, 0, by);
        live.carryOut(new RunCommand.Sign(on), 0, by);
        return live;
    }

    private UUID store(Fleet.RegisteredDetector detector, LiveRun live, LocalDate on) {
        var before = snapshots.of(detector.id());
        var at = on.atTime(LocalTime.NOON).atZone(site.zone()).toInstant();
        var id = finished.store(detector.id(), live, at.isAfter(site.now()) ? site.now() : at);
        jdbc.sql("insert into run_before (run_id, standing) values (?, ?)")
                .params(id, json.writeValueAsString(before))
                .update();
        return id;
    }

    /** How the detector stood before a run that was stored here; empty for any other run. */
    @Transactional(readOnly = true)
    public Optional<DetectorSnapshot> before(UUID runId) {
        return jdbc.sql("select standing from run_before where run_id = ?")
                .param(runId)
                .query(String.class)
                .optional()
                .map(text -> json.readValue(text, DetectorSnapshot.class));
    }
}
