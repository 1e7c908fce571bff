package onward.sentry.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Whatever is sent, the answer is one that a client can act on: never an error of ours. */
class BadInputTest {

    private static final int INPUTS = 2_000;
    private static final List<Object> VALUES = new ArrayList<>(List.of(
            "",
            " ",
            "x",
            "'; drop table run; --",
            "\u0000",
            "😀",
            "NaN",
            "9".repeat(400),
            "2026-02-30",
            "00000000-0000-0000-0000-000000000000",
            "../../etc/passwd",
            "%00",
            -1,
            0,
            1e308,
            Long.MAX_VALUE,
            true,
            List.of(),
            List.of(1, "two"),
            Map.of(),
            Map.of("kind", "none")));

    private final Random random = new Random(20_260_302);

    @Test
    void badInputIsRefusedAndNeverBreaksAnything() {
        try (var server = TestServer.withPeople()) {
            var island = new Island(server, server.signedIn(Role.TECHNICIAN));
            var serial = island.quoin4();
            var run = island.start(serial, "CALIBRATION", "TYPED").path("id").asString();
            var known = Map.of("serial", serial, "id", run, "model", "Quoin 4", "signInName", "viewer", "tag", "HM-1");
            var api = server.signedIn(Role.LEAD);
            var paths = operations(api.get("/api/v1/openapi").body());
            assertThat(paths.size()).isGreaterThan(80);
            var broken = new TreeMap<String, String>();
            for (int i = 0; i < INPUTS; i++) {
                var operation = paths.get(i % paths.size());
                var path = filled(operation, known);
                var body = operation.method().equals("get") ? null : body(operation.fields());
                var answer =
                        api.send(operation.method().toUpperCase(), path, body, Map.of("Idempotency-Key", "bad-" + i));
                if (answer.status() >= 500) {
                    broken.putIfAbsent(
                            operation.method() + " " + operation.path(), answer.status() + " " + path + " " + body);
                } else if (answer.status() >= 400
                        && answer.body().path("title").asString("").isEmpty()) {
                    broken.putIfAbsent(
                            operation.method() + " " + operation.path(),
                            answer.status() + " is no problem detail: " + path + " " + body);
                }
            }
            assertThat(String.join("\n", broken.values()).replace('\0', '0')).isEmpty();
            assertThat(api.get("/api/v1/today").status()).isEqualTo(200);
        }
    }

    private record Operation(String method, String path, List<String> queries, List<String> fields) {}

    private static List<Operation> operations(JsonNode description) {
        var operations = new ArrayList<Operation>();
        for (var path : description.path("paths").properties()) {
            // Streams do not end, and signing out or locking would end the test.
            if (path.getKey().endsWith("/stream")
                    || path.getKey().contains("/session")
                    || path.getKey().contains("/me/")) {
                continue;
            }
            for (var method : path.getValue().properties()) {
                var queries = new ArrayList<String>();
                method.getValue().path("parameters").forEach(parameter -> {
                    if (parameter.path("in").asString().equals("query")) {
                        queries.add(parameter.path("name").asString());
                    }
                });
                operations.add(
                        new Operation(method.getKey(), path.getKey(), queries, fields(description, method.getValue())));
            }
        }
        return operations;
    }

    private static List<String> fields(JsonNode description, JsonNode operation) {
        var reference = operation
                .path("requestBody")
                .path("content")
                .path("application/json")
                .path("schema")
                .path("$ref")
                .asString("");
        var name = reference.substring(reference.lastIndexOf('/') + 1);
        var fields = new ArrayList<String>();
        description
                .path("components")
                .path("schemas")
                .path(name)
                .path("properties")
                .properties()
                .forEach(property -> fields.add(property.getKey()));
        return fields;
    }

    /** Half of the places hold something that is on record, so that what is behind them is reached. */
    private String filled(Operation operation, Map<String, String> known) {
        var path = operation.path();
        while (path.contains("{")) {
            var name = path.substring(path.indexOf('{') + 1, path.indexOf('}'));
            var value = random.nextBoolean() && known.containsKey(name) ? known.get(name) : String.valueOf(value());
            path = path.replace("{" + name + "}", encoded(value.isBlank() ? "x" : value.replace("/", "-")));
        }
        var query = new ArrayList<String>();
        for (var name : operation.queries()) {
            if (random.nextInt(3) > 0) {
                query.add(name + "=" + encoded(String.valueOf(value())));
            }
        }
        return query.isEmpty() ? path : path + "?" + String.join("&", query);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    private Object body(List<String> fields) {
        if (fields.isEmpty() || random.nextInt(10) == 0) {
            return value();
        }
        var body = new LinkedHashMap<String, Object>();
        for (var field : fields) {
            if (random.nextInt(8) > 0) {
                body.put(field, value());
            }
        }
        return body;
    }

    private Object value() {
        return VALUES.get(random.nextInt(VALUES.size()));
    }
}
