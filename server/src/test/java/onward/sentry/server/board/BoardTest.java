package onward.sentry.server.board;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class BoardTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);

    private static JsonNode line(JsonNode board, String serial) {
        return StreamSupport.stream(board.path("crews").spliterator(), false)
                .flatMap(crew -> StreamSupport.stream(crew.path("detectors").spliterator(), false))
                .filter(line -> line.path("serial").asString().equals(serial))
                .findFirst()
                .orElseThrow();
    }

    private String moved(String crew) {
        var serial = island.quoin5p();
        var seen = technician.get("/api/v1/detectors/" + serial).body().path("detector");
        var before = Map.of(
                "assetTag", seen.path("assetTag").asString(),
                "crew", seen.path("crew").asString(),
                "location", seen.path("location").asString(),
                "notes", "");
        var after = Map.of("assetTag", "T", "crew", crew, "location", "", "notes", "");
        assertThat(technician
                        .put("/api/v1/detectors/" + serial + "/details", Map.of("details", after, "before", before))
                        .status())
                .isEqualTo(200);
        return serial;
    }

    @Test
    void aSecretAddressShowsOneCrewToWhoeverHasItUntilItIsRevoked() {
        var quarry = moved("Quarry");
        var harbour = moved("Harbour");
        assertThat(technician
                        .post("/api/v1/board-addresses", Map.of("name", "x", "crew", ""))
                        .status())
                .isEqualTo(403);
        assertThat(lead.post("/api/v1/board-addresses", Map.of("name", " ", "crew", ""))
                        .text("code"))
                .isEqualTo("board-name");
        var path = lead.post("/api/v1/board-addresses", Map.of("name", "Quarry hut", "crew", "Quarry"))
                .text("path");
        assertThat(lead.post("/api/v1/board-addresses", Map.of("name", "Quarry hut", "crew", ""))
                        .text("code"))
                .isEqualTo("board-name-taken");
        assertThat(server.jdbc()
                        .sql("select count(*) from idempotent_answer where answer like ?")
                        .param("%" + path.substring("/board/".length()) + "%")
                        .query(Long.class)
                        .single())
                .as("the secret is kept nowhere")
                .isZero();
        var address = "/api/v1/boards" + path.substring("/board".length());
        var stranger = server.anybody();
        var board = stranger.get(address);
        assertThat(board.status()).isEqualTo(200);
        assertThat(board.body().path("crews").size()).isEqualTo(1);
        assertThat(line(board.body(), quarry).path("status").asString()).isEqualTo("DO_NOT_USE");
        assertThat(line(board.body(), quarry).path("reason").asString()).isNotBlank();
        assertThat(board.body().toString()).doesNotContain(harbour);
        assertThat(stranger.get("/api/v1/board").status()).isEqualTo(401);
        assertThat(stranger.get(address + "x").status()).isEqualTo(404);

        var listed = lead.get("/api/v1/board-addresses").body();
        var id = StreamSupport.stream(listed.spliterator(), false)
                .filter(one -> one.path("name").asString().equals("Quarry hut"))
                .findFirst()
                .orElseThrow()
                .path("id")
                .asString();
        assertThat(lead.delete("/api/v1/board-addresses/" + id).status()).isEqualTo(204);
        assertThat(stranger.get(address).status()).isEqualTo(404);
    }

    @Test
    void everyStatusIsOnTheBoardAndADroppedDetectorIsNeverReady() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(line(technician.get("/api/v1/board").body(), serial)
                        .path("status")
                        .asString())
                .isEqualTo("READY");
        technician.post("/api/v1/detectors/" + serial + "/lending", Map.of("to", "Quarry crew"));
        assertThat(line(technician.get("/api/v1/board").body(), serial)
                        .path("status")
                        .asString())
                .isEqualTo("CHECKED_OUT");
        technician.post("/api/v1/detectors/" + serial + "/return", Map.of());
        technician.post(
                "/api/v1/detectors/" + serial + "/triggers", Map.of("cause", "DROPPED", "remark", "off the quay"));
        var dropped = line(technician.get("/api/v1/board?crew=Digester").body(), serial);
        assertThat(List.of(
                        dropped.path("status").asString(), dropped.path("state").asString()))
                .containsExactly("DO_NOT_USE", "DUE");
        assertThat(dropped.path("reason").asString()).contains("off the quay");
    }
}
