package onward.sentry.server.exchange;

import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.run.RunEvent;
import onward.sentry.formats.LedgerKind;
import onward.sentry.formats.LineFault;
import onward.sentry.formats.RunSheet;
import onward.sentry.formats.RunSheet.PaperJob;
import onward.sentry.formats.TableFile;
import onward.sentry.server.bench.PaperRuns;
import onward.sentry.server.exchange.PaperLines.Judged;
import onward.sentry.server.exchange.StagedRows.RefusedLine;
import onward.sentry.server.exchange.StagedRows.Waiting;
import onward.sentry.server.logbook.Withdrawals;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Jobs that were done on paper, from a table: each line is judged as if it had been typed in, and marked as typed in. */
@Component
class RunImporter implements TableImporter {

    private static final int JUDGED_AT_ONCE = 100;

    private final JdbcTemplate batches;
    private final JdbcClient jdbc;
    private final EntityManager entities;
    private final StagedRows waiting;
    private final PaperLines paperLines;
    private final PaperRuns paper;
    private final Withdrawals withdrawals;
    private final JsonMapper json;

    RunImporter(
            JdbcTemplate batches,
            JdbcClient jdbc,
            EntityManager entities,
            StagedRows waiting,
            PaperLines paperLines,
            PaperRuns paper,
            Withdrawals withdrawals,
            JsonMapper json) {
        this.batches = batches;
        this.jdbc = jdbc;
        this.entities = entities;
        this.waiting = waiting;
        this.paperLines = paperLines;
        this.paper = paper;
        this.withdrawals = withdrawals;
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
    public LedgerKind entry() {
        return LedgerKind.RUNS_IMPORTED;
    }

    @Override
    public void stage(UUID id, List<TableFile.Row> rows, Set<String> seen) {
        var lines = rows.stream()
                .map(row ->
                        new Waiting(row.line(), RunSheet.read(row).detector(), StagedRows.known(row, RunSheet.COLUMNS)))
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
                        "This job is in this table twice.",
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
                        where l.import_id = ? and l.verdict = 'NEW' and not l.applied and exists (
                            select 1 from run r join detector d on d.id = r.detector_id
                            join ledger entry on entry.run_id = r.id and entry.kind = 'run-signed'
                            where d.serial = l.serial and r.source = 'PAPER' and not r.withdrawn
                                and entry.cylinder = l.fields::jsonb ->> 'cylinder'
                                and lower(r.job) = lower(l.fields::jsonb ->> 'job')
                                and r.ended_on = (l.fields::jsonb ->> 'on')::date)
                        """).param(id).update();
    }

    private List<Judged> judge(UUID id, List<Waiting> lines, String by) {
        var judged = paperLines.judge(lines, by);
        batches.batchUpdate(
                "update fleet_import_row set verdict_of_job = ?, failing_slots = ? where import_id = ? and line = ?",
                judged.stream()
                        .flatMap(one -> one.ready().map(ready -> outcome(id, one.line(), ready.signed())).stream())
                        .toList());
        waiting.refuse(
                id,
                judged.stream()
                        .flatMap(one -> one
                                .fault()
                                .map(fault -> new RefusedLine(one.line().line(), fault))
                                .stream())
                        .toList());
        return judged;
    }

    private Object[] outcome(UUID id, Waiting line, RunEvent.RunSigned signed) {
        var failing = signed.results().stream()
                .filter(result -> !result.verdict().good())
                .map(SensorResult::slot)
                .toList();
        return new Object[] {signed.verdict().label(), json.writeValueAsString(failing), id, line.line()};
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
        markSame(id);
        // The day orders them: what is older than the record cannot be put in between.
        var next = waiting.fresh(id, "on", JUDGED_AT_ONCE);
        // One by one: the one before it may be the same detector's.
        next.forEach(line -> judge(id, List.of(line), by).get(0).ready().ifPresent(ready -> {
            var run = paper.store(line.name(), ready.job(), ready.sheet(), by);
            jdbc.sql("update fleet_import_row set applied = true, run_id = ? where import_id = ? and line = ?")
                    .params(run, id, line.line())
                    .update();
        }));
        return !next.isEmpty();
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
}
