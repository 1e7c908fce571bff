package onward.sentry.server.gas;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Gas that was found bad after the fact, and what rests on it. */
class RecallTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);
    private final TestClock clock = (TestClock) server.bean(Clock.class);

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private String state(String serial) {
        return technician
                .get("/api/v1/detectors/" + serial)
                .body()
                .path("detector")
                .path("state")
                .asString();
    }

    private String standing(String tag) {
        return technician
                .get("/api/v1/cylinders/" + tag)
                .body()
                .path("cylinder")
                .path("status")
                .asString();
    }

    @Test
    void aLotIsRecalledWhatRestsOnItIsDueAndTheWithdrawalTakesItBack() {
        var lot = "LOT-" + java.util.UUID.randomUUID();
        var first = island.cylinder(Map.of("lot", lot));
        var second = island.cylinder(Map.of("lot", lot));
        var good = island.houseMix();
        var onFirst = island.quoin4();
        var onSecond = island.quoin4();
        var setAnew = island.quoin4();
        island.calibrate(onFirst, first.path("id").asString(), Map.of());
        island.calibrate(onSecond, second.path("id").asString(), Map.of());
        island.calibrate(setAnew, first.path("id").asString(), Map.of());
        clock.set(TestClock.START.plus(Duration.ofHours(1)));
        island.calibrate(setAnew, good, Map.of());

        var preview =
                technician.get("/api/v1/recalls/preview?scope=LOT&named=" + lot).body();
        assertThat(preview.path("cylinders").size()).isEqualTo(2);
        assertThat(preview.path("runs").asInt()).isEqualTo(3);
        assertThat(preview.path("detectors").toString())
                .contains(onFirst, onSecond)
                .as("it has been set on other gas since")
                .doesNotContain(setAnew);

        var body = Map.of("scope", "LOT", "named", lot, "reason", "maker found the sulfide low");
        assertThat(technician.post("/api/v1/recalls", body).status()).isEqualTo(403);
        var recall = lead.post("/api/v1/recalls", body);
        assertThat(recall.status()).as(recall.toString()).isEqualTo(201);
        assertThat(state(onFirst)).isEqualTo("DUE");
        assertThat(state(onSecond)).isEqualTo("DUE");
        assertThat(state(setAnew)).isEqualTo("READY");
        assertThat(standing(first.path("tag").asString())).isEqualTo("ON_HOLD");

        island.calibrate(onSecond, good, Map.of());
        assertThat(state(onSecond)).isEqualTo("READY");

        var back = "/api/v1/recalls/" + recall.text("id") + "/withdrawal";
        assertThat(lead.post(back, Map.of("reason", "")).text("field")).isEqualTo("reason");
        assertThat(lead.post(back, Map.of("reason", "their scale was wrong")).status())
                .isEqualTo(200);
        assertThat(state(onFirst)).isEqualTo("READY");
        assertThat(standing(first.path("tag").asString())).isEqualTo("IN_DATE");
        assertThat(lead.post(back, Map.of("reason", "once more")).text("code")).isEqualTo("recall-withdrawn");
        var page = technician
                .get("/api/v1/cylinders/" + first.path("tag").asString())
                .body();
        assertThat(page.path("recalls").get(0).path("withdrawnReason").asString())
                .isEqualTo("their scale was wrong");
        assertThat(page.path("changes").size()).as("accepted, held, released").isEqualTo(3);
    }

    @Test
    void aCylinderThatWasHeldForAnotherReasonStaysHeldWhenTheRecallIsWithdrawn() {
        var tag = island.cylinder(Map.of()).path("tag").asString();
        technician.post("/api/v1/cylinders/" + tag + "/aside", Map.of("state", "ON_HOLD", "reason", "dropped"));
        var recall = lead.post("/api/v1/recalls", Map.of("scope", "CYLINDER", "named", tag, "reason", "wrong label"));
        lead.post("/api/v1/recalls/" + recall.text("id") + "/withdrawal", Map.of("reason", "label was right"));
        assertThat(standing(tag)).isEqualTo("ON_HOLD");
        assertThat(lead.post("/api/v1/recalls", Map.of("scope", "LOT", "named", "none such", "reason", "x"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void recallsOverlapAndEachLiftsOnlyItsOwn() {
        var lot = "LOT-" + java.util.UUID.randomUUID();
        var cylinder = island.cylinder(Map.of("lot", lot));
        var tag = cylinder.path("tag").asString();
        var serial = island.quoin4();
        island.calibrate(serial, cylinder.path("id").asString(), Map.of());
        var one = recall("LOT", lot);
        var dropped =
                technician.post("/api/v1/detectors/" + serial + "/triggers", Map.of("cause", "DROPPED", "remark", ""));
        assertThat(dropped.status()).as("a drop counts beside a recall").isEqualTo(200);
        var two = recall("CYLINDER", tag);

        withdraw(one);
        assertThat(standing(tag)).as("the second recall still covers it").isEqualTo("ON_HOLD");
        assertThat(state(serial)).isEqualTo("DUE");
        var back = lead.post("/api/v1/cylinders/" + tag + "/release", Map.of("reason", "looks fine"));
        assertThat(back.text("code")).isEqualTo("cylinder-recalled");

        withdraw(two);
        assertThat(standing(tag)).isEqualTo("IN_DATE");
        assertThat(state(serial)).as("it was dropped all the same").isEqualTo("DUE");
        island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(state(serial)).isEqualTo("READY");
    }

    private String recall(String scope, String named) {
        var recall = lead.post("/api/v1/recalls", Map.of("scope", scope, "named", named, "reason", "low"));
        assertThat(recall.status()).as(recall.toString()).isEqualTo(201);
        return recall.text("id");
    }

    private void withdraw(String id) {
        assertThat(lead.post("/api/v1/recalls/" + id + "/withdrawal", Map.of("reason", "it was right"))
                        .status())
                .isEqualTo(200);
    }
}
