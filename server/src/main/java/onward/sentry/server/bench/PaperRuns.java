package onward.sentry.server.bench;

import java.time.LocalTime;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.run.ReadingSource;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Stores a job that was done on paper: after everything that is on record for the detector, never into the future. */
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
        var detector = fleet.bySerial(serial);
        Refusal.unless(
                !sheet.on().isAfter(site.today()),
                "paper-future",
                "on",
                "The sheet is dated " + Figures.day(sheet.on()) + ", which is still to come.",
                "Give the day on which the job was done.");
        Refusal.unless(
                detector.lastRunOn().filter(last -> last.isAfter(sheet.on())).isEmpty(),
                "paper-too-old",
                "on",
                "The last run on record is of "
                        + detector.lastRunOn().map(Figures::day).orElse("") + "; the sheet is of "
                        + Figures.day(sheet.on()) + ".",
                "What is older than the record cannot be put in between.");
        Refusal.unless(
                runs.unfinishedOf(detector.id()).isEmpty(),
                "run-open",
                "serial",
                detector.serial() + " is on the bench.",
                "Finish that run first.");
        var slots = sheet.lines().stream()
                .map(line -> line.slot())
                .distinct()
                .sorted()
                .toList();
        var live = beginning.of(detector, job, ReadingSource.PAPER, 1, slots, by, false);
        live.carryOut(sheet, 0, by);
        live.carryOut(new RunCommand.Sign(sheet.on()), 0, by);
        var at = sheet.on().atTime(LocalTime.NOON).atZone(site.zone()).toInstant();
        return finished.store(detector.id(), live, at.isAfter(site.now()) ? site.now() : at);
    }
}
