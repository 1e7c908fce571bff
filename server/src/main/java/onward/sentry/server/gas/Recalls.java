package onward.sentry.server.gas;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.schedule.Cause;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Gas that was found bad after the fact: what rests on it is held and made due; withdrawn, it is as it was. */
@Service
class Recalls {

    /** What a recall is about. */
    enum Scope {
        CYLINDER,
        LOT
    }

    /**
     * A recall.
     *
     * @param named the tag of the cylinder, or the lot
     */
    record Recall(
            UUID id,
            Scope scope,
            String named,
            String reason,
            Instant at,
            String by,
            Optional<Instant> withdrawnAt,
            Optional<String> withdrawnBy,
            Optional<String> withdrawnReason) {}

    /**
     * A detector whose last good check rests on the gas.
     *
     * @param runId the run of that check
     */
    record Resting(UUID detectorId, String serial, String model, String crew, DetectorState state, UUID runId) {}

    private final JdbcClient jdbc;
    private final Shelf shelf;
    private final Fleet fleet;
    private final Ledger ledger;
    private final Site site;

    Recalls(JdbcClient jdbc, Shelf shelf, Fleet fleet, Ledger ledger, Site site) {
        this.jdbc = jdbc;
        this.shelf = shelf;
        this.fleet = fleet;
        this.ledger = ledger;
        this.site = site;
    }

    /** The cylinders that a recall would be about. */
    @Transactional(readOnly = true)
    List<Shelf.OnShelf> cylinders(Scope scope, String named) {
        var found = scope == Scope.LOT ? shelf.ofLot(named.strip()) : List.of(shelf.byTag(named));
        if (found.isEmpty()) {
            throw new NotFound("Lot " + named.strip());
        }
        return found;
    }

    /**
     * Every detector of which a fitted sensor was last found good on one of these cylinders, or zeroed with air from one
     * in that run.
     */
    @Transactional(readOnly = true)
    List<Resting> resting(List<Shelf.OnShelf> cylinders) {
        return jdbc.sql("""
                        select distinct on (d.serial) d.id, d.serial, d.model, d.crew, d.state_word, last.run_id
                        from (
                            select distinct detector_id from run where id = any (array(
                              select run_id from counting_result where cylinder in (:tags)
                              union
                              select g.run_id from gas_draw g join cylinder c on c.id = g.cylinder_id
                              where c.tag in (:tags)))) used
                        join detector d on d.id = used.detector_id
                        join sensor s on s.detector_id = d.id
                        cross join lateral (
                            select r.run_id from counting_result r join run on run.id = r.run_id
                            where r.sensor_id = s.id and r.on_day = s.last_good_on and run.job = 'CALIBRATION'
                              and r.verdict in ('PASS', 'MARGINAL')
                            order by run.ended_at desc limit 1) last
                        where s.removed_on is null and d.state_word <> 'RETIRED'
                          and (exists (select 1 from counting_result r where r.run_id = last.run_id
                                         and r.sensor_id = s.id and r.cylinder in (:tags))
                            or exists (select 1 from gas_draw g join cylinder c on c.id = g.cylinder_id
                                       where g.run_id = last.run_id and c.tag in (:tags)
                                         and not exists (select 1 from counting_result r
                                                         where r.run_id = last.run_id and r.cylinder = c.tag)))
                        order by d.serial""")
                .param("tags", tags(cylinders))
                .query((row, n) -> new Resting(
                        row.getObject("id", UUID.class),
                        row.getString("serial"),
                        row.getString("model"),
                        row.getString("crew"),
                        DetectorState.valueOf(row.getString("state_word")),
                        row.getObject("run_id", UUID.class)))
                .list();
    }

    /** How many runs rest on these cylinders. */
    @Transactional(readOnly = true)
    long runs(List<Shelf.OnShelf> cylinders) {
        return jdbc.sql("select count(distinct run_id) from counting_result where cylinder in (:tags)")
                .param("tags", tags(cylinders))
                .query(Long.class)
                .single();
    }

    private static List<String> tags(List<Shelf.OnShelf> cylinders) {
        return cylinders.stream().map(Shelf.OnShelf::tag).toList();
    }

