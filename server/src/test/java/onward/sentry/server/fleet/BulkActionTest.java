package onward.sentry.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The same done to many at once, and ways of looking that somebody keeps. */
class BulkActionTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    private JsonNode lend(List<String> serials, boolean act, String key) {
        return technician
                .post(
                        "/api/v1/detector-bulk-actions",
                        Map.of(
                                "serials",
                                serials,
                                "action",
                                "CHECK_OUT",
                                "to",
                                "Quarry crew",
                                "remark",
                                "",
                                "act",
                                act),
                        key)
                .body();
    }

    private String state(String serial) {
        return technician
                .get("/api/v1/detectors/" + serial)
                .body()
                .path("detector")
                .path("state")
                .asString();
    }

    @Test
    void whatItWouldComeToIsSaidBeforeAnythingIsDoneAndDoneOnce() {
        var good = island.quoin4();
        island.calibrate(good, island.houseMix(), Map.of());
        var overdue = island.quoin4();
        var all = List.of(good, overdue, "NO-SUCH");
        var said = lend(all, false, "together-1");
        assertThat(said.path("rows").path(0).path("state").asString()).isEqualTo("OUT");
        assertThat(said.path("rows").path(1).path("state").isNull()).isTrue();
        assertThat(said.path("rows").path(1).path("reason").asString()).contains("overdue and may not be checked out");
        assertThat(said.path("rows").path(2).path("reason").asString()).isEqualTo("No detector has this serial.");
        assertThat(state(good)).as("nothing was done yet").isEqualTo("READY");

        var done = lend(all, true, "together-2");
        assertThat(state(good)).isEqualTo("OUT");
        assertThat(lend(all, true, "together-2").path("rows").path(0))
                .isEqualTo(done.path("rows").path(0));
        var nothing = technician.post(
                "/api/v1/detector-bulk-actions",
                Map.of("serials", List.of(good), "action", "REPORT_EVENT", "remark", "", "act", false));
        assertThat(nothing.body().path("rows").path(0).path("reason").asString())
                .isEqualTo("The event is missing.");
    }

    @Test
    void aViewIsKeptForWhoKeepsItOnly() {
        assertThat(technician
                        .send("PUT", "/api/v1/saved-views", Map.of("name", " ", "address", "x"), Map.of())
                        .text("field"))
                .isEqualTo("name");
        technician.send(
                "PUT",
                "/api/v1/saved-views",
                Map.of("name", "late at the ferry", "address", "state=OVERDUE"),
                Map.of());
        var kept = technician
                .send(
                        "PUT",
                        "/api/v1/saved-views",
                        Map.of("name", "late at the ferry", "address", "crew=Ferry"),
                        Map.of())
                .body();
        assertThat(kept).hasSize(1);
        assertThat(kept.path(0).path("address").asString()).isEqualTo("crew=Ferry");
        var lead = server.signedIn(Role.LEAD);
        var address = "/api/v1/saved-views/" + kept.path(0).path("id").asString();
        assertThat(lead.get("/api/v1/saved-views").body()).isEmpty();
        assertThat(lead.delete(address).status()).isEqualTo(404);
        assertThat(technician.delete(address).status()).isEqualTo(204);
        assertThat(technician.get("/api/v1/saved-views").body()).isEmpty();
    }
}
