package onward.sentry.server.bench;

import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.run.LaboratoryLine;
import onward.sentry.core.run.PaperLine;
import onward.sentry.core.run.ReadingSource;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Stores a job that was done on paper or by a laboratory: after everything that is on record for the detector, never into the future. */
@Service
class PaperRuns {

    private final FinishedRuns finished;
    private final Runs runs;
    private final Fleet fleet;
    private final RunBeginning beginning;
    private final Site site;

    PaperRuns(FinishedRuns finished, Runs runs, Fleet fleet, RunBeginning beginning, Site site) {
        this.finished = finished;
        this.runs = runs;
        this.fleet = fleet;
        this.beginning = beginning;
        this.site = site;
    }

    @Transactional
    UUID store(String serial, Job job, RunCommand.EnterPaper sheet, String by) {
        return store(
                serial,
                job,
                ReadingSource.PAPER,
                sheet.lines().stream().map(PaperLine::slot).toList(),
                sheet,
                sheet.on(),
                by);
    }

    /** A calibration that an outside laboratory did. */
    @Transactional
    UUID store(String serial, RunCommand.EnterLaboratory sheet, String by) {
        return store(
                serial,
                Job.CALIBRATION,
                ReadingSource.LABORATORY,
                sheet.lines().stream().map(LaboratoryLine::slot).toList(),
                sheet,
                sheet.on(),
                by);
    }

    private UUID store(
            String serial,
            Job job,
            ReadingSource source,
            List<Integer> slots,
            RunCommand sheet,
            LocalDate on,
            String by) {
        var detector = fleet.bySerial(serial);
        Refusal.unless(
                !on.isAfter(site.today()),
                "paper-future",
                "on",
                "It is dated " + Figures.day(on) + ", which is still to come.",
                "Give the day on which the job was done.");
        Refusal.unless(
                detector.lastRunOn().filter(last -> last.isAfter(on)).isEmpty(),
                "paper-too-old",
                "on",
                "The last run on record is of "
                        + detector.lastRunOn().map(Figures::day).orElse("") + "; this one is of "
                        + Figures.day(on) + ".",
                "What is older than the record cannot be put in between.");
        Refusal.unless(
                runs.unfinishedOf(detector.id()).isEmpty(),
                "run-open",
                "serial",
                detector.serial() + " is on the bench.",
                "Finish that run first.");
        var live = beginning.of(
                detector, job, source, 1, slots.stream().distinct().sorted().toList(), by, false);
        live.carryOut(sheet, 0, by);
        live.carryOut(new RunCommand.Sign(on), 0, by);
        var at = on.atTime(LocalTime.NOON).atZone(site.zone()).toInstant();
        return finished.store(detector.id(), live, at.isAfter(site.now()) ? site.now() : at);
    }
}
