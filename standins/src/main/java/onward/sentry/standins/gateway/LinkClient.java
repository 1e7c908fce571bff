package onward.sentry.standins.gateway;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Speaks the link protocol to one server. */
final class LinkClient {

    private final JsonMapper json = JsonMapper.builder().build();
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();
    private final URI server;
    private final String token;

    LinkClient(URI server, String token) {
        this.server = server;
        this.token = token;
    }

    List<LinkMessages.Detector> detectors() throws IOException, InterruptedException {
        return json.readValue(ask("GET", "/api/v1/link/detectors", Optional.empty()), new TypeReference<>() {});
    }

    LinkMessages.Session open(String serial, String runId) throws IOException, InterruptedException {
        return json.readValue(
                ask(
                        "POST",
                        "/api/v1/link/detectors/" + serial + "/sessions",
                        Optional.of(new LinkMessages.OpenSession(runId))),
                LinkMessages.Session.class);
    }

    LinkMessages.Acknowledged send(String sessionId, LinkMessages.Batch batch)
            throws IOException, InterruptedException {
        return json.readValue(
                ask("POST", "/api/v1/link/sessions/" + sessionId + "/batches", Optional.of(batch)),
                LinkMessages.Acknowledged.class);
    }

    private String ask(String method, String path, Optional<Object> body) throws IOException, InterruptedException {
        var request = HttpRequest.newBuilder(server.resolve(path))
                .timeout(Duration.ofSeconds(10))
                .header("Authorization", "Bearer " + token)
                .header("Content-Type", "application/json")
                .method(
                        method,
                        body.map(b -> HttpRequest.BodyPublishers.ofString(json.writeValueAsString(b)))
                                .orElse(HttpRequest.BodyPublishers.noBody()))
                .build();
        var response = http.send(request, HttpResponse.BodyHandlers.ofString());
        if (response.statusCode() / 100 == 4) {
            throw new Rejected(response.statusCode(), response.body());
        }
        if (response.statusCode() / 100 != 2) {
            throw new IOException(response.statusCode() + " " + response.body());
        }
        return response.body();
    }

    /** The server understood and said no: sending the same again would not help. */
    static final class Rejected extends IOException {
        Rejected(int status, String body) {
            super(status + " " + body);
        }
    }
}
