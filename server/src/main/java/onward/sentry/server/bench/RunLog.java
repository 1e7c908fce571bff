package onward.sentry.server.bench;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.trace.Trace;
import onward.sentry.core.trace.TraceCodec;
import onward.sentry.formats.Chain;
import onward.sentry.formats.CoreJson;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The events of runs, chained by hash over the stored text, and the readings that came over the link. */
@Component
public class RunLog {

    /** Version of the form of events, stored with each of them and part of its hash. */
    private static final int EVENT_VERSION = 1;

    private static final TypeReference<List<Reading>> READINGS = new TypeReference<>() {};

    private final JdbcClient jdbc;
    private final JdbcTemplate batch;
    private final JsonMapper json = CoreJson.canonical();

    RunLog(JdbcClient jdbc, JdbcTemplate batch) {
        this.jdbc = jdbc;
        this.batch = batch;
    }

    /** Appends events; the caller holds the run's row lock. The client id of the n-th is {@code source:n}. */
    public void append(RunEntity run, List<RunEvent> events, String source, Instant at) {
        var rows = new ArrayList<Object[]>();
        var moment = at.truncatedTo(ChronoUnit.MICROS);
        int n = 0;
        for (var event : events) {
            var body = json.writerFor(RunEvent.class).writeValueAsString(event);
            var sender = source + ":" + n++;
            var kind = event.getClass().getSimpleName();
            var hash = Chain.ofEvent(Chain.EVENT_RULE, run.lastHash(), moment, kind, EVENT_VERSION, sender, body);
            int seq = run.lastSeq() + 1;
            rows.add(new Object[] {
                run.id(),
                seq,
                sender,
                EVENT_VERSION,
                moment.atOffset(ZoneOffset.UTC),
                kind,
                body,
                run.lastHash(),
                hash,
                Chain.EVENT_RULE
            });
            run.logged(seq, hash);
        }
        batch.batchUpdate(
                "insert into run_event (run_id, seq, client_id, version, at, kind, body, prev_hash, hash,"
                        + " hash_rule) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                rows);
    }

    boolean holds(UUID runId, String source) {
        return jdbc.sql("select count(*) from run_event where run_id = ? and client_id = ?")
                        .params(runId, source + ":0")
                        .query(Long.class)
                        .single()
                > 0;
    }

    public List<RunEvent> events(UUID runId) {
        return jdbc
                .sql("select body from run_event where run_id = ? order by seq")
                .param(runId)
                .query(String.class)
                .list()
                .stream()
                .map(body -> json.readValue(body, RunEvent.class))
                .toList();
    }

    void storeBatch(UUID runId, UUID sessionId, long sequence, List<Reading> readings) {
        jdbc.sql(
                        "insert into reading_batch (run_id, session_id, seq, first_at, last_at, body) values (?, ?, ?, ?, ?, ?)")
                .params(
                        runId,
                        sessionId,
                        sequence,
                        readings.get(0).at(),
                        readings.get(readings.size() - 1).at(),
                        json.writeValueAsString(readings))
                .update();
    }

    /** Readings later than a moment of run time, in order. */
    List<Reading> readingsAfter(UUID runId, long after) {
        var readings = new ArrayList<Reading>();
        jdbc.sql("select body from reading_batch where run_id = ? and last_at > ? order by first_at")
                .params(runId, after)
                .query(String.class)
                .list()
                .forEach(body -> json.readValue(body, READINGS).stream()
                        .filter(reading -> reading.at() > after)
                        .forEach(readings::add));
        return readings;
    }

    public void storeTraces(UUID runId, int seq, Map<Integer, byte[]> traces) {
        var rows = new ArrayList<Object[]>();
        traces.forEach((slot, body) -> rows.add(new Object[] {runId, seq, slot, body, TraceCodec.digest(body)}));
        batch.batchUpdate("insert into trace (run_id, seq, slot, body, hash) values (?, ?, ?, ?, ?)", rows);
    }

    /** The sealed traces of a run put together, by slot: every reading that it was judged on. */
    public Map<Integer, Trace> traces(UUID runId) {
        record Row(int slot, byte[] body) {}
        var whole = new TreeMap<Integer, Trace>();
        jdbc.sql("select slot, body from trace where run_id = ? order by seq")
                .param(runId)
                .query(Row.class)
                .list()
                .forEach(row -> {
                    var part = TraceCodec.decode(row.body());
                    var trace = whole.computeIfAbsent(row.slot(), slot -> new Trace());
                    for (int i = 0; i < part.size(); i++) {
                        trace.add(part.timeAt(i), part.valueAt(i));
                    }
                });
        return whole;
    }

    /** Tells every copy of the server that this run has gone on; sent when the transaction commits. */
    void announce(UUID runId) {
        jdbc.sql("select pg_notify('run_change', ?)")
                .param(runId.toString())
                .query((row, n) -> 0)
                .single();
    }
}
