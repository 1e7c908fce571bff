package onward.sentry.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What a gateway says to a server over the link protocol. */
record GatewayLink(String server, String token) {

    private static final HttpClient HTTP =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    private static final JsonMapper JSON = JsonMapper.shared();

    JsonNode get(String path) throws IOException, InterruptedException {
        return ask(request(path).build());
    }

    JsonNode send(String path, Object body) throws IOException, InterruptedException {
        return ask(request(path)
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)))
                .build());
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(server + path)).header("Authorization", "Bearer " + token);
    }

    private static JsonNode ask(HttpRequest request) throws IOException, InterruptedException {
        var answer = HTTP.send(request, HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() / 100 != 2) {
            throw new IOException(answer.statusCode() + " " + answer.body());
        }
        return JSON.readTree(answer.body());
    }
}
