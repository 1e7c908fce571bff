package onward.sentry.server.exchange;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.DetectorSheet;
import onward.sentry.formats.LedgerKind;
import onward.sentry.formats.LineFault;
import onward.sentry.formats.TableFile;
import onward.sentry.server.fleet.FleetBatch;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Detectors from a table. */
@Component
class DetectorImporter implements TableImporter {

    private static final TypeReference<TreeMap<Integer, DetectorSheet.SensorLine>> SENSORS = new TypeReference<>() {};

    private final JdbcTemplate batches;
    private final JdbcClient jdbc;
    private final StagedRows waiting;
    private final FleetBatch fleet;
    private final ProcedureLibrary library;
    private final Site site;
    private final JsonMapper json;

    DetectorImporter(
            JdbcTemplate batches,
            JdbcClient jdbc,
            StagedRows waiting,
            FleetBatch fleet,
            ProcedureLibrary library,
            Site site,
            JsonMapper json) {
        this.batches = batches;
        this.jdbc = jdbc;
        this.waiting = waiting;
        this.fleet = fleet;
        this.library = library;
        this.site = site;
        this.json = json;
    }

    @Override
    public ImportKind kind() {
        return ImportKind.DETECTORS;
    }

    @Override
    public List<String> columns() {
        return DetectorSheet.WANTED;
    }

    @Override
    public int mostRows() {
        return 200_000;
    }

    @Override
    public LedgerKind entry() {
        return LedgerKind.DETECTORS_IMPORTED;
    }

    private DetectorSheet sheet() {
        var models = library.publishedCards().stream().map(ProcedureCard::model).distinct();
        return new DetectorSheet(
                models.collect(Collectors.toMap(Function.identity(), library::latestCard)), site.today());
    }

    @Override
    public void stage(UUID id, List<TableFile.Row> rows, Set<String> seen) {
        var sheet = sheet();
        stage(
                id,
                rows.stream()
                        .map(sheet::read)
                        .map(line -> seen.add(line.serial().toLowerCase()) ? line : twice(line))
                        .toList());
    }

