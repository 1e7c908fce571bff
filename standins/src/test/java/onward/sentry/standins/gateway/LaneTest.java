package onward.sentry.standins.gateway;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import onward.sentry.core.detector.Alarms;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.run.NextAction;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** How a gateway behaves towards a server that is slow, away, or has no more use for readings. */
class LaneTest {

    private final JsonMapper json = JsonMapper.shared();
    private final List<JsonNode> batches = new ArrayList<>();
    private final AtomicInteger failures = new AtomicInteger();
    private HttpServer server;
    private int wantedBatches = 4;

    @BeforeEach
    void serve() throws IOException {
        server = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        server.setExecutor(Executors.newSingleThreadExecutor());
        server.createContext(
                "/api/v1/link/detectors/MC-1/sessions",
                exchange -> answer(exchange, 201, "{\"sessionId\":\"s1\",\"nextSequence\":1,\"runTime\":5000}"));
        server.createContext("/api/v1/link/sessions/s1/batches", this::take);
        server.start();
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private synchronized void take(HttpExchange exchange) throws IOException {
        var batch = json.readTree(exchange.getRequestBody());
        if (failures.getAndDecrement() > 0) {
            answer(exchange, 503, "{}");
            return;
        }
        batches.add(batch);
        var run = batches.size() < wantedBatches
                ? "{\"runId\":\"r1\",\"timeScale\":60,\"calibrating\":true,\"asksFor\":\"CONFIRM_CHECKS\",\"gas\":null}"
                : "null";
        answer(exchange, 200, "{\"sequence\":" + batch.path("sequence").asLong() + ",\"run\":" + run + "}");
    }

    private static void answer(HttpExchange exchange, int status, String body) throws IOException {
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }

    private Lane lane() {
        var spec = new SensorSpec(
                1,
                "carbon-monoxide",
                Technology.ELECTROCHEMICAL,
                Unit.PPM,
                300,
                1,
                new Alarms(
                        OptionalDouble.of(25), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty()),
                25,
                80);
        var run = new LinkMessages.Run(
                "r1", 60, true, NextAction.Kind.CONFIRM_CHECKS, Optional.empty(), Optional.empty(), Optional.empty());
        var detector = new LinkMessages.Detector(
                "MC-1",
                "Mote CO",
                LelBasis.HANDBOOK,
                List.of(new LinkMessages.Sensor(spec, "C-1", Optional.of(LocalDate.of(2026, 1, 1)))),
                Optional.of(run));
        var address = URI.create("http://127.0.0.1:" + server.getAddress().getPort());
        return new Lane(new LinkClient(address, "token"), detector, new Faults(), new Supplies());
    }

    @Test
    void readingsGoOnFromTheRunTimeThatTheServerHasInUnbrokenSequenceUntilNothingIsWanted() {
        lane().run();
        assertThat(batches).extracting(b -> b.path("sequence").asLong()).containsExactly(1L, 2L, 3L, 4L);
        var times = batches.stream()
                .flatMap(b ->
                        java.util.stream.StreamSupport.stream(b.path("readings").spliterator(), false))
                .map(r -> r.path("at").asLong())
                .toList();
        assertThat(times.get(0)).isEqualTo(5_250);
        assertThat(times).isSorted().doesNotHaveDuplicates();
    }

    @Test
    void whatWasNotAcknowledgedIsKeptAndSentWhenTheServerIsBack() {
        failures.set(3);
        wantedBatches = 6;
        lane().run();
        assertThat(batches).extracting(b -> b.path("sequence").asLong()).containsExactly(1L, 2L, 3L, 4L, 5L, 6L);
    }

    @Test
    void aServerThatSaysNoEndsTheLane() {
        server.removeContext("/api/v1/link/sessions/s1/batches");
        server.createContext("/api/v1/link/sessions/s1/batches", exchange -> {
            batches.add(json.readTree(exchange.getRequestBody()));
            answer(exchange, 422, "{\"code\":\"link-session-ended\"}");
        });
        lane().run();
        assertThat(batches).hasSize(1);
    }
}
