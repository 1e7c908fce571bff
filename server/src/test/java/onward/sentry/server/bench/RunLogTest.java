package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.OffsetDateTime;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import onward.sentry.formats.Chain;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What is promised of the stored story: only added to, chained, once per client id, the same from any copy. */
class RunLogTest {

    private final TestServer server = TestServer.shared();
    private final Island island = new Island(server, server.signedIn(Role.TECHNICIAN));

    @ParameterizedTest
    @ValueSource(
            strings = {
                "run_event",
                "ledger",
                "trace",
                "sensor_result",
                "procedure_card",
                "house_policy",
            })
    void rowsAreOnlyEverAddedTo(String table) {
        if (server.jdbc()
                        .sql("select count(*) from sensor_result")
                        .query(Long.class)
                        .single()
                == 0) {
            island.calibrate(island.quoin4(), island.houseMix(), Map.of());
        }
        var column = table.equals("sensor_result") ? "verdict" : table.equals("trace") ? "hash" : "body";
        for (var statement : new String[] {
            "update " + table + " set " + column + " = 'other'",
            "delete from " + table,
            "truncate " + table + " cascade"
        }) {
            // The program has no right to it, and whoever keeps the database is refused too.
            assertThatThrownBy(() -> server.jdbc().sql(statement).update())
                    .as(statement)
                    .rootCause()
                    .hasMessageContaining("permission denied");
            assertThatThrownBy(() ->
                            JdbcClient.create(server.keeper()).sql(statement).update())
                    .as(statement)
                    .rootCause()
                    .hasMessageContaining("is only ever added to");
        }
    }

    @Test
    void everyEventHoldsTheHashOfTheOneBeforeAndTheRecordTheLast() {
        var run = island.calibrate(island.quoin4(), island.houseMix(), Map.of());
        var id = UUID.fromString(run.path("id").asString());
        record Row(
                OffsetDateTime at,
                String kind,
                int version,
                String clientId,
                String body,
                String prevHash,
                String hash) {}
        var rows = server.jdbc()
                .sql(
                        "select at, kind, version, client_id, body, prev_hash, hash from run_event where run_id = ? order by seq")
                .param(id)
                .query(Row.class)
                .list();
        var last = Chain.START;
        for (var row : rows) {
            assertThat(row.prevHash()).isEqualTo(last);
            assertThat(row.hash())
                    .isEqualTo(Chain.ofEvent(
                            2, last, row.at().toInstant(), row.kind(), row.version(), row.clientId(), row.body()));
            last = row.hash();
        }
        assertThat(rows).hasSizeGreaterThan(10);
        var ledger = server.jdbc()
                .sql("select body from ledger where kind = 'run-signed' and body like ?")
                .param("%" + id + "%")
                .query(String.class)
                .single();
        assertThat(ledger).contains(last);
        var stored = server.bean(RunLog.class).traces(id);
        assertThat(stored).containsOnlyKeys(1, 2, 3, 4);
        assertThat(stored.get(3).timeAt(0)).as("from the first reading on").isLessThan(1_000);
        var hashes = server.jdbc()
                .sql("select hash from trace where run_id = ? and seq ="
                        + " (select max(seq) from run_event where run_id = ? and kind = 'GasClosed')")
                .params(id, id)
                .query(String.class)
                .list();
        var closed = rows.stream()
                .filter(r -> r.body().contains("GasClosed"))
                .reduce((first, second) -> second)
                .orElseThrow();
        assertThat(hashes)
                .hasSize(4)
                .allSatisfy(hash -> assertThat(closed.body()).contains(hash));
    }

    @Test
    void theLedgerIsOneChainHoweverManyWriteAtOnce() throws Exception {
        var pool = Executors.newFixedThreadPool(6);
        var go = new CountDownLatch(1);
        for (int i = 0; i < 6; i++) {
            pool.submit(() -> {
                go.await();
                return island.quoin4();
            });
        }
        go.countDown();
        pool.shutdown();
        assertThat(pool.awaitTermination(30, java.util.concurrent.TimeUnit.SECONDS))
                .isTrue();
        record Row(long seq, OffsetDateTime at, String kind, String by, String body, String prevHash, String hash) {}
        var rows = server.jdbc()
                .sql("select seq, at, kind, by, body, prev_hash, hash from ledger order by seq")
                .query(Row.class)
                .list();
        var last = Chain.START;
        for (int i = 0; i < rows.size(); i++) {
            var row = rows.get(i);
            assertThat(row.seq()).isEqualTo(i + 1);
            assertThat(row.prevHash()).isEqualTo(last);
            assertThat(row.hash())
                    .isEqualTo(Chain.ofEntry(last, row.at().toInstant(), row.kind(), row.by(), row.body()));
            last = row.hash();
        }
    }

    @Test
    void aCommandSentAgainHasOneEffectAndTheSameAnswer() {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        Map<String, Object> command = Map.of("clientId", "same", "kind", "CONFIRM_CHECKS", "step", 0);
        var first = island.command(runId, command);
        var second = island.command(runId, command);
        assertThat(first.status()).isEqualTo(200);
        assertThat(second.body().path("lastSeq")).isEqualTo(first.body().path("lastSeq"));
        assertThat(events(runId)).as("started, placed, confirmed").isEqualTo(3);
    }

    @Test
    void aRunGoesOnFromAnyCopyOfTheProgramWhereverTheLastOneLeftIt() {
        var serial = island.quoin4();
        var mix = island.houseMix();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of(3, 0.83));
        int zero =
                island.work(runId, gateway, mix, "START_ZERO", 1).path("step").asInt();
        try (var other = server.copy()) {
            var there = other.anybody();
            there.signIn("technician", TestServer.PASSWORD);
            var commands = "/api/v1/runs/" + runId + "/commands";
            var started = there.post(commands, Map.of("clientId", "x", "kind", "START_ZERO", "step", zero));
            assertThat(started.body().path("next").path("kind").asString()).isEqualTo("WAIT_ZERO");
            gateway.until("CHOOSE_CYLINDER");
            there.post(
                    commands, Map.of("clientId", "y", "kind", "CHOOSE_CYLINDER", "step", zero + 1, "cylinderId", mix));
            gateway.run(30);
            var seenThere = there.get("/api/v1/runs/" + runId).body();
            var seenHere = server.signedIn(Role.TECHNICIAN)
                    .get("/api/v1/runs/" + runId)
                    .body();
            assertThat(seenThere).isEqualTo(seenHere);
            assertThat(seenThere.path("gasOn").asBoolean()).isTrue();
        }
        gateway.until("CONFIRM_SAVED");
        assertThat(server.signedIn(Role.TECHNICIAN)
                        .get("/api/v1/runs/" + runId)
                        .body()
                        .path("sensors")
                        .get(2)
                        .path("verdict")
                        .asString())
                .isEqualTo("PASS");
    }

    private long events(String runId) {
        return server.jdbc()
                .sql("select count(*) from run_event where run_id = ?")
                .param(UUID.fromString(runId))
                .query(Long.class)
                .single();
    }
}
