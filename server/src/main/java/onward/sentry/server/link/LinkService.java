package onward.sentry.server.link;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.bench.RunEntity;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sessions of gateways: one live session per detector, batches in sequence, each taken once. */
@Service
class LinkService {

    /** A reading may be dated this much later than the moment at which it was sent, ms of run time. */
    private static final long MOST_AHEAD_MILLIS = 60_000;

    record Session(UUID id, UUID tokenId, UUID runId, long lastSeq, boolean ended) {}

    private final JdbcClient jdbc;
    private final GatewayRepository gateways;
    private final Fleet fleet;
    private final Runs runs;
    private final Site site;

    LinkService(JdbcClient jdbc, GatewayRepository gateways, Fleet fleet, Runs runs, Site site) {
        this.jdbc = jdbc;
        this.gateways = gateways;
        this.fleet = fleet;
        this.runs = runs;
        this.site = site;
    }

    /** The detectors that this token may send readings of. */
    @Transactional(readOnly = true)
    List<Fleet.RegisteredDetector> detectors(UUID tokenId) {
        return fleet.byIds(gateways.servedBy(tokenId));
    }

    /** The unfinished runs that want readings over the link, by detector. */
    @Transactional(readOnly = true)
    Map<UUID, RunEntity> wanted() {
        return runs.unfinished().stream()
                .filter(run -> run.source().isByLink())
                .collect(Collectors.toMap(RunEntity::detectorId, Function.identity()));
    }

    /** The unfinished run of a detector, when it wants readings over the link. */
    @Transactional(readOnly = true)
    Optional<RunEntity> wanted(UUID detectorId) {
        return runs.unfinishedOf(detectorId).filter(run -> run.source().isByLink());
    }

    /** The run that a session sends to, while it still wants readings. */
    @Transactional(readOnly = true)
    Optional<RunEntity> wantedBy(UUID sessionId) {
        return jdbc.sql("select run_id from link_session where id = ?")
                .param(sessionId)
                .query(UUID.class)
                .optional()
                .map(runs::run)
                .filter(run ->
                        Runs.UNFINISHED.contains(run.phase()) && run.source().isByLink());
    }

    /** Opens a session for a run; a live session of the same detector ends. */
    @Transactional
    Session open(UUID tokenId, String serial, UUID runId) {
        var detector = fleet.bySerial(serial);
        Refusal.unless(
                gateways.isServedBy(detector.id(), tokenId),
                "link-detector",
                "serial",
                "This gateway is not listed for detector " + serial + ".",
                "List the detector for this gateway.");
        Refusal.unless(
                wanted(detector.id()).filter(run -> run.id().equals(runId)).isPresent(),
                "link-no-run",
                "runId",
                "Detector " + serial + " has no such run that needs readings.",
                "Ask for the list of detectors again.");
        var now = site.now().atOffset(ZoneOffset.UTC);
        jdbc.sql("update link_session set ended_at = ? where detector_id = ? and ended_at is null")
                .params(now, detector.id())
                .update();
        var id = UUID.randomUUID();
        jdbc.sql("insert into link_session (id, token_id, detector_id, run_id, opened_at) values (?, ?, ?, ?, ?)")
                .params(id, tokenId, detector.id(), runId, now)
                .update();
        return new Session(id, tokenId, runId, 0, false);
    }

    /**
     * Takes a batch in. One that was taken before is acknowledged again and changes nothing.
     *
     * @return the sequence that is acknowledged
     */
    @Transactional
    long take(UUID tokenId, UUID sessionId, long sequence, OptionalLong gatewayRunTime, List<Reading> readings) {
        var session = jdbc.sql("select id, token_id, run_id, last_seq, ended_at is not null as ended"
                        + " from link_session where id = ? for update")
                .param(sessionId)
                .query(Session.class)
                .optional()
                .filter(s -> s.tokenId().equals(tokenId))
                .orElseThrow(() -> new NotFound("Session " + sessionId));
        if (sequence <= session.lastSeq()) {
            return session.lastSeq();
        }
        Refusal.unless(
                !session.ended(),
                "link-session-ended",
                "",
                "Another session has been opened for this detector.",
                "Open a session again.");
        Refusal.unless(
                sequence == session.lastSeq() + 1,
                "link-gap",
                "sequence",
                "Batch " + sequence + " came after " + session.lastSeq() + "; one in between is missing.",
                "Send batch " + (session.lastSeq() + 1) + " first.");
        for (int i = 1; i < readings.size(); i++) {
            Refusal.unless(
                    readings.get(i).at() > readings.get(i - 1).at(),
                    "link-order",
                    "readings",
                    "Reading " + i + " is not later than the one before it.",
                    "Send readings in the order of run time.");
        }
        if (gatewayRunTime.isPresent() && !readings.isEmpty()) {
            long last = readings.get(readings.size() - 1).at();
            Refusal.unless(
                    last <= gatewayRunTime.getAsLong() + MOST_AHEAD_MILLIS,
                    "link-ahead",
                    "readings",
                    "The reading at " + last + " ms is more than " + MOST_AHEAD_MILLIS / 1000
                            + " s ahead of the run time at which it was sent, " + gatewayRunTime.getAsLong() + " ms.",
                    "Take both from the same clock.");
        }
        runs.readings(session.runId(), sessionId, sequence, gatewayRunTime, readings);
        jdbc.sql("update link_session set last_seq = ? where id = ?")
                .params(sequence, sessionId)
                .update();
        return sequence;
    }
}
