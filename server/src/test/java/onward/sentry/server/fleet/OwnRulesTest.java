package onward.sentry.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What is set for one detector alone, and one that is out with somebody. */
class OwnRulesTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);
    private final TestClock clock = (TestClock) server.bean(Clock.class);

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private JsonNode detector(String serial) {
        return technician.get("/api/v1/detectors/" + serial).body();
    }

    private String calibrated() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        return serial;
    }

    @Test
    void theEarlierOfCardAndOwnIntervalCountsAndTheRecordSaysTheSame() {
        var serial = calibrated();
        assertThat(detector(serial).path("detector").path("dueOn").asString()).isEqualTo("2026-04-02");
        var body = Map.of("form", "DAYS", "number", 10, "reason", "works in the tank farm");
        var set = lead.post("/api/v1/detectors/" + serial + "/interval", body).body();
        assertThat(set.path("interval").path("own").asString()).isEqualTo("every 10 days");
        assertThat(detector(serial).path("detector").path("dueOn").asString()).isEqualTo("2026-03-12");
        assertThat(detector(serial).path("dueWorking").toString())
                .contains("by its card", "2026-04-02", "its own is earlier");

        var run = island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(run.toString()).contains("12 Mar 2026");
        assertThat(technician
                        .get("/api/v1/runs/" + run.path("id").asString() + "/record")
                        .body()
                        .toString())
                .contains("its own is earlier");

        lead.post("/api/v1/detectors/" + serial + "/interval", Map.of("form", "BY_CARD", "reason", "back in the yard"));
        assertThat(detector(serial).path("detector").path("dueOn").asString()).isEqualTo("2026-04-02");
    }

    @Test
    void anOwnIntervalIsALeadsAndRefusedWhereItSaysNothingOfUse() {
        var path = "/api/v1/detectors/" + island.quoin4() + "/interval";
        var days = Map.of("form", "DAYS", "number", 0, "reason", "x");
        assertThat(technician.post(path, days).status()).isEqualTo(403);
        var none = lead.post(path, days);
        assertThat(none.status()).isEqualTo(422);
        assertThat(none.text("detail")).contains("1 to 2,000 days");
        assertThat(lead.post(path, Map.of("form", "FOLLOWING_MONTH", "nth", 6, "weekday", "MONDAY", "reason", "x"))
                        .text("field"))
                .isEqualTo("nth");
        assertThat(lead.post(path, Map.of("form", "MONTHS", "number", 2, "reason", " "))
                        .text("field"))
                .isEqualTo("reason");
    }

    @Test
    void whatIsLentIsOutUntilItIsTakenBackOrWorkedAtTheBench() {
        var serial = calibrated();
        var lent = technician.post(
                "/api/v1/detectors/" + serial + "/lending", Map.of("to", "Quarry crew", "backBy", "2026-03-09"));
        assertThat(lent.text("state")).isEqualTo("OUT");
        assertThat(lent.text("reason")).isEqualTo("With Quarry crew since 2 Mar 2026, back by 9 Mar 2026.");
        assertThat(technician
                        .post("/api/v1/detectors/" + serial + "/lending", Map.of("to", "Ferry"))
                        .text("code"))
                .isEqualTo("lent-already");
        assertThat(technician
                        .post("/api/v1/detectors/" + serial + "/return", Map.of())
                        .text("state"))
                .isEqualTo("READY");
        assertThat(technician
                        .post("/api/v1/detectors/" + serial + "/return", Map.of())
                        .text("code"))
                .isEqualTo("not-lent");

        technician.post("/api/v1/detectors/" + serial + "/lending", Map.of("to", "Quarry crew"));
        island.start(serial, "BUMP", "TYPED");
        assertThat(detector(serial).path("detector").path("state").asString()).isEqualTo("READY");
    }

    @Test
    void whatMayNotBeUsedGoesToNobody() {
        var fresh = island.quoin4();
        var refused = technician.post("/api/v1/detectors/" + fresh + "/lending", Map.of("to", "Quarry crew"));
        assertThat(refused.text("code")).isEqualTo("lend-unfit");
        assertThat(refused.text("detail")).contains(fresh).contains("overdue");
    }

    @Test
    void careComesRoundByItselfAndIsRefusedWhereNothingAsksForIt() {
        var serial = island.quoin4();
        assertThat(technician
                        .get("/api/v1/detectors/" + serial + "/care")
                        .body()
                        .path("care"))
                .isEmpty();
        var refused = technician.post("/api/v1/detectors/" + serial + "/care", Map.of("kind", "BATTERY", "remark", ""));
        assertThat(refused.text("field")).isEqualTo("kind");
        assertThat(refused.text("detail")).contains("A Quoin 4 does not ask for that");

        var pumped = "Q5-care";
        technician.post(
                "/api/v1/detectors",
                Map.of(
                        "serial",
                        pumped,
                        "assetTag",
                        "",
                        "model",
                        "Quoin 5P",
                        "crew",
                        "Ferry",
                        "location",
                        "",
                        "sensors",
                        List.of(1, 2, 3, 4, 5).stream()
                                .map(slot -> Map.of("slot", slot, "serial", "P" + slot, "fittedOn", "2026-02-01"))
                                .toList()));
        var lamp = technician
                .get("/api/v1/detectors/" + pumped + "/care")
                .body()
                .path("care")
                .path(0);
        assertThat(lamp.path("kind").asString()).isEqualTo("LAMP");
        assertThat(lamp.path("on").asString()).isEqualTo("2026-05-31");
        clock.set(TestClock.START.plus(Duration.ofDays(95)));
        assertThat(technician.get("/api/v1/care").body().toString()).contains(pumped);
        technician.post("/api/v1/detectors/" + pumped + "/care", Map.of("kind", "LAMP", "remark", "very dirty"));
        assertThat(technician.get("/api/v1/care").body().toString()).doesNotContain(pumped);
    }
}
