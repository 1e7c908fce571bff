package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Two processes of the program on one database, as behind a proxy that sends each request to either. */
class TwoCopiesTest {

    private final World world = World.demo();

    @Test
    void aRunThatWasStartedOnOneGoesOnAtTheOtherAndItsReadingsReachBoth() throws Exception {
        var prefix = "T" + System.nanoTime() % 100_000 + "-";
        world.crew("Two copies " + prefix, prefix, 1, 20);
        var here = new Client(world).signIn("una", "skerravoe-demo");
        var there = here.at(world.copy());
        assertThat(there.read("/api/v1/session").path("signInName").asString())
                .as("one session for both")
                .isEqualTo("una");

        var serial = prefix + "101";
        assertThat(here.post(
                        "/api/v1/runs",
                        "{\"clientId\":\"two\",\"serial\":\"%s\",\"job\":\"CALIBRATION\",\"source\":\"LINK\",\"room\":\"of two\"}"
                                .formatted(serial),
                        ""))
                .isEqualTo(201);
        var run = there.read("/api/v1/detectors/" + serial + "/runs")
                .get(0)
                .path("id")
                .asString();
        var commands = "/api/v1/runs/" + run + "/commands";

        // The gateway sends to the first copy; the page listens at the second.
        var heard = CompletableFuture.supplyAsync(() -> readingsAt(there, run));
        assertThat(heard.get(60, TimeUnit.SECONDS)).isTrue();

        assertThat(there.post(commands, "{\"clientId\":\"a\",\"kind\":\"CONFIRM_CHECKS\",\"step\":0}", ""))
                .isEqualTo(200);
        assertThat(here.post(commands, "{\"clientId\":\"a\",\"kind\":\"CONFIRM_CHECKS\",\"step\":0}", ""))
                .as("sent again, and to the other copy")
                .isEqualTo(200);
        assertThat(here.post(commands, "{\"clientId\":\"b\",\"kind\":\"REMARK\",\"reason\":\"from the first\"}", ""))
                .isEqualTo(200);
        JsonNode one = here.read("/api/v1/runs/" + run);
        assertThat(one.path("next").path("kind").asString()).isNotEqualTo("CONFIRM_CHECKS");
        assertThat(there.get("/api/v1/runs/" + run + "/record").split("Checked: ", -1))
                .hasSize(2);
        assertThat(there.get("/api/v1/runs/" + run + "/record")).contains("from the first");
        here.post(commands, "{\"clientId\":\"c\",\"kind\":\"STOP\",\"reason\":\"done\"}", "");
        assertThat(there.read("/api/v1/runs/" + run).path("phase").asString()).isEqualTo("STOPPED");
    }

    private static boolean readingsAt(Client client, String run) {
        try (var lines = client.lines("/api/v1/bench/stream?run=" + run)) {
            return lines.anyMatch(line -> line.startsWith("event:") && line.endsWith("readings"));
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }
}
