package onward.sentry.standins.reference;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The requests of the link protocol. */
final class Link {

    private static final Duration LONGEST = Duration.ofSeconds(10);

    /** @param status of HTTP @param code of a problem, empty where there is none */
    record LinkResponse(int status, String code, JsonNode body) {
        boolean isGood() {
            return status / 100 == 2;
        }
    }

    private final JsonMapper json = JsonMapper.builder().build();
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build();
    private final String address;
    private final String token;

    /** @param address such as {@code http://site:8080/api/v1/link} */
    Link(String address, String token) {
        this.address = address;
        this.token = token;
    }

    LinkResponse detectors() throws IOException, InterruptedException {
        return ask("GET", "/detectors", HttpRequest.BodyPublishers.noBody());
    }

    LinkResponse open(String serial, String runId) throws IOException, InterruptedException {
        return post(
                "/detectors/" + URLEncoder.encode(serial, StandardCharsets.UTF_8) + "/sessions",
                json.createObjectNode().put("runId", runId));
    }

    LinkResponse send(String sessionId, JsonNode batch) throws IOException, InterruptedException {
        return post("/sessions/" + sessionId + "/batches", batch);
    }

    private LinkResponse post(String path, JsonNode body) throws IOException, InterruptedException {
        return ask("POST", path, HttpRequest.BodyPublishers.ofString(body.toString()));
    }

    private LinkResponse ask(String method, String path, HttpRequest.BodyPublisher body)
            throws IOException, InterruptedException {
        var request = HttpRequest.newBuilder(URI.create(address + path))
                .timeout(LONGEST)
                .header("Authorization", "Bearer " + token)
                .header("Content-Type", "application/json")
                .method(method, body)
                .build();
        var response = http.send(request, HttpResponse.BodyHandlers.ofString());
        var read = response.body().isBlank() ? json.createObjectNode() : json.readTree(response.body());
        return new LinkResponse(response.statusCode(), read.path("code").asString(""), read);
    }
}
