package onward.sentry.server.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import onward.sentry.formats.DetectorSheet;
import onward.sentry.formats.TableFile;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.fleet.FleetBatch;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The lines of an import where they wait, and the way from there into the fleet and back. */
@Component
class ImportRows {

    static final int AT_ONCE = 2_500;

    private static final TypeReference<TreeMap<Integer, String>> SENSORS = new TypeReference<>() {};
    private static final TypeReference<List<DetectorSheet.LineFault>> FAULTS = new TypeReference<>() {};

    private final JdbcTemplate batches;
    private final JdbcClient jdbc;
    private final FleetBatch fleet;
    private final Site site;
    private final JsonMapper json;

    ImportRows(JdbcTemplate batches, JdbcClient jdbc, FleetBatch fleet, Site site, JsonMapper json) {
        this.batches = batches;
        this.jdbc = jdbc;
        this.fleet = fleet;
        this.site = site;
        this.json = json;
    }

    void stage(UUID id, List<DetectorSheet.Line> lines) {
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

    /** What each line that can be used would do to the fleet as it stands now. */
    void compare(UUID id, DetectorSheet sheet) {
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
        refuseWithoutSensors(id, sheet);
    }

    private void refuse(UUID id, String sql, String column, String wayOut) {
        record Found(long line, String value, String reason) {}
        var refused = jdbc.sql(sql).param(id).query(Found.class).list().stream()
                .map(found -> new Object[] {
                    json.writeValueAsString(List.of(new DetectorSheet.LineFault(
                            column, found.value(), found.reason(), wayOut, Optional.empty()))),
                    id,
                    found.line()
                })
                .toList();
        refuse(refused);
    }

    private void refuseWithoutSensors(UUID id, DetectorSheet sheet) {
        var refused = new ArrayList<Object[]>();
        lines("select * from fleet_import_row where import_id = ? and verdict = 'NEW'", id)
                .forEach(line -> sheet.sensorsMissing(line)
                        .ifPresent(fault ->
                                refused.add(new Object[] {json.writeValueAsString(List.of(fault)), id, line.line()})));
        refuse(refused);
    }

    private void refuse(List<Object[]> refused) {
        batches.batchUpdate(
                "update fleet_import_row set verdict = 'REFUSED', faults = ? where import_id = ? and line = ?",
                refused);
    }

    /** Reads each line anew with what is suggested in the place of what stands there. */
    void mend(UUID id, DetectorSheet sheet) {
        var mended = lines(
                        "select * from fleet_import_row where import_id = ? and verdict = 'REFUSED'"
                                + " and faults not like '%\"instead\":null%'",
                        id)
                .stream()
                .map(line -> sheet.read(mended(line)))
                .filter(line -> line.faults().isEmpty())
                .toList();
        mended.forEach(line -> jdbc.sql("delete from fleet_import_row where import_id = ? and line = ?")
                .params(id, line.line())
                .update());
        stage(id, mended);
        compare(id, sheet);
    }

    private static TableFile.Row mended(DetectorSheet.Line line) {
        var fields = new java.util.HashMap<String, String>(Map.of(
                "serial", line.serial(),
                "asset_tag", line.assetTag(),
                "model", line.model(),
                "crew", line.crew(),
                "location", line.location()));
        line.sensors().forEach((slot, serial) -> fields.put("sensor_" + slot, serial));
        line.faults()
                .forEach(fault -> fields.put(fault.column(), fault.instead().orElse(fault.value())));
        return new TableFile.Row(line.line(), fields);
    }

    /** The next lines that are new or changed. @return whether there were any */
    boolean applyNext(UUID id) {
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
                                .map(sensor -> new Fleet.NewSensor(sensor.getKey(), sensor.getValue(), site.today()))
                                .toList()))
                .toList());
        fleet.change(next.stream()
                .filter(line -> known.contains(line.serial()))
                .map(line -> new FleetBatch.Change(line.serial(), line.assetTag(), line.crew(), line.location(), false))
                .toList());
        jdbc.sql("update fleet_import_row set applied = true where import_id = :id and line = any (:lines)")
                .param("id", id)
                .param("lines", next.stream().map(DetectorSheet.Line::line).toArray(Long[]::new))
                .update();
        return true;
    }

    /** The serials of new detectors that have a run, or were lent or held since. */
    List<String> workedOnSince(UUID id) {
        return jdbc.sql("""
                        select d.serial from fleet_import_row r join detector d on d.serial = r.serial
                        where r.import_id = ? and r.verdict = 'NEW' and r.applied
                            and exists (select 1 from run where run.detector_id = d.id)
                        order by d.serial
                        """).param(id).query(String.class).list();
    }

    /** @return how many detectors it comes to */
    int takeBack(UUID id) {
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
        return fresh.size() + changed.size();
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
                        json.readValue(row.getString("faults"), FAULTS)))
                .list();
    }
}
