package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executors;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.SteppedGateway;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class LiveStreamTest {

    private final TestServer server = TestServer.shared();
    private final Island island = new Island(server, server.signedIn(Role.TECHNICIAN));

    private record Told(String name, JsonNode data) {}

    @Test
    void aPageStartsWithASnapshotAndIsThenToldOfReadingsAndEvents() throws Exception {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        gateway.run(3);
        var viewer = server.signedIn(Role.VIEWER);
        try (var stream = viewer.stream("/api/v1/bench/stream?run=" + runId + "&after=1000")) {
            var told = listen(stream);
            var missed = next(told, "readings");
            assertThat(missed.path("readings").get(0).path("at").asLong()).isEqualTo(1_250);
            assertThat(missed.path("readings").size()).isEqualTo(8);
            assertThat(next(told, "run").path("next").path("kind").asString()).isEqualTo("CONFIRM_CHECKS");

            gateway.run(1);
            var live = next(told, "readings");
            assertThat(live.path("readings").get(0).path("at").asLong()).isEqualTo(3_250);
            assertThat(live.path("progress").path("3").asString()).isEqualTo("IDLE");

            island.command(runId, Map.of("kind", "CONFIRM_CHECKS", "step", 0));
            var run = next(told, "run");
            assertThat(run.path("next").path("kind").asString()).isEqualTo("WAIT_WARM_UP");
            assertThat(run.path("mine").asBoolean()).isFalse();
        }
    }

    @Test
    void itIsToldWhichReadingsAreLeftOut() throws Exception {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        try (var stream = server.signedIn(Role.VIEWER).stream("/api/v1/bench/stream?run=" + runId + "&after=0")) {
            var told = listen(stream);
            next(told, "run");
            var readings = IntStream.rangeClosed(1, 20)
                    .mapToObj(i -> Map.of("at", i * MILLIS, "values", Map.of("1", 0, "3", i == 9 ? 41 : 0)))
                    .toList();
            assertThat(gateway.send(Map.of("sequence", 1, "readings", readings)).status())
                    .isEqualTo(200);
            var outliers = next(told, "readings").path("outliers");
            assertThat(outliers.path("3").size()).isEqualTo(1);
            assertThat(outliers.path("3").get(0).asLong()).isEqualTo(9 * MILLIS);
            assertThat(outliers.path("1").size()).isZero();
        }
    }

    @Test
    void pagesThatDoNotReadHoldNobodyElseUp() throws Exception {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        int last = 0;
        for (int batch = 0; batch < BATCHES; batch++) {
            send(gateway, batch, last, LARGE);
            last += LARGE;
        }
        var viewer = server.signedIn(Role.VIEWER);
        var stalled = new ArrayList<Socket>();
        try {
            for (int i = 0; i < 3; i++) {
                stalled.add(viewer.stalled("/api/v1/bench/stream?run=" + runId + "&after=-1"));
            }
            Thread.sleep(2_000);
            try (var stream = server.signedIn(Role.VIEWER).stream(
                    "/api/v1/bench/stream?run=" + runId + "&after=" + last * MILLIS)) {
                var told = listen(stream);
                next(told, "run");
                send(gateway, BATCHES, last, 1);
                assertThat(next(told, "readings").path("readings").size()).isEqualTo(1);
            }
        } finally {
            for (var socket : stalled) {
                socket.close();
            }
        }
    }

    private static final int BATCHES = 20;
    private static final int LARGE = 5_000;
    private static final long MILLIS = 250;

    /** Readings of clean air, one after the other. */
    private static void send(SteppedGateway gateway, int sequence, int from, int count) {
        var readings = IntStream.rangeClosed(1, count)
                .mapToObj(i -> Map.of("at", (from + i) * MILLIS, "values", Map.of("1", 0, "2", 20.9, "3", 0, "4", 0)))
                .toList();
        var answer = gateway.send(Map.of("sequence", sequence, "readings", readings));
        assertThat(answer.status()).as(answer.toString()).isEqualTo(200);
    }

    @Test
    void aStreamEndsWithItsSessionAndWhenTheDeviceIsLockedHoweverBusyTheBenchIs() throws Exception {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        var busy = Executors.newSingleThreadScheduledExecutor();
        busy.scheduleWithFixedDelay(() -> gateway.run(1), 0, 500, TimeUnit.MILLISECONDS);
        try {
            streamsEnd();
        } finally {
            busy.shutdownNow();
        }
    }

    private void streamsEnd() throws Exception {
        for (var path : List.of("/api/v1/session/lock", "sign out")) {
            var viewer = server.signedIn(Role.VIEWER);
            try (var stream = viewer.stream("/api/v1/bench/stream")) {
                var told = new CompletableFuture<Integer>();
                var reader = new Thread(() -> {
                    try {
                        told.complete(stream.readAllBytes().length);
                    } catch (IOException e) {
                        told.completeExceptionally(e);
                    }
                });
                reader.setDaemon(true);
                reader.start();
                if (path.startsWith("/")) {
                    assertThat(viewer.post(path, Map.of()).status()).isLessThan(300);
                } else {
                    viewer.delete("/api/v1/session");
                }
                assertThat(told.get(20, TimeUnit.SECONDS)).as(path).isPositive();
            }
        }
    }

    private static BlockingQueue<Told> listen(java.io.InputStream stream) {
        var told = new LinkedBlockingQueue<Told>();
        var thread = new Thread(() -> {
            try (var lines = new BufferedReader(new InputStreamReader(stream, StandardCharsets.UTF_8))) {
                String name = "";
                for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                    if (line.startsWith("event:")) {
                        name = line.substring("event:".length()).strip();
                    } else if (line.startsWith("data:")) {
                        told.add(new Told(name, JsonMapper.shared().readTree(line.substring("data:".length()))));
                    }
                }
            } catch (IOException e) {
                // the test has closed the stream
            }
        });
        thread.setDaemon(true);
        thread.start();
        return told;
    }

    private static JsonNode next(BlockingQueue<Told> told, String name) throws InterruptedException {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(30);
        while (true) {
            // Beats come all the time.
            var one = told.poll(end - System.nanoTime(), TimeUnit.NANOSECONDS);
            assertThat(one).as("waiting for '%s'", name).isNotNull();
            if (one.name().equals(name)) {
                return one.data();
            }
        }
    }
}
