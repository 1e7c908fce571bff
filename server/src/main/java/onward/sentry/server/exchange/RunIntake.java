package onward.sentry.server.exchange;

import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.run.PaperLine;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.SensorResult;
import onward.sentry.core.schedule.StateWord;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.LineFault;
import onward.sentry.formats.RunSheet;
import onward.sentry.formats.RunSheet.PaperJob;
import onward.sentry.formats.TableFile;
import onward.sentry.server.bench.PaperRuns;
import onward.sentry.server.exchange.WaitingLines.Waiting;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.house.House;
import onward.sentry.server.logbook.Withdrawals;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Jobs that were done on paper, from a table: each line is judged as if it had been typed in, and marked as typed in. */
@Component
class RunIntake implements Intake {

    private static final int JUDGED_AT_ONCE = 100;

    /** What core calls a field, by what the table calls its column. */
    private static final Map<String, String> COLUMN_OF =
            Map.of("doneBy", "done_by", "serial", "detector", "lines", "figures");

    private final JdbcTemplate batches;
    private final JdbcClient jdbc;
    private final EntityManager entities;
    private final WaitingLines waiting;
    private final PaperRuns paper;
    private final Withdrawals withdrawals;
    private final Fleet fleet;
    private final Shelf shelf;
    private final House house;
    private final JsonMapper json;

    RunIntake(
            JdbcTemplate batches,
            JdbcClient jdbc,
            EntityManager entities,
            WaitingLines waiting,
            PaperRuns paper,
            Withdrawals withdrawals,
            Fleet fleet,
            Shelf shelf,
            House house,
            JsonMapper json) {
        this.batches = batches;
        this.jdbc = jdbc;
        this.entities = entities;
        this.waiting = waiting;
        this.paper = paper;
        this.withdrawals = withdrawals;
        this.fleet = fleet;
        this.shelf = shelf;
        this.house = house;
        this.json = json;
    }

    @Override
    public ImportKind kind() {
        return ImportKind.RUNS;
    }

    @Override
    public List<String> columns() {
        return RunSheet.WANTED;
    }

    @Override
    public int mostRows() {
        return 20_000;
    }

    @Override
    public String entry() {
        return "runs-imported";
    }

    @Override
    public void stage(UUID id, List<TableFile.Row> rows, Set<String> seen) {
        var lines = rows.stream()
                .map(row -> new Waiting(
                        row.line(), RunSheet.read(row).detector(), WaitingLines.known(row, RunSheet.COLUMNS)))
                .toList();
        waiting.stage(id, lines, line -> faults(line, seen));
    }

    private static List<LineFault> faults(Waiting line, Set<String> seen) {
        var read = RunSheet.read(line.row());
        var faults = new ArrayList<>(read.faults());
        read.job()
                .filter(job -> !seen.add(key(read.detector(), job)))
                .ifPresent(job -> faults.add(new LineFault(
                        "on",
                        job.on().toString(),
                        "This job stands in this table twice.",
                        "Take one of the two lines out.",
                        Optional.empty())));
        return faults;
    }

    private static String key(String detector, PaperJob job) {
        return String.join(
                "\n",
                detector.toLowerCase(Locale.ROOT),
                job.job().name(),
                job.on().toString(),
                job.cylinder());
    }

    @Override
    public void compare(UUID id, String by) {
        markSame(id);
        var lines = waiting.fresh(id, "on", Integer.MAX_VALUE);
        for (int from = 0; from < lines.size(); from += JUDGED_AT_ONCE) {
            judge(id, lines.subList(from, Math.min(from + JUDGED_AT_ONCE, lines.size())), by);
            entities.flush();
            entities.clear();
        }
    }

    private void markSame(UUID id) {
        jdbc.sql("""
                        update fleet_import_row l set verdict = 'SAME'
                        where l.import_id = ? and l.verdict = 'NEW' and exists (
                            select 1 from run r join detector d on d.id = r.detector_id
                            where d.serial = l.serial and r.phase = 'SIGNED' and r.source = 'PAPER' and not r.withdrawn
                                and lower(r.job) = lower(l.fields::jsonb ->> 'job')
                                and r.ended_on = (l.fields::jsonb ->> 'on')::date)
                        """).param(id).update();
    }

    private void judge(UUID id, List<Waiting> lines, String by) {
        var detectors = detectors(lines);
        var refused = new ArrayList<WaitingLines.RefusedLine>();
        var judged = new ArrayList<Object[]>();
        for (var line : lines) {
            try {
                var signed = wouldBe(line, detectors, by);
                var failing = signed.results().stream()
                        .filter(result -> !result.verdict().good())
                        .map(SensorResult::slot)
                        .toList();
                judged.add(new Object[] {signed.verdict().label(), json.writeValueAsString(failing), id, line.line()});
            } catch (LineRefused e) {
                refused.add(new WaitingLines.RefusedLine(line.line(), e.fault));
            }
        }
        batches.batchUpdate(
                "update fleet_import_row set verdict_of_job = ?, failing_slots = ? where import_id = ? and line = ?",
                judged);
        waiting.refuse(id, refused);
    }

