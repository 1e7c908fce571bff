package onward.sentry.server.exchange;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.formats.LineFault;
import onward.sentry.formats.TableFile;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.SentFile;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Tables that come in: what a table would do is worked out and shown before it does anything. */
@Service
class Imports {

    private static final int SHOWN = 200;

    private final JdbcClient jdbc;
    private final Map<ImportKind, TableImporter> intakes;
    private final StagedRows waiting;
    private final Ledger ledger;
    private final Site site;
    private final JsonMapper json;

    Imports(
            JdbcClient jdbc,
            List<TableImporter> intakes,
            StagedRows waiting,
            Ledger ledger,
            Site site,
            JsonMapper json) {
        this.jdbc = jdbc;
        this.intakes = intakes.stream().collect(Collectors.toMap(TableImporter::kind, intake -> intake));
        this.waiting = waiting;
        this.ledger = ledger;
        this.site = site;
        this.json = json;
    }

    /**
     * @param phase {@code READ}, {@code APPLYING}, {@code APPLIED} or {@code WITHDRAWN}
     * @param mendable refused lines that would be taken with what is suggested
     * @param done lines put in force so far
     */
    record ImportView(
            UUID id,
            ImportKind kind,
            String fileName,
            Instant at,
            String by,
            String phase,
            int fresh,
            int changed,
            int same,
            int refused,
            int mendable,
            int done) {}

    /**
     * @param name of what it is about: a serial, or the tag of a cylinder
     * @param fields as they stand in the table, by column
     * @param before asset tag, crew and place that a change of a detector takes the place of
     * @param verdict that the figures of a job on paper come to; empty where it is refused or on record already
     * @param failing slots of the job whose figures do not pass
     */
    record ImportLine(
            long line,
            String name,
            Map<String, String> fields,
            Optional<String> before,
            Optional<Verdict> verdict,
            List<Integer> failing,
            List<LineFault> faults) {}

    /** @throws onward.sentry.core.working.Refused when the file is no table or too long */
    @Transactional
    public UUID read(SentFile sent, String name, ImportKind kind, String by) {
        var id = UUID.randomUUID();
        jdbc.sql("insert into fleet_import (id, kind, file_name, file_hash, begun_at, begun_by, phase)"
                        + " values (?, ?, ?, ?, ?, ?, 'READ')")
                .params(id, kind.name(), name, sent.hash(), site.now().atOffset(ZoneOffset.UTC), by)
                .update();
        var intake = intakes.get(kind);
        var seen = new HashSet<String>();
        var batch = new ArrayList<TableFile.Row>();
        var count = new int[1];
        TableFile.read(sent.path(), intake.columns(), row -> {
            batch.add(row);
            Refusal.unless(
                    ++count[0] <= intake.mostRows(),
                    "import-rows",
                    "file",
                    "The table has more than " + intake.mostRows() + " lines.",
                    "Split it.");
            if (batch.size() == TableImporter.AT_ONCE) {
                intake.stage(id, batch, seen);
                batch.clear();
            }
        });
        intake.stage(id, batch, seen);
        intake.compare(id, by);
        return id;
    }

    /** Takes what is suggested wherever every fault of a line has a suggestion. */
    @Transactional
    public void mend(UUID id, String by) {
        requirePhase(id, "READ", "It is in force already; nothing can be mended in it.");
        intake(id).mend(id, by);
    }

    private TableImporter intake(UUID id) {
        return intakes.get(kind(id));
    }

    @Transactional(readOnly = true)
    public ImportView view(UUID id) {
        return views("where i.id = ?", id).stream().findFirst().orElseThrow(() -> new NotFound("Import " + id));
    }

    /** The last twenty of some kinds. */
    @Transactional(readOnly = true)
    public List<ImportView> all(Set<ImportKind> kinds) {
        return views("where i.kind = any (?) order by i.begun_at desc limit 20", (Object)
                kinds.stream().map(ImportKind::name).toArray(String[]::new));
    }

    /** @throws NotFound when there is no such import */
    @Transactional(readOnly = true)
    public ImportKind kind(UUID id) {
        return jdbc.sql("select kind from fleet_import where id = ?")
                .param(id)
                .query(String.class)
                .optional()
                .map(ImportKind::valueOf)
                .orElseThrow(() -> new NotFound("Import " + id));
    }

    private List<ImportView> views(String which, Object... values) {
        return jdbc.sql("""
                        select i.*, n.* from fleet_import i cross join lateral (
                            select count(*) filter (where verdict = 'NEW') as fresh,
                                count(*) filter (where verdict = 'CHANGED') as changed,
                                count(*) filter (where verdict = 'SAME') as same,
                                count(*) filter (where verdict = 'REFUSED') as refused,
                                count(*) filter (where verdict = 'REFUSED' and faults not like '%"instead":null%')
                                    as mendable,
                                count(*) filter (where applied) as done
                            from fleet_import_row r where r.import_id = i.id) n
                        """ + which)
                .params(List.of(values))
                .query((row, n) -> new ImportView(
                        row.getObject("id", UUID.class),
                        ImportKind.valueOf(row.getString("kind")),
                        row.getString("file_name"),
                        row.getObject("begun_at", OffsetDateTime.class).toInstant(),
                        row.getString("begun_by"),
                        row.getString("phase"),
                        row.getInt("fresh"),
                        row.getInt("changed"),
                        row.getInt("same"),
                        row.getInt("refused"),
                        row.getInt("mendable"),
                        row.getInt("done")))
                .list();
    }

