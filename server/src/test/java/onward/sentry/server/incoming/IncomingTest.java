package onward.sentry.server.incoming;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;

/** What a request may bring, how long it may take, and what is asked of it before anything is written. */
class IncomingTest {

    private static final int SLOW = 220;

    private final TestServer server = TestServer.shared();

    private Socket open() throws IOException {
        var address = URI.create(server.url());
        var socket = new Socket();
        socket.connect(new InetSocketAddress(address.getHost(), address.getPort()));
        return socket;
    }

    private static void say(Socket socket, String words) throws IOException {
        socket.getOutputStream().write(words.getBytes(StandardCharsets.US_ASCII));
    }

    private static String signIn(String length) {
        return "POST /api/v1/session HTTP/1.1\r\nHost: site\r\nContent-Type: application/json\r\n" + length
                + "\r\n\r\n";
    }

    @Test
    void aPasswordOfNinetyFiveMegabytesIsRefusedBeforeItIsSent() throws Exception {
        try (var socket = open()) {
            socket.setSoTimeout(5_000);
            say(socket, signIn("Content-Length: 99614720"));
            var answer = new String(socket.getInputStream().readNBytes(12), StandardCharsets.US_ASCII);
            assertThat(answer).isEqualTo("HTTP/1.1 413");
        }
    }

    @Test
    void aBodyThatGrowsBeyondItsLimitIsRefused() {
        var api = server.signedIn(Role.TECHNICIAN);
        var answer = api.post("/api/v1/runs", Map.of("clientId", "x".repeat(2 * 1024 * 1024)));
        assertThat(answer.status()).isEqualTo(413);
        assertThat(answer.text("code")).isEqualTo("body-size");
        var longText = api.post("/api/v1/runs", Map.of("clientId", "x".repeat(5_000)));
        assertThat(longText.status()).isEqualTo(422);
        assertThat(longText.text("code")).isEqualTo("text-length");
        assertThat(longText.text("field")).isEqualTo("clientId");
    }

    @Test
    void slowStrangersDoNotHoldUpAHealthProbe() throws Exception {
        var sockets = new ArrayList<Socket>();
        try {
            for (int i = 0; i < SLOW; i++) {
                var socket = open();
                sockets.add(socket);
                say(socket, signIn("Content-Length: 400000") + "{\"signInName\":\"");
            }
            var http = HttpClient.newHttpClient();
            var probe = HttpRequest.newBuilder(URI.create(server.url() + "/actuator/health"))
                    .timeout(Duration.ofSeconds(1))
                    .build();
            for (int second = 0; second < 5; second++) {
                for (var socket : sockets) {
                    drip(socket);
                }
                assertThat(http.send(probe, HttpResponse.BodyHandlers.ofString())
                                .statusCode())
                        .isEqualTo(200);
                Thread.sleep(500);
            }
        } finally {
            for (var socket : sockets) {
                socket.close();
            }
        }
    }

    private static void drip(Socket socket) {
        try {
            say(socket, "a");
        } catch (IOException e) {
            // turned away already
        }
    }

    @Test
    void aKeyStandsForOneRequestOnly() {
        var island = new Island(server, server.signedIn(Role.TECHNICIAN));
        var api = server.signedIn(Role.TECHNICIAN);
        var key = UUID.randomUUID().toString();
        var first = island.cylinderBody(Map.of());
        assertThat(api.post("/api/v1/cylinders", first, key).status()).isEqualTo(201);
        assertThat(api.post("/api/v1/cylinders", first, key).status()).isEqualTo(201);
        var other = api.post("/api/v1/cylinders", island.cylinderBody(Map.of()), key);
        assertThat(other.text("code")).isEqualTo("key-used");
        assertThat(api.post("/api/v1/cylinders", island.cylinderBody(Map.of()), " ")
                        .status())
                .isIn(400, 422);
    }

    @Test
    void aSerialWithASlashIsOpenedAndATagThatNoAddressHoldsIsRefused() {
        var api = server.signedIn(Role.TECHNICIAN);
        var sensor = Map.of("slot", 1, "serial", "S/1", "fittedOn", "2026-02-01");
        var registered = api.post(
                "/api/v1/detectors",
                Map.of(
                        "serial",
                        "AB/12",
                        "assetTag",
                        "",
                        "model",
                        "Mote CO",
                        "crew",
                        "",
                        "location",
                        "",
                        "sensors",
                        List.of(sensor)));
        assertThat(registered.status()).as(registered.toString()).isEqualTo(201);
        var opened = api.get("/api/v1/detectors/AB%2F12");
        assertThat(opened.body().path("detector").path("serial").asString())
                .as(opened.toString())
                .isEqualTo("AB/12");
        var island = new Island(server, api);
        for (var tag : List.of("A/B", "A%B", "..", "A;B", "\u202Eevil")) {
            var refused = api.post("/api/v1/cylinders", island.cylinderBody(Map.of("tag", tag)));
            assertThat(refused.text("code")).as(tag).isEqualTo("tag-form");
        }
    }

    @Test
    void whoTakesNoJsonChangesNothing() {
        var island = new Island(server, server.signedIn(Role.TECHNICIAN));
        var api = server.signedIn(Role.TECHNICIAN);
        var body = island.cylinderBody(Map.of());
        var answer = api.send(
                "POST",
                "/api/v1/cylinders",
                body,
                Map.of("Idempotency-Key", "k-" + body.get("tag"), "Accept", "image/png"));
        assertThat(answer.status()).isEqualTo(406);
        assertThat(api.get("/api/v1/cylinders/" + body.get("tag")).status()).isEqualTo(404);
    }

    @Test
    void pagesSayWhatTheyMayDo() throws Exception {
        var headers = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.url() + "/api/v1/session"))
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .headers();
        assertThat(headers.firstValue("Content-Security-Policy").orElse(""))
                .contains("base-uri 'none'", "form-action 'self'", "frame-ancestors 'none'");
        assertThat(List.of(
                        headers.firstValue("Referrer-Policy").orElse(""),
                        headers.firstValue("Permissions-Policy").orElse("")))
                .doesNotContain("");
    }
}
