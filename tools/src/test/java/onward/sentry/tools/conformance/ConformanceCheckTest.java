package onward.sentry.tools.conformance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import onward.sentry.standins.reference.ReferenceGateway;
import onward.sentry.tools.gateway.Gateways;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class ConformanceCheckTest {

    private static final Duration BETWEEN_POLLS = Duration.ofMillis(40);

    private final ByteArrayOutputStream printed = new ByteArrayOutputStream();
    private final JsonMapper json = JsonMapper.builder().build();

    private static ConformanceCheck check() throws IOException {
        return new ConformanceCheck(new InetSocketAddress("127.0.0.1", 0), BETWEEN_POLLS);
    }

    private int result(ConformanceCheck check, int seconds) throws InterruptedException {
        return check.await(Duration.ofSeconds(seconds), new PrintStream(printed, true, StandardCharsets.UTF_8));
    }

    private String text() {
        return printed.toString(StandardCharsets.UTF_8);
    }

    private JsonNode ask(ConformanceCheck check, String method, String path, String body)
            throws IOException, InterruptedException {
        var request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + check.port() + "/api/v1/link" + path))
                .header("Authorization", "Bearer " + check.token())
                .method(method, HttpRequest.BodyPublishers.ofString(body))
                .build();
        return json.readTree(HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.ofString())
                .body());
    }

    @Test
    void aGatewayThatWasWrittenFromTheDocumentConforms() throws Exception {
        var check = check();
        var gateway = new ReferenceGateway("http://127.0.0.1:" + check.port() + "/api/v1/link", check.token(), 60, 60);
        var working = new Thread(() -> {
            try {
                gateway.work();
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
        });
        working.start();
        int result = result(check, 60);
        working.interrupt();
        working.join();
        assertThat(result).as(text()).isZero();
        assertThat(text()).endsWith("The gateway conforms.\n").doesNotContain("----");
    }

    @Test
    void eachThingThatAGatewayDoesOtherwiseIsNamedWithWhatCame() throws Exception {
        var check = check();
        JsonNode run = json.nullNode();
        for (int i = 0; i < 5 && run.isNull(); i++) {
            run = ask(check, "GET", "/detectors", "").get(0).path("run");
        }
        var session = ask(
                check,
                "POST",
                "/detectors/CHECK-1/sessions",
                "{\"runId\": \"" + run.path("runId").asString() + "\"}");
        var batches = "/sessions/" + session.path("sessionId").asString() + "/batches";
        // It counts from one, starts its time again, sends null and a slot that the card lacks, and is a year ahead.
        ask(
                check,
                "POST",
                batches,
                "{\"sequence\": 1, \"now\": 5, \"readings\": [{\"at\": 250, \"values\": {\"1\": null}}]}");
        ask(
                check,
                "POST",
                batches,
                "{\"sequence\": 2, \"now\": 5, \"readings\": [{\"at\": 99999999, \"values\": {\"9\": 4}}]}");
        // The third is refused with 503, and it goes on with the fourth.
        ask(check, "POST", batches, "{\"sequence\": 3, \"readings\": [{\"at\": 99999999, \"values\": {\"1\": 4}}]}");
        ask(check, "POST", batches, "{\"sequence\": 4, \"readings\": [{\"at\": 100000250, \"values\": {\"1\": 4}}]}");
        assertThat(result(check, 1)).isEqualTo(1);
        assertThat(text())
                .contains("Two requests came")
                .contains("Batch 4 was to come; batch 1 came.")
                .contains("A reading at 250 ms came after one at 12000 ms.")
                .contains("A reading held \"1\": null.")
                .contains("A reading at 99999999 ms came with now = 5.")
                .contains("Batch 3 was to come again with the same readings; batch 4 came.")
                .contains("----  sends nothing more once the answer names no run")
                .endsWith("The gateway does not conform.\n");
    }

    @Test
    void whatIsNoAddressIsRefused() {
        var err = new ByteArrayOutputStream();
        int exit = Gateways.run(
                new String[] {"check", "bench"},
                java.util.Map.of(),
                new PrintStream(printed),
                new PrintStream(err, true, StandardCharsets.UTF_8));
        assertThat(exit).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("./sentry gateway check http://0.0.0.0:8099");
    }
}
