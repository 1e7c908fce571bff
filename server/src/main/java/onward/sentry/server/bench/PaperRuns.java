package onward.sentry.server.bench;

import java.time.LocalTime;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.ReadingSource;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.house.House;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Stores a job that was done on paper: after everything that is on record for the detector, never into the future. */
@Service
class PaperRuns {

    private final FinishedRuns finished;
    private final Runs runs;
    private final Fleet fleet;
    private final House house;
    private final Site site;

    PaperRuns(FinishedRuns finished, Runs runs, Fleet fleet, House house, Site site) {
        this.finished = finished;
        this.runs = runs;
        this.fleet = fleet;
        this.house = house;
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
        var card = house.latestCard(detector.model());
        var serials = new TreeMap<Integer, String>();
        detector.sensors().forEach(s -> serials.put(s.slot(), s.serial()));
        var slots = sheet.lines().stream()
                .map(line -> line.slot())
                .distinct()
                .sorted()
                .toList();
        var live = LiveRun.start(
                card,
                house.policy(),
                new RunEvent.RunStarted(
                        0,
                        detector.serial(),
                        job,
                        card.model(),
                        card.version(),
                        house.policy().version(),
                        by,
                        ReadingSource.PAPER,
                        1,
                        serials,
                        slots,
                        false,
                        detector.sensors().stream().collect(Collectors.toMap(Fleet.Fitted::slot, Fleet.Fitted::chain)),
                        0,
                        detector.tolerancePercent()));
        live.carryOut(sheet, 0, by);
        live.carryOut(new RunCommand.Sign(sheet.on()), 0, by);
        var at = sheet.on().atTime(LocalTime.NOON).atZone(site.zone()).toInstant();
        return finished.store(detector.id(), live, at.isAfter(site.now()) ? site.now() : at);
    }
}
