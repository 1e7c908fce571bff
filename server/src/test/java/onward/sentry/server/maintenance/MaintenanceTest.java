package onward.sentry.server.maintenance;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class MaintenanceTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);
    private final TestClock clock = (TestClock) server.bean(Clock.class);
    private Instant now = TestClock.START;

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private JsonNode start(String serial, Map<String, Object> body) {
        var answer = technician.post("/api/v1/detectors/" + serial + "/maintenance", body);
        assertThat(answer.status()).as(answer.toString()).isEqualTo(201);
        return answer.body();
    }

    private Api.Answer step(String id, int step, Map<String, Object> more) {
        var body = new HashMap<>(more);
        body.put("step", step);
        return technician.post("/api/v1/maintenance/" + id + "/steps", body);
    }

    /** Does every step as it is wanted; a wait is waited. */
    private String workThrough(JsonNode job) {
        var id = job.path("id").asString();
        for (int i = 0; i < job.path("steps").size(); i++) {
            var asked = job.path("steps").get(i);
            now = now.plusSeconds(asked.path("seconds").asInt() + 1L);
            clock.set(now);
            var done = step(id, i, asked.path("kind").asString().equals("ASK") ? Map.of("answer", true) : Map.of());
            assertThat(done.body().path("next").asInt()).as(done.toString()).isEqualTo(i + 1);
        }
        return id;
    }

    private JsonNode detector(String serial) {
        return technician.get("/api/v1/detectors/" + serial).body();
    }

    @Test
    void aCleanedLampMakesTheDetectorDueAndItsPartsLeaveTheStock() {
        var serial = island.quoin5p();
        technician.put("/api/v1/part-stock", Map.of("name", "lamp swab", "count", 3, "reorderAt", 2));
        var offered =
                technician.get("/api/v1/detectors/" + serial + "/maintenance").body();
        assertThat(offered.path("offered").toString()).contains("CLEAN_LAMP", "REPLACE_FILTER", "COMMISSION");
        var job = start(serial, Map.of("kind", "CLEAN_LAMP"));
        var id = job.path("id").asString();
        assertThat(start(serial, Map.of("kind", "CLEAN_LAMP")).path("id").asString())
                .as("the open one is gone on with")
                .isEqualTo(id);
        assertThat(step(id, 2, Map.of()).text("code")).isEqualTo("maintenance-order");
        assertThat(technician
                        .post("/api/v1/maintenance/" + id + "/end", Map.of("remark", ""))
                        .text("code"))
                .isEqualTo("maintenance-open-step");
        for (int i = 0; i < 3; i++) {
            step(id, i, Map.of());
        }
        assertThat(step(id, 3, Map.of()).text("code")).as("it warms up").isEqualTo("maintenance-wait");
        clock.set(TestClock.START.plusSeconds(125));
        step(id, 3, Map.of());
        var refused = step(id, 4, Map.of("answer", false)).body();
        assertThat(refused.path("refused").asString()).isEqualTo("Fit a new lamp.");
        assertThat(refused.path("next").asInt()).isEqualTo(4);
        step(id, 4, Map.of("answer", true));
        var ended = technician.post("/api/v1/maintenance/" + id + "/end", Map.of("remark", "window was brown"));
        assertThat(ended.body().path("finished").asBoolean()).isTrue();
        assertThat(detector(serial).path("detector").path("usable").asBoolean()).isFalse();
        var stock = technician.get("/api/v1/part-stock").body().path("parts").get(0);
        assertThat(stock.path("count").asInt()).isEqualTo(2);
        assertThat(stock.path("low").asBoolean()).isTrue();
        assertThat(technician.get("/api/v1/logbook?detector=" + serial).body().toString())
                .contains("maintenance-done", "window was brown");
    }

    @Test
    void aSensorThatWasFittedStepByStepIsOnRecordAndDue() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(technician
                        .post(
                                "/api/v1/detectors/" + serial + "/maintenance",
                                Map.of("kind", "REPLACE_SENSOR", "slot", 3))
                        .text("field"))
                .isEqualTo("newSerial");
        var id = workThrough(start(serial, Map.of("kind", "REPLACE_SENSOR", "slot", 3, "newSerial", "CO-NEW")));
        assertThat(detector(serial).path("sensors").get(2).path("serial").asString())
                .as("not before the end")
                .isNotEqualTo("CO-NEW");
        technician.post("/api/v1/maintenance/" + id + "/end", Map.of("remark", "", "parts", Map.of("sensor Quoin", 0)));
        assertThat(detector(serial).path("sensors").get(2).path("serial").asString())
                .isEqualTo("CO-NEW");
        assertThat(detector(serial).path("detector").path("state").asString()).isEqualTo("DUE");
    }

    @Test
    void anOpenedDetectorMayNotBeUsedUntilItIsCalibratedHoweverTheWorkEnds() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        var id = start(serial, Map.of("kind", "REPLACE_FILTER")).path("id").asString();
        assertThat(detector(serial).path("detector").path("usable").asBoolean())
                .as("nothing is opened yet")
                .isTrue();
        step(id, 0, Map.of());
        assertThat(detector(serial).path("detector").path("usable").asBoolean()).isFalse();
        assertThat(detector(serial).path("detector").path("reason").asString()).contains("replace the filter begun");
        technician.post("/api/v1/maintenance/" + id + "/stop", Map.of("reason", "filter torn"));
        assertThat(detector(serial).path("detector").path("usable").asBoolean()).isFalse();
        island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(detector(serial).path("detector").path("usable").asBoolean()).isTrue();
        var again = workThrough(start(serial, Map.of("kind", "REPLACE_FILTER")));
        technician.post("/api/v1/maintenance/" + again + "/end", Map.of("remark", ""));
        assertThat(detector(serial).path("detector").path("reason").asString())
                .contains("replace the filter done")
                .doesNotContain("begun");
    }

    @Test
    void whatReturnsFromRepairIsReceivedAtTheEnd() {
        var serial = island.quoin5p();
        assertThat(technician
                        .post("/api/v1/detectors/" + serial + "/maintenance", Map.of("kind", "RETURN_FROM_REPAIR"))
                        .text("code"))
                .isEqualTo("maintenance-state");
        technician.post(
                "/api/v1/detectors/" + serial + "/status", Map.of("change", "SEND_FOR_REPAIR", "remark", "workshop"));
        var id = workThrough(start(serial, Map.of("kind", "RETURN_FROM_REPAIR")));
        technician.post("/api/v1/maintenance/" + id + "/end", Map.of("remark", ""));
        assertThat(detector(serial).path("detector").path("state").asString()).isEqualTo("OVERDUE");
    }

    @Test
    void aStoppedJobFollowsUpWithNothing() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        var id = start(serial, Map.of("kind", "REPLACE_FILTER")).path("id").asString();
        assertThat(technician
                        .post("/api/v1/maintenance/" + id + "/stop", Map.of("reason", " "))
                        .text("code"))
                .isEqualTo("remark-missing");
        technician.post("/api/v1/maintenance/" + id + "/stop", Map.of("reason", "no filter here"));
        assertThat(detector(serial).path("detector").path("state").asString()).isEqualTo("READY");
        assertThat(step(id, 0, Map.of()).text("code")).isEqualTo("maintenance-closed");
    }
}