    /** Holds the cylinders that are in use, and makes due what rests on them. */
    @Transactional
    Recall begin(Scope scope, String named, String reason, String by) {
        checkReason(reason);
        var cylinders = cylinders(scope, named);
        var id = UUID.randomUUID();
        var what = (scope == Scope.LOT ? "lot " : "cylinder ") + named.strip();
        jdbc.sql("insert into recall (id, scope, named, reason, at, by) values (?, ?, ?, ?, ?, ?)")
                .params(
                        id,
                        scope.name(),
                        named.strip(),
                        reason.strip(),
                        site.now().atOffset(ZoneOffset.UTC),
                        by)
                .update();
        for (var cylinder : cylinders) {
            jdbc.sql("insert into recall_cylinder (recall_id, cylinder_id) values (?, ?)")
                    .params(id, cylinder.id())
                    .update();
            shelf.hold(cylinder.tag(), Cause.Kind.RECALL, id.toString(), "Recalled: " + reason.strip(), by);
        }
        var due = resting(cylinders);
        fleet.lock(due.stream().map(Resting::detectorId).toList());
        for (var detector : due) {
            fleet.makeDue(
                    detector.detectorId(),
                    new Cause(Cause.Kind.RECALL, id.toString(), site.today(), what + " recalled: " + reason.strip()));
            jdbc.sql("insert into recall_detector (recall_id, detector_id, run_id) values (?, ?, ?)")
                    .params(id, detector.detectorId(), detector.runId())
                    .update();
        }
        ledger.append(
                LedgerKind.GAS_RECALLED,
                by,
                Map.of(
                        "recall", id.toString(),
                        "what", what,
                        "reason", reason.strip(),
                        "detectors", due.stream().map(Resting::serial).toList()));
        return recall(id);
    }

    /** Takes a recall back: its cylinders and detectors are what they were, where no other recall or event holds them. */
    @Transactional
    Recall withdraw(UUID id, String reason, String by) {
        checkReason(reason);
        var recall = recall(id);
        Refusal.unless(
                recall.withdrawnAt().isEmpty(),
                "recall-withdrawn",
                "",
                "This recall was withdrawn already.",
                "Begin another one if the gas is bad after all.");
        jdbc.sql("update recall set withdrawn_at = ?, withdrawn_by = ?, withdrawn_reason = ? where id = ?")
                .params(site.now().atOffset(ZoneOffset.UTC), by, reason.strip(), id)
                .update();
        shelf.lift(Cause.Kind.RECALL, id.toString(), "Recall withdrawn: " + reason.strip(), by);
        fleet.lift(Cause.Kind.RECALL, id.toString());
        ledger.append(LedgerKind.RECALL_WITHDRAWN, by, Map.of("recall", id.toString(), "reason", reason.strip()));
        return recall(id);
    }

    private static void checkReason(String reason) {
        Refusal.unless(
                !reason.isBlank() && reason.strip().length() <= 200,
                "reason-missing",
                "reason",
                "A recall takes a reason of 1 to 200 characters.",
                "Say in a few words what is wrong with the gas.");
    }

    @Transactional(readOnly = true)
    Recall recall(UUID id) {
        return jdbc.sql("select * from recall where id = ?")
                .param(id)
                .query((row, n) -> recall(row))
                .optional()
                .orElseThrow(() -> new NotFound("Recall " + id));
    }

    /** Recalls that a cylinder was part of, the latest first. */
    @Transactional(readOnly = true)
    List<Recall> of(UUID cylinderId) {
        return jdbc.sql("select r.* from recall r join recall_cylinder c on c.recall_id = r.id"
                        + " where c.cylinder_id = ? order by r.at desc")
                .param(cylinderId)
                .query((row, n) -> recall(row))
                .list();
    }

    private static Recall recall(ResultSet row) throws SQLException {
        return new Recall(
                row.getObject("id", UUID.class),
                Scope.valueOf(row.getString("scope")),
                row.getString("named"),
                row.getString("reason"),
                row.getTimestamp("at").toInstant(),
                row.getString("by"),
                Optional.ofNullable(row.getTimestamp("withdrawn_at")).map(Timestamp::toInstant),
                Optional.ofNullable(row.getString("withdrawn_by")),
                Optional.ofNullable(row.getString("withdrawn_reason")));
    }
}
