package onward.sentry.server.exchange;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.DetectorSheet;
import onward.sentry.formats.TableFile;
import onward.sentry.server.house.House;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.SentFile;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Detectors from a table: what the table would do is worked out and shown before it does anything. */
@Service
class FleetImports {

    private static final int MOST_ROWS = 200_000;
    private static final int SHOWN = 200;
    private static final TypeReference<List<DetectorSheet.LineFault>> FAULTS = new TypeReference<>() {};

    private final JdbcClient jdbc;
    private final ImportRows rows;
    private final House house;
    private final Ledger ledger;
    private final Site site;
    private final JsonMapper json;

    FleetImports(JdbcClient jdbc, ImportRows rows, House house, Ledger ledger, Site site, JsonMapper json) {
        this.jdbc = jdbc;
        this.rows = rows;
        this.house = house;
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

    /** @param before asset tag, crew and place that a change takes the place of */
    record ImportLine(
            long line,
            String serial,
            String model,
            String assetTag,
            String crew,
            String location,
            Optional<String> before,
            List<DetectorSheet.LineFault> faults) {}

    /** @throws onward.sentry.core.working.Refused when the file is no table or too long */
    @Transactional
    public UUID read(SentFile sent, String name, String by) {
        var id = UUID.randomUUID();
        jdbc.sql("insert into fleet_import (id, file_name, file_hash, begun_at, begun_by, phase)"
                        + " values (?, ?, ?, ?, ?, 'READ')")
                .params(id, name, sent.hash(), site.now().atOffset(ZoneOffset.UTC), by)
                .update();
        var sheet = sheet();
        var seen = new HashSet<String>();
        var batch = new ArrayList<DetectorSheet.Line>();
        TableFile.read(sent.path(), DetectorSheet.WANTED, row -> {
            var line = sheet.read(row);
            batch.add(seen.add(line.serial().toLowerCase()) ? line : twice(line));
            Refusal.unless(
                    seen.size() <= MOST_ROWS,
                    "import-rows",
                    "file",
                    "The table has more than " + MOST_ROWS + " lines.",
                    "Split it.");
            if (batch.size() == ImportRows.AT_ONCE) {
                rows.stage(id, batch);
                batch.clear();
            }
        });
        rows.stage(id, batch);
        rows.compare(id, sheet);
        return id;
    }

    private DetectorSheet sheet() {
        var models = house.publishedCards().stream().map(ProcedureCard::model).distinct();
        return new DetectorSheet(models.collect(Collectors.toMap(Function.identity(), house::latestCard)));
    }

    private static DetectorSheet.Line twice(DetectorSheet.Line line) {
        var faults = new ArrayList<>(line.faults());
        faults.add(new DetectorSheet.LineFault(
                "serial",
                line.serial(),
                "The serial stands in this table twice.",
                "Take one of the two lines out.",
                Optional.empty()));
        return new DetectorSheet.Line(
                line.line(),
                line.serial(),
                line.assetTag(),
                line.model(),
                line.crew(),
                line.location(),
                line.sensors(),
                faults);
    }

    /** Takes what is suggested wherever every fault of a line has a suggestion. */
    @Transactional
    public void mend(UUID id) {
        requirePhase(id, "READ", "It is in force already; nothing can be mended in it.");
        rows.mend(id, sheet());
    }

    @Transactional(readOnly = true)
    public ImportView view(UUID id) {
        return views("where i.id = ?", id).stream().findFirst().orElseThrow(() -> new NotFound("Import " + id));
    }

    /** The last twenty. */
    @Transactional(readOnly = true)
    public List<ImportView> all() {
        return views("order by i.begun_at desc limit 20");
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
                        row.getString("model"),
                        row.getString("asset_tag"),
                        row.getString("crew"),
                        row.getString("location"),
                        Optional.ofNullable(row.getString("before"))
                                .map(before -> String.join(", ", json.readValue(before, String[].class))),
                        json.readValue(row.getString("faults"), FAULTS)))
                .list();
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
                "This import was taken back.",
                "Send the table again if it is wanted after all.");
        if (phase.equals("READ")) {
            var view = view(id);
            jdbc.sql("update fleet_import set phase = 'APPLYING' where id = ?")
                    .param(id)
                    .update();
            ledger.append(
                    "detectors-imported",
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

    /** The next lines. @return whether there are more */
    @Transactional
    public boolean applyNext(UUID id) {
        if (!lock(id).equals("APPLYING")) {
            return false;
        }
        if (rows.applyNext(id)) {
            return true;
        }
        jdbc.sql("update fleet_import set phase = 'APPLIED' where id = ?")
                .param(id)
                .update();
        return false;
    }

    /** Takes everything back: what was new is retired, what was changed is as before. @throws Refused with what stands against it */
    @Transactional
    public void withdraw(UUID id, String reason, String by) {
        requirePhase(id, "APPLIED", "Only an import that is in force can be taken back.");
        Refusal.unless(
                !reason.isBlank() && reason.strip().length() <= 200,
                "import-reason",
                "reason",
                "A reason of 1 to 200 letters is wanted.",
                "Say in a few words what was wrong with the table.");
        var worked = rows.workedOnSince(id);
        Refusal.unless(
                worked.isEmpty(),
                "import-worked",
                "",
                worked.size() + " of its new detectors were worked on since: "
                        + String.join(", ", worked.subList(0, Math.min(worked.size(), 5))) + ".",
                "What was worked on stays. Put single detectors right on their pages.");
        int taken = rows.takeBack(id);
        jdbc.sql("update fleet_import set phase = 'WITHDRAWN' where id = ?")
                .param(id)
                .update();
        ledger.append(
                "import-withdrawn", by, Map.of("import", id.toString(), "reason", reason.strip(), "detectors", taken));
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
