package onward.sentry.server.health;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.health.SuspectPeriod;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.RunState;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Periods in which a sensor may have read wrongly, until somebody has looked into them. */
@Service
public class ImpactReviews {

    private static final String EVERY = "select p.*, s.slot, d.id as detector_id, d.serial, d.model, d.crew"
            + " from period_in_doubt p join sensor s on s.id = p.sensor_id join detector d on d.id = s.detector_id";

    private final JdbcClient jdbc;
    private final Ledger ledger;
    private final Site site;

    ImpactReviews(JdbcClient jdbc, Ledger ledger, Site site) {
        this.jdbc = jdbc;
        this.ledger = ledger;
        this.site = site;
    }

    /**
     * A suspect period.
     *
     * @param finding what was found, in words
     * @param closing what was found out; empty while it is open
     */
    record Doubt(
            UUID id,
            UUID runId,
            UUID detectorId,
            String serial,
            String model,
            String crew,
            int slot,
            SuspectPeriod period,
            String finding,
            Optional<Instant> closedAt,
            Optional<String> closedBy,
            Optional<String> closing) {

        static Doubt of(ResultSet row, int number) throws SQLException {
            return new Doubt(
                    row.getObject("id", UUID.class),
                    row.getObject("run_id", UUID.class),
                    row.getObject("detector_id", UUID.class),
                    row.getString("serial"),
                    row.getString("model"),
                    row.getString("crew"),
                    row.getInt("slot"),
                    new SuspectPeriod(row.getObject("since", LocalDate.class), row.getObject("until", LocalDate.class)),
                    row.getString("finding"),
                    Optional.ofNullable(row.getObject("closed_at", OffsetDateTime.class))
                            .map(OffsetDateTime::toInstant),
                    Optional.ofNullable(row.getString("closed_by")),
                    Optional.ofNullable(row.getString("closing")));
        }
    }

    private record SensorBasis(LocalDate fittedOn, Optional<LocalDate> lastGoodOn) {}

    /** A run was signed; called before its sensors are renewed. */
    @Transactional
    public void signed(UUID runId, Fleet.RegisteredDetector detector, RunState state, LocalDate on, String by) {
        for (var outcome : state.outcomes()) {
            if (outcome.stage() == Stage.AS_FOUND || outcome.stage() == Stage.CHECK_FIRST) {
                detector.sensors().stream()
                        .filter(sensor -> sensor.slot() == outcome.slot())
                        .findFirst()
                        .ifPresent(sensor -> judged(runId, detector, sensor, outcome, on, by));
            }
        }
    }

    private void judged(
            UUID runId,
            Fleet.RegisteredDetector detector,
            Fleet.Fitted sensor,
            SensorOutcome outcome,
            LocalDate on,
            String by) {
        var known = jdbc.sql("select fitted_on, last_good_on from sensor where id = ?")
                .param(sensor.id())
                .query((row, n) -> new SensorBasis(
                        row.getObject("fitted_on", LocalDate.class),
                        Optional.ofNullable(row.getObject("last_good_on", LocalDate.class))))
                .single();
        SuspectPeriod.of(outcome.judgement().verdict(), known.lastGoodOn(), known.fittedOn(), on)
                .ifPresent(doubt -> {
                    jdbc.sql("insert into period_in_doubt (id, sensor_id, run_id, since, until, finding, opened_at)"
                                    + " values (?, ?, ?, ?, ?, ?, ?) on conflict do nothing")
                            .params(
                                    UUID.randomUUID(),
                                    sensor.id(),
                                    runId,
                                    doubt.since(),
                                    doubt.until(),
                                    outcome.judgement().working().result(),
                                    site.now().atOffset(ZoneOffset.UTC))
                            .update();
                    ledger.append(
                            LedgerKind.DOUBT_OPENED,
                            by,
                            Map.of("detector", detector.serial(), "slot", sensor.slot(), "period", doubt.words()));
                });
    }

    /** The run that opened them was taken back. */
    @Transactional
    public void withdrawn(UUID runId, String why, String by) {
        jdbc.sql("select id from period_in_doubt where run_id = ? and closed_at is null")
                .param(runId)
                .query(UUID.class)
                .list()
                .forEach(id -> close(id, "record voided: " + why, by));
    }

    /** The open ones, the longest ago first. */
    @Transactional(readOnly = true)
    List<Doubt> open() {
        return jdbc.sql(EVERY + " where p.closed_at is null order by p.until, d.serial, s.slot")
                .query(Doubt::of)
                .list();
    }

    /** All of a detector, the newest first. */
    @Transactional(readOnly = true)
    List<Doubt> of(UUID detectorId) {
        return jdbc.sql(EVERY + " where d.id = ? order by p.until desc, s.slot")
                .param(detectorId)
                .query(Doubt::of)
                .list();
    }

    /** The days of a period on which the detector passed its bump, and so went out. */
    @Transactional(readOnly = true)
    List<LocalDate> usedOn(Doubt doubt) {
        return jdbc.sql(
                        "select distinct ended_on from run where detector_id = ? and job = 'BUMP'"
                                + " and not withdrawn and verdict in ('PASS', 'MARGINAL') and ended_on > ? and ended_on <= ? order by ended_on")
                .params(
                        doubt.detectorId(),
                        doubt.period().since(),
                        doubt.period().until())
                .query(LocalDate.class)
                .list();
    }

    /** @throws onward.sentry.core.working.Refused without a remark, or when it is closed already */
    @Transactional
    Doubt close(UUID id, String remark, String by) {
        SuspectPeriod.checkClosing(remark);
        int closed = jdbc.sql("update period_in_doubt set closed_at = ?, closed_by = ?, closing = ?"
                        + " where id = ? and closed_at is null")
                .params(site.now().atOffset(ZoneOffset.UTC), by, remark.strip(), id)
                .update();
        var doubt = jdbc.sql(EVERY + " where p.id = ?")
                .param(id)
                .query(Doubt::of)
                .optional()
                .orElseThrow(() -> new NotFound("Suspect period " + id));
        Refusal.unless(
                closed == 1,
                "doubt-closed",
                "",
                doubt.closedBy().orElse("Somebody") + " has closed it already.",
                "Load the page again.");
        ledger.append(
                LedgerKind.DOUBT_CLOSED,
                by,
                Map.of("detector", doubt.serial(), "period", doubt.period().words(), "remark", remark.strip()));
        return doubt;
    }
}
