package onward.sentry.server.exchange;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.result.PaperLine;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.LineFault;
import onward.sentry.formats.RunSheet;
import onward.sentry.formats.RunSheet.PaperJob;
import onward.sentry.server.bench.PaperRuns;
import onward.sentry.server.exchange.StagedRows.Waiting;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What lines about jobs on paper come to as things stand now: ready to be stored, or refused. */
@Component
class PaperLines {

    /** What core calls a field, by what the table calls its column. */
    private static final Map<String, String> COLUMN_OF =
            Map.of("doneBy", "done_by", "serial", "detector", "lines", "figures");

    private final JdbcClient jdbc;
    private final PaperRuns paper;
    private final Fleet fleet;
    private final Shelf shelf;
    private final ProcedureLibrary library;

    PaperLines(JdbcClient jdbc, PaperRuns paper, Fleet fleet, Shelf shelf, ProcedureLibrary library) {
        this.jdbc = jdbc;
        this.paper = paper;
        this.fleet = fleet;
        this.shelf = shelf;
        this.library = library;
    }

    /** @param signed how the job would be signed */
    record Ready(Job job, RunCommand.EnterPaper sheet, RunEvent.RunSigned signed) {}

    /** Either ready or with what is wrong. */
    record Judged(Waiting line, Optional<Ready> ready, Optional<LineFault> fault) {}

    List<Judged> judge(List<Waiting> lines, String by) {
        var detectors = detectors(lines);
        return lines.stream()
                .map(line -> {
                    try {
                        return new Judged(line, Optional.of(ready(line, detectors, by)), Optional.empty());
                    } catch (LineRefused e) {
                        return new Judged(line, Optional.empty(), Optional.of(e.fault));
                    }
                })
                .toList();
    }

    /** Those of the lines that are on record, by their serial in small letters. */
    private Map<String, Fleet.RegisteredDetector> detectors(List<Waiting> lines) {
        var serials = lines.stream()
                .map(line -> line.name().toLowerCase(Locale.ROOT))
                .distinct()
                .toArray(String[]::new);
        var ids = jdbc.sql("select id from detector where lower(serial) = any (:serials)")
                .param("serials", serials)
                .query(UUID.class)
                .list();
        return fleet.byIds(ids).stream()
                .collect(Collectors.toMap(one -> one.serial().toLowerCase(Locale.ROOT), one -> one));
    }

    private Ready ready(Waiting line, Map<String, Fleet.RegisteredDetector> detectors, String by) throws LineRefused {
        var job = RunSheet.read(line.row()).job().orElseThrow();
        var detector = detector(line.name(), detectors);
        try {
            var sheet = sheet(detector, job);
            return new Ready(job.job(), sheet, paper.wouldBe(detector, job.job(), sheet, by));
        } catch (Refused e) {
            var column = COLUMN_OF.getOrDefault(e.refusal().field(), e.refusal().field());
            throw new LineRefused(new LineFault(
                    column,
                    line.fields().getOrDefault(column, ""),
                    e.refusal().reason(),
                    e.refusal().wayOut(),
                    Optional.empty()));
        }
    }

    private static Fleet.RegisteredDetector detector(String serial, Map<String, Fleet.RegisteredDetector> detectors)
            throws LineRefused {
        var found = Optional.ofNullable(detectors.get(serial.toLowerCase(Locale.ROOT)));
        if (found.filter(one -> one.serial().equals(serial)).isEmpty()) {
            throw new LineRefused(new LineFault(
                    "detector",
                    serial,
                    "No detector on record is called so.",
                    "Bring the detectors in first.",
                    found.map(Fleet.RegisteredDetector::serial)));
        }
        if (found.get().state() == DetectorState.RETIRED) {
            throw new LineRefused(new LineFault(
                    "detector", serial, serial + " is retired.", "Leave the line out.", Optional.empty()));
        }
        return found.get();
    }

    private RunCommand.EnterPaper sheet(Fleet.RegisteredDetector detector, PaperJob job) throws LineRefused {
        var cylinder = shelf.all().stream()
                .filter(one -> one.tag().equalsIgnoreCase(job.cylinder()))
                .findFirst();
        if (cylinder.filter(one -> one.tag().equals(job.cylinder())).isEmpty()) {
            throw new LineRefused(new LineFault(
                    "cylinder",
                    job.cylinder(),
                    "There is no cylinder of that tag.",
                    "Register it first, empty or not: its certificate says what the figures mean.",
                    cylinder.map(Shelf.OnShelf::tag)));
        }
        var card = library.latestCard(detector.model());
        var lines = job.figures().entrySet().stream()
                .flatMap(slot -> PaperLine.of(
                        card,
                        job.job(),
                        slot.getKey(),
                        optional(slot.getValue().zero()),
                        optional(slot.getValue().onGas()))
                        .stream())
                .toList();
        return new RunCommand.EnterPaper(
                lines, cylinder.get().tag(), cylinder.get().cylinder(), job.on(), job.doneBy());
    }

    private static OptionalDouble optional(Optional<Double> value) {
        return value.map(OptionalDouble::of).orElseGet(OptionalDouble::empty);
    }

    private static final class LineRefused extends Exception {

        private static final long serialVersionUID = 1;

        private final transient LineFault fault;

        private LineRefused(LineFault fault) {
            this.fault = fault;
        }
    }
}