    /** Those of the lines that are on record, by their serial in small letters. */
    private Map<String, Fleet.Known> detectors(List<Waiting> lines) {
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

    private RunEvent.RunSigned wouldBe(Waiting line, Map<String, Fleet.Known> detectors, String by) throws LineRefused {
        var read = RunSheet.read(line.row());
        var job = read.job().orElseThrow();
        var detector = detector(read.detector(), detectors);
        try {
            return paper.wouldBe(detector, job.job(), sheet(detector, job), by);
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

    private static Fleet.Known detector(String serial, Map<String, Fleet.Known> detectors) throws LineRefused {
        var found = Optional.ofNullable(detectors.get(serial.toLowerCase(Locale.ROOT)));
        if (found.filter(one -> one.serial().equals(serial)).isEmpty()) {
            throw new LineRefused(new LineFault(
                    "detector",
                    serial,
                    "No detector on record is called so.",
                    "Bring the detectors in first.",
                    found.map(Fleet.Known::serial)));
        }
        if (found.get().state() == StateWord.RETIRED) {
            throw new LineRefused(new LineFault(
                    "detector", serial, serial + " is retired.", "Leave the line out.", Optional.empty()));
        }
        return found.get();
    }

    private RunCommand.EnterPaper sheet(Fleet.Known detector, PaperJob job) throws LineRefused {
        var cylinder = shelf.all().stream()
                .filter(one -> one.tag().equalsIgnoreCase(job.cylinder()))
                .findFirst();
        if (cylinder.filter(one -> one.tag().equals(job.cylinder())).isEmpty()) {
            throw new LineRefused(new LineFault(
                    "cylinder",
                    job.cylinder(),
                    "No cylinder on the shelf is called so.",
                    "Register it first, empty or not: its certificate says what the figures mean.",
                    cylinder.map(Shelf.OnShelf::tag)));
        }
        var card = house.latestCard(detector.model());
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

    @Override
    public void mend(UUID id, String by) {
        var mended = waiting.takeMended(id);
        var seen = waiting.fresh(id, "on", Integer.MAX_VALUE).stream()
                .map(line -> RunSheet.read(line.row()))
                .map(line -> key(line.detector(), line.job().orElseThrow()))
                .collect(Collectors.toSet());
        stage(id, mended, seen);
        compare(id, by);
    }

    @Override
    public boolean applyNext(UUID id, String by) {
        // The day orders them: what is older than the record cannot be put in between.
        var next = waiting.fresh(id, "on", JUDGED_AT_ONCE);
        for (var line : next) {
            // Each anew: the one before it may be the same detector's.
            judge(id, List.of(line), by);
            if (isNew(id, line.line())) {
                store(id, line, by);
            }
        }
        return !next.isEmpty();
    }

    private boolean isNew(UUID id, long line) {
        return jdbc.sql("select verdict from fleet_import_row where import_id = ? and line = ?")
                .params(id, line)
                .query(String.class)
                .single()
                .equals("NEW");
    }

    private void store(UUID id, Waiting line, String by) {
        var read = RunSheet.read(line.row());
        var job = read.job().orElseThrow();
        try {
            var sheet = sheet(fleet.bySerial(read.detector()), job);
            var run = paper.store(read.detector(), job.job(), sheet, by);
            jdbc.sql("update fleet_import_row set applied = true, run_id = ? where import_id = ? and line = ?")
                    .params(run, id, line.line())
                    .update();
        } catch (LineRefused e) {
            throw new IllegalStateException("judged a moment ago", e);
        }
    }

    /** The runs are taken back, the last one first; their records stay. */
    @Override
    public Map<String, Object> takeBack(UUID id, String reason, String by) {
        var runs = jdbc.sql("select l.run_id from fleet_import_row l join ledger on ledger.run_id = l.run_id"
                        + " and ledger.kind = 'run-signed' join run r on r.id = l.run_id and not r.withdrawn"
                        + " where l.import_id = ? and l.applied order by ledger.seq desc")
                .param(id)
                .query(UUID.class)
                .list();
        runs.forEach(run -> withdrawals.takeBack(run, reason, by));
        return Map.of("runs", runs.size());
    }

    private static final class LineRefused extends Exception {

        private static final long serialVersionUID = 1;

        private final transient LineFault fault;

        private LineRefused(LineFault fault) {
            this.fault = fault;
        }
    }
}
