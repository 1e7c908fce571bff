package onward.sentry.server.link;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Pattern;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.tools.gateway.Gateways;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** How a lead connects a gateway, sees how it does, and ends it. */
class GatewayDeskTest {

    private final TestServer server = TestServer.shared();
    private final Api lead = server.signedIn(Role.LEAD);
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    private static Map<String, Object> gateway(String name, String... serials) {
        return Map.of("name", name, "detectors", Map.of("serials", List.of(serials)));
    }

    private JsonNode listed(String id) {
        for (var one : lead.get("/api/v1/gateways").body().path("gateways")) {
            if (one.path("id").asString().equals(id)) {
                return one;
            }
        }
        throw new AssertionError("not listed: " + id);
    }

    @Test
    void aTokenThatIsShownOnceReadsTheDetectorsThatItIsListedForUntilItIsRevoked() {
        var one = island.quoin5p();
        var other = island.quoin5p();
        var added = lead.post("/api/v1/gateways", gateway("bench of " + one, one));
        assertThat(added.status()).as(added.toString()).isEqualTo(201);
        var id = added.body().path("gateway").path("id").asString();
        assertThat(listed(id).path("standing").asString()).isEqualTo("NEVER_HEARD");
        assertThat(listed(id).toString()).doesNotContain(added.text("token"));

        var link = Api.withToken(server, added.text("token"));
        assertThat(link.get("/api/v1/link/detectors").body())
                .singleElement()
                .satisfies(detector ->
                        assertThat(detector.path("serial").asString()).isEqualTo(one));
        assertThat(listed(id).path("standing").asString()).isEqualTo("HEARD");
        var served = server.signedIn(Role.VIEWER)
                .get("/api/v1/detectors/" + one + "/gateways")
                .body()
                .path("gateways");
        assertThat(served.get(0).path("name").asString()).isEqualTo("bench of " + one);
        assertThat(served.get(0).path("standing").asString()).isEqualTo("HEARD");

        var changed = lead.post("/api/v1/gateways/" + id + "/detectors", Map.of("serials", List.of(other, one)));
        assertThat(changed.status()).as(changed.toString()).isEqualTo(200);
        assertThat(link.get("/api/v1/link/detectors").body().size()).isEqualTo(2);

        assertThat(lead.delete("/api/v1/gateways/" + id).status()).isEqualTo(204);
        var refused = link.get("/api/v1/link/detectors");
        assertThat(refused.status()).isEqualTo(401);
        assertThat(refused.text("code")).isEqualTo("link-token");
        assertThat(listed(id).path("standing").asString()).isEqualTo("REVOKED");
        assertThat(lead.delete("/api/v1/gateways/" + id).text("code")).isEqualTo("gateway-revoked");
    }

    @Test
    void whatWasTakenAndWhatWasRefusedIsCounted() {
        var serial = island.quoin5p();
        var added = lead.post("/api/v1/gateways", gateway("bench of " + serial, serial));
        var id = added.body().path("gateway").path("id").asString();
        var link = Api.withToken(server, added.text("token"));
        var stranger = island.quoin5p();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        assertThat(link.post("/api/v1/link/detectors/" + stranger + "/sessions", Map.of("runId", runId))
                        .text("code"))
                .isEqualTo("link-detector");
        var session = link.post("/api/v1/link/detectors/" + serial + "/sessions", Map.of("runId", runId))
                .text("sessionId");
        var batches = "/api/v1/link/sessions/" + session + "/batches";
        var reading = Map.of("at", 250, "values", Map.of("1", 0));
        assertThat(link.post(batches, Map.of("sequence", 1, "readings", List.of(reading)))
                        .status())
                .isEqualTo(200);
        for (int i = 0; i < 2; i++) {
            assertThat(link.post(batches, Map.of("sequence", 9, "readings", List.of(reading)))
                            .text("code"))
                    .isEqualTo("link-gap");
        }
        var nothing = new HashMap<String, Object>();
        nothing.put("1", null);
        var empty = Map.of("sequence", 2, "readings", List.of(Map.of("at", 500, "values", nothing)));
        assertThat(link.post(batches, empty).status())
                .as("a missing value is left out")
                .isEqualTo(400);
        assertThat(listed(id).path("batches").asLong()).isEqualTo(1);
        var faults = listed(id).path("faults");
        assertThat(faults.size()).isEqualTo(2);
        assertThat(faults.get(0).path("code").asString()).as("most often first").isEqualTo("link-gap");
        assertThat(faults.get(0).path("times").asLong()).isEqualTo(2);
        assertThat(faults.get(1).path("code").asString()).isEqualTo("link-detector");
    }