    private static DetectorSheet.Line twice(DetectorSheet.Line line) {
        var faults = new ArrayList<>(line.faults());
        faults.add(new LineFault(
                "serial",
                line.serial(),
                "The serial is in this table twice.",
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

    private void stage(UUID id, List<DetectorSheet.Line> lines) {
        batches.batchUpdate(
                "insert into fleet_import_row (import_id, line, serial, asset_tag, model, crew, location, sensors, verdict,"
                        + " faults) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                lines.stream()
                        .map(line -> new Object[] {
                            id,
                            line.line(),
                            line.serial(),
                            line.assetTag(),
                            line.model(),
                            line.crew(),
                            line.location(),
                            json.writeValueAsString(line.sensors()),
                            line.faults().isEmpty() ? "NEW" : "REFUSED",
                            json.writeValueAsString(line.faults())
                        })
                        .toList());
    }

    @Override
    public void compare(UUID id, String by) {
        compare(id);
    }

    /** What each line that can be used would do to the fleet as it stands now. */
    private void compare(UUID id) {
        jdbc.sql("""
                        update fleet_import_row r set
                            verdict = case when d.retired_on is null and d.asset_tag = r.asset_tag and d.crew = r.crew
                                and d.location = r.location then 'SAME' else 'CHANGED' end,
                            before = json_build_array(d.asset_tag, d.crew, d.location,
                                case when d.retired_on is null then 'in use' else 'retired' end)::text
                        from detector d
                        where r.import_id = ? and r.verdict = 'NEW' and lower(d.serial) = lower(r.serial) and d.model = r.model
                        """).param(id).update();
        refuse(
                id,
                "select r.line, r.model as value, d.serial || ' is on record as a ' || d.model || '.' as reason"
                        + " from fleet_import_row r join detector d on lower(d.serial) = lower(r.serial)"
                        + " where r.import_id = ? and r.verdict = 'NEW' and d.model <> r.model",
                "model",
                "Compare the serial with the label.");
        refuse(
                id,
                "select r.line, r.serial as value, d.serial || ' was retired on ' || d.retired_on || ', with runs on record.'"
                        + " as reason from fleet_import_row r join detector d on lower(d.serial) = lower(r.serial)"
                        + " where r.import_id = ? and r.verdict = 'CHANGED' and d.retired_on is not null"
                        + " and exists (select 1 from run where run.detector_id = d.id)",
                "serial",
                "A detector that comes back is taken in on its own page.");
    }

    private void refuse(UUID id, String sql, String column, String wayOut) {
        record Found(long line, String value, String reason) {}
        waiting.refuse(
                id,
                jdbc.sql(sql).param(id).query(Found.class).list().stream()
                        .map(found -> new StagedRows.RefusedLine(
                                found.line(),
                                new LineFault(column, found.value(), found.reason(), wayOut, Optional.empty())))
                        .toList());
    }

    @Override
    public void mend(UUID id, String by) {
        var sheet = sheet();
        var mended = lines(
                        "select * from fleet_import_row where import_id = ? and verdict = 'REFUSED'"
                                + " and faults not like '%\"instead\":null%'",
                        id)
                .stream()
                .map(DetectorImporter::mended)
                .filter(row -> sheet.read(row).faults().isEmpty())
                .toList();
        waiting.remove(id, mended);
        stage(id, mended.stream().map(sheet::read).toList());
        compare(id);
    }

    private static TableFile.Row mended(DetectorSheet.Line line) {
        var fields = new HashMap<String, String>(Map.of(
                "serial", line.serial(),
                "asset_tag", line.assetTag(),
                "model", line.model(),
                "crew", line.crew(),
                "location", line.location()));
        line.sensors().forEach((slot, sensor) -> {
            fields.put("sensor_" + slot, sensor.serial());
            sensor.fittedOn().ifPresent(day -> fields.put("fitted_" + slot, day.toString()));
            sensor.lastGoodOn().ifPresent(day -> fields.put("last_good_" + slot, day.toString()));
        });
        line.faults()
                .forEach(fault -> fields.put(fault.column(), fault.instead().orElse(fault.value())));
        return new TableFile.Row(line.line(), fields);
    }

    @Override
    public boolean applyNext(UUID id, String by) {
        var next = lines(
                "select * from fleet_import_row where import_id = ? and verdict in ('NEW', 'CHANGED') and not applied"
                        + " limit " + AT_ONCE,
                id);
        if (next.isEmpty()) {
            return false;
        }
        var known = fleet.known(next.stream().map(DetectorSheet.Line::serial).toList());
        fleet.register(next.stream()
                .filter(line -> !known.contains(line.serial()))
                .map(line -> new FleetBatch.NewDetector(
                        line.serial(),
                        line.assetTag(),
                        line.model(),
                        line.crew(),
                        line.location(),
                        line.sensors().entrySet().stream()
                                .map(sensor -> new FleetBatch.KnownSensor(
                                        sensor.getKey(),
                                        sensor.getValue().serial(),
                                        sensor.getValue().fittedOn(),
                                        sensor.getValue().lastGoodOn()))
                                .toList()))
                .toList());
        fleet.change(next.stream()
                .filter(line -> known.contains(line.serial()))
                .map(line -> new FleetBatch.Change(line.serial(), line.assetTag(), line.crew(), line.location(), false))
                .toList());
        waiting.applied(id, next.stream().map(DetectorSheet.Line::line).toList());
        return true;
    }

    /** The serials of new detectors that have a run, or were lent or held since. */
    private List<String> workedOnSince(UUID id) {
        return jdbc.sql("""
                        select d.serial from fleet_import_row r join detector d on d.serial = r.serial
                        where r.import_id = ? and r.verdict = 'NEW' and r.applied
                            and exists (select 1 from run where run.detector_id = d.id)
                        order by d.serial
                        """).param(id).query(String.class).list();
    }

    /** What was new is retired, what was changed is as before. */
    @Override
    public Map<String, Object> takeBack(UUID id, String reason, String by) {
        var worked = workedOnSince(id);
        Refusal.unless(
                worked.isEmpty(),
                "import-worked",
                "",
                worked.size() + " of its new detectors were worked on since: "
                        + String.join(", ", worked.subList(0, Math.min(worked.size(), 5))) + ".",
                "What was worked on stays. Put single detectors right on their pages.");
        var fresh = jdbc.sql("select serial from fleet_import_row where import_id = ? and verdict = 'NEW' and applied")
                .param(id)
                .query(String.class)
                .list();
        fleet.retire(fresh);
        record Changed(String serial, String before) {}
        var changed = jdbc
                .sql("select serial, before from fleet_import_row"
                        + " where import_id = ? and verdict = 'CHANGED' and applied")
                .param(id)
                .query(Changed.class)
                .list()
                .stream()
                .map(row -> {
                    var before = json.readValue(row.before(), String[].class);
                    return new FleetBatch.Change(
                            row.serial(), before[0], before[1], before[2], before[3].equals("retired"));
                })
                .toList();
        fleet.change(changed);
        return Map.of("detectors", fresh.size() + changed.size());
    }

    private List<DetectorSheet.Line> lines(String sql, UUID id) {
        return jdbc.sql(sql)
                .param(id)
                .query((row, n) -> new DetectorSheet.Line(
                        row.getLong("line"),
                        row.getString("serial"),
                        row.getString("asset_tag"),
                        row.getString("model"),
                        row.getString("crew"),
                        row.getString("location"),
                        json.readValue(row.getString("sensors"), SENSORS),
                        waiting.faults(row.getString("faults"))))
                .list();
    }
}