    /** The first lines of one kind. @param verdict {@code NEW}, {@code CHANGED}, {@code SAME} or {@code REFUSED} */
    @Transactional(readOnly = true)
    public List<ImportLine> lines(UUID id, String verdict) {
        return jdbc.sql("select * from fleet_import_row where import_id = ? and verdict = ? order by line limit ?")
                .params(id, verdict, SHOWN)
                .query((row, n) -> new ImportLine(
                        row.getLong("line"),
                        row.getString("serial"),
                        fields(row),
                        Optional.ofNullable(row.getString("before"))
                                .map(before -> String.join(", ", json.readValue(before, String[].class))),
                        Optional.ofNullable(row.getString("verdict_of_job")).map(Verdict::labelled),
                        Optional.ofNullable(row.getString("failing_slots"))
                                .map(slots -> List.of(json.readValue(slots, Integer[].class)))
                                .orElse(List.of()),
                        waiting.faults(row.getString("faults"))))
                .list();
    }

    private Map<String, String> fields(ResultSet row) throws SQLException {
        if (row.getString("fields") != null) {
            return waiting.fields(row.getString("fields"));
        }
        var fields = new HashMap<String, String>();
        for (var column : List.of("model", "asset_tag", "crew", "location")) {
            fields.put(column, row.getString(column));
        }
        return fields;
    }

    /**
     * From here on the lines go in, some thousand at a time; whoever breaks in between goes on where it stopped, and asking
     * again when all are in changes nothing.
     *
     * @throws onward.sentry.core.working.Refused when it was taken back
     */
    @Transactional
    public void begin(UUID id, String by) {
        var phase = lock(id);
        Refusal.unless(
                !phase.equals("WITHDRAWN"),
                "import-phase",
                "",
                "This import is void.",
                "Send the table again if you need it after all.");
        if (phase.equals("READ")) {
            var view = view(id);
            jdbc.sql("update fleet_import set phase = 'APPLYING', applied_by = ? where id = ?")
                    .params(by, id)
                    .update();
            ledger.append(
                    intake(id).entry(),
                    by,
                    Map.of(
                            "import", id.toString(),
                            "file", view.fileName(),
                            "fileHash", hash(id),
                            "new", view.fresh(),
                            "changed", view.changed()));
        }
    }

    private String hash(UUID id) {
        return jdbc.sql("select file_hash from fleet_import where id = ?")
                .param(id)
                .query(String.class)
                .single();
    }

    /** An import that was begun and is not through. @param by who began it */
    record Left(UUID id, String by) {}

    @Transactional(readOnly = true)
    public List<Left> left() {
        return jdbc.sql("select id, coalesce(applied_by, begun_by) as by from fleet_import where phase = 'APPLYING'"
                        + " order by begun_at")
                .query(Left.class)
                .list();
    }

    /** The next lines. @return whether there are more */
    @Transactional
    public boolean applyNext(UUID id, String by) {
        if (!lock(id).equals("APPLYING")) {
            return false;
        }
        if (intake(id).applyNext(id, by)) {
            return true;
        }
        jdbc.sql("update fleet_import set phase = 'APPLIED' where id = ?")
                .param(id)
                .update();
        return false;
    }

    /** Takes everything back. @throws onward.sentry.core.working.Refused with what stands against it */
    @Transactional
    public void withdraw(UUID id, String reason, String by) {
        requirePhase(id, "APPLIED", "Only an import that is in force can be voided.");
        Refusal.unless(
                !reason.isBlank() && reason.strip().length() <= 200,
                "import-reason",
                "reason",
                "A reason of 1 to 200 characters is needed.",
                "Say in a few words what was wrong with the table.");
        var taken = new HashMap<>(intake(id).takeBack(id, reason.strip(), by));
        jdbc.sql("update fleet_import set phase = 'WITHDRAWN' where id = ?")
                .param(id)
                .update();
        taken.put("import", id.toString());
        taken.put("reason", reason.strip());
        ledger.append(LedgerKind.IMPORT_WITHDRAWN, by, taken);
    }

    private void requirePhase(UUID id, String phase, String otherwise) {
        Refusal.unless(lock(id).equals(phase), "import-phase", "", otherwise, "Load the page again.");
    }

    /** One at a time. @return the phase */
    private String lock(UUID id) {
        return jdbc.sql("select phase from fleet_import where id = ? for update")
                .param(id)
                .query(String.class)
                .optional()
                .orElseThrow(() -> new NotFound("Import " + id));
    }
}