    @Test
    void whatCannotBeAddedIsRefusedByItsField() {
        var serial = island.quoin5p();
        var nameless = lead.post("/api/v1/gateways", gateway("  ", serial));
        assertThat(nameless.text("code")).isEqualTo("gateway-name");
        assertThat(nameless.text("field")).isEqualTo("name");
        var nobody = lead.post("/api/v1/gateways", gateway("serves nobody"));
        assertThat(nobody.text("field")).isEqualTo("serials");
        var unknown = lead.post("/api/v1/gateways", gateway("serves a stranger", serial, "Q4-999999"));
        assertThat(unknown.text("detail")).contains("Q4-999999");
        var name = "twice " + serial;
        assertThat(lead.post("/api/v1/gateways", gateway(name, serial)).status())
                .isEqualTo(201);
        assertThat(lead.post("/api/v1/gateways", gateway(name, serial)).text("code"))
                .isEqualTo("gateway-name-taken");
        assertThat(lead.delete("/api/v1/gateways/" + UUID.randomUUID()).status())
                .isEqualTo(404);
        assertThat(technician
                        .post("/api/v1/gateways", gateway("by a technician", serial))
                        .status())
                .isEqualTo(403);
        assertThat(technician.get("/api/v1/gateways").status()).isEqualTo(403);
    }

    @Test
    void aGatewayServesWholeModelsAndAllThatThereAre() {
        var serial = island.quoin5p();
        var ofModel = lead.post(
                "/api/v1/gateways",
                Map.of("name", "model of " + serial, "detectors", Map.of("models", List.of("Quoin 5P"))));
        assertThat(ofModel.body().path("gateway").path("serials").toString()).contains("\"" + serial + "\"");
        var id = ofModel.body().path("gateway").path("id").asString();
        assertThat(lead.post("/api/v1/gateways/" + id + "/detectors", Map.of("all", true))
                        .body()
                        .path("serials")
                        .size())
                .isGreaterThanOrEqualTo(listed(id).path("serials").size());
        assertThat(lead.get("/api/v1/gateways").body().path("unserved").size()).isZero();
        assertThat(lead.delete("/api/v1/gateways/" + id).status()).isEqualTo(204);
    }

    @Test
    void theCommandLineDoesTheSame() {
        var serial = island.quoin5p();
        var name = "cellar of " + serial;
        var added = command(0, "add", name, serial);
        var token = Pattern.compile("Token: (\\S+)").matcher(added);
        assertThat(token.find()).as(added).isTrue();
        var link = Api.withToken(server, token.group(1));
        assertThat(link.get("/api/v1/link/detectors").body().size()).isEqualTo(1);
        assertThat(command(0, "list")).contains(name + ": heard, detectors 1, batches 0");
        assertThat(command(2, "add", name, serial)).contains("There is a gateway called '" + name + "' already.");
        assertThat(command(0, "revoke", name)).contains("Revoked: " + name);
        assertThat(link.get("/api/v1/link/detectors").status()).isEqualTo(401);
        assertThat(command(2, "revoke", name)).contains("There is no gateway called '" + name + "'.");
        assertThat(command(2, "mend", name)).contains("There is no 'mend' for gateways.");
    }

    /** What it prints. */
    private String command(int exit, String... arguments) {
        var printed = new ByteArrayOutputStream();
        var out = new PrintStream(printed, true, StandardCharsets.UTF_8);
        var settings = Map.of(
                "SENTRY_URL",
                server.url(),
                "SENTRY_USER",
                TestServer.nameOf(Role.LEAD),
                "SENTRY_PASSWORD",
                TestServer.PASSWORD);
        int ended = Gateways.run(arguments, settings, out, out);
        assertThat(ended).as(printed.toString(StandardCharsets.UTF_8)).isEqualTo(exit);
        return printed.toString(StandardCharsets.UTF_8);
    }

    @Test
    void aDetectorThatNoGatewayServesIsNamed() {
        var serial = island.quoin5p();
        assertThat(lead.get("/api/v1/gateways").body().path("unserved").toString())
                .contains("\"" + serial + "\"");
        lead.post("/api/v1/gateways", gateway("serves " + serial, serial));
        assertThat(lead.get("/api/v1/gateways").body().path("unserved").toString())
                .doesNotContain("\"" + serial + "\"");
    }
}
