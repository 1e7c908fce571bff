package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Several detectors at once: one hand for a manifold, no zero beside gas, one place for each cylinder. */
class LanesTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    private final TestClock clock = (TestClock) server.bean(Clock.class);

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private String moteCo() {
        var serial = "MC-" + UUID.randomUUID().toString().substring(0, 8);
        var body = Map.of(
                "serial", serial,
                "assetTag", "",
                "model", "Mote CO",
                "crew", "Ferry",
                "location", "",
                "sensors", List.of(Map.of("slot", 1, "serial", "C-" + serial, "fittedOn", "2026-02-01")));
        assertThat(technician.post("/api/v1/detectors", body).status()).isEqualTo(201);
        return serial;
    }

    private List<String> manifold(List<String> serials) {
        var answer = technician.post(
                "/api/v1/bench/manifolds",
                Map.of(
                        "clientId",
                        UUID.randomUUID().toString(),
                        "serials",
                        serials,
                        "job",
                        "CALIBRATION",
                        "source",
                        "TYPED",
                        "room",
                        "shed of " + serials.get(0)));
        assertThat(answer.status()).as(answer.toString()).isEqualTo(201);
        var ids = new ArrayList<String>();
        answer.body().path("runs").forEach(id -> ids.add(id.asString()));
        return ids;
    }

    private String alone(String serial, String room) {
        return technician
                .post(
                        "/api/v1/runs",
                        Map.of(
                                "clientId",
                                UUID.randomUUID().toString(),
                                "serial",
                                serial,
                                "job",
                                "CALIBRATION",
                                "source",
                                "TYPED",
                                "room",
                                room))
                .body()
                .path("id")
                .asString();
    }

    private Api.Answer send(String run, String kind, Object... more) {
        var body = new HashMap<String, Object>();
        body.put("kind", kind);
        for (int i = 0; i < more.length; i += 2) {
            body.put((String) more[i], more[i + 1]);
        }
        return island.command(run, body);
    }

    private String asks(String run) {
        return technician
                .get("/api/v1/runs/" + run)
                .body()
                .path("next")
                .path("kind")
                .asString();
    }

    private JsonNode lane(String run) {
        for (var lane : technician.get("/api/v1/bench").body()) {
            if (lane.path("id").asString().equals(run)) {
                return lane;
            }
        }
        throw new AssertionError("no lane " + run);
    }

    /** Through the warm-up: typed runs go on with the server's clock. */
    private void warmUp(String run) {
        send(run, "CONFIRM_CHECKS", "step", 0);
        clock.set(clock.instant().plusSeconds(300));
        assertThat(send(run, "TIME_PASSED").status()).isEqualTo(200);
    }

    @Test
    void oneHandServesAWholeManifold() {
        var runs = manifold(List.of(island.quoin4(), island.quoin4(), island.quoin4()));
        assertThat(lane(runs.get(0)).path("together").size()).isEqualTo(3);
        send(runs.get(0), "CONFIRM_CHECKS", "step", 0, "together", true);
        assertThat(runs).allSatisfy(run -> assertThat(asks(run)).isEqualTo("WAIT_WARM_UP"));
        assertThat(lane(runs.get(1)).path("meanwhile").asString()).startsWith("Meanwhile prepare: the mix for 4 gases");
        assertThat(technician.get("/api/v1/runs/" + runs.get(2) + "/record").status())
                .isEqualTo(200);
    }

    @Test
    void aManifoldServesOneModelAndAtMostSix() {
        var one = island.quoin4();
        var twice = technician.post(
                "/api/v1/bench/manifolds",
                Map.of("clientId", "m1", "serials", List.of(one, one), "job", "CALIBRATION", "source", "TYPED"));
        assertThat(twice.text("detail")).contains("hangs on a manifold once").contains(one);
        assertThat(twice.text("field")).isEqualTo("serials");
        assertThat(twice.text("wayOut")).isEqualTo("Name each detector once.");
        var seven = new ArrayList<String>();
        for (int i = 0; i < 7; i++) {
            seven.add(island.quoin4());
        }
        var many = technician.post(
                "/api/v1/bench/manifolds",
                Map.of("clientId", "m2", "serials", seven, "job", "CALIBRATION", "source", "TYPED"));
        assertThat(many.text("detail")).isEqualTo("A manifold serves 1 to 6 detectors, not 7.");
        assertThat(technician.get("/api/v1/bench").body().toString()).doesNotContain(seven.get(0));
    }

    @Test
    void aZeroIsRefusedWhileGasIsOnInTheSameRoomAndACylinderServesOneLane() {
        var mix = island.houseMix();
        var gas = alone(island.quoin4(), "yard");
        var second = alone(island.quoin4(), "loft");
        var beside = alone(moteCo(), "yard");
        var elsewhere = alone(moteCo(), "loft");
        warmUp(gas);
        warmUp(second);
        warmUp(beside);
        warmUp(elsewhere);
        send(gas, "CHOOSE_CYLINDER", "step", 2, "cylinderId", mix);
        assertThat(send(gas, "GAS_ON", "step", 2).status()).isEqualTo(200);

        var taken = send(second, "CHOOSE_CYLINDER", "step", 2, "cylinderId", mix);
        assertThat(taken.text("code")).isEqualTo("cylinder-in-use");
        assertThat(taken.text("detail")).contains("with technician person");
        assertThat(technician
                        .get("/api/v1/runs/" + second + "/cylinders")
                        .body()
                        .toString())
                .contains("cylinder-in-use");

        var refused = send(beside, "START_ZERO", "step", 2);
        assertThat(refused.text("code")).isEqualTo("zero-beside-gas");
        assertThat(lane(beside).path("urgency").asString()).isEqualTo("HELD_BACK");
        assertThat(lane(gas).path("urgency").asString()).isEqualTo("GAS_FLOWS");
        assertThat(send(elsewhere, "START_ZERO", "step", 2).status()).isEqualTo(200);
    }

    @Test
    void twoTechniciansSeeEachOtherAndHandOver() {
        var serial = island.quoin4();
        var run = alone(serial, "workshop");
        var lead = server.signedIn(Role.LEAD);
        var again = lead.post(
                "/api/v1/runs", Map.of("clientId", "other", "serial", serial, "job", "CALIBRATION", "source", "TYPED"));
        assertThat(again.text("code")).isEqualTo("run-open");
        assertThat(lead.get("/api/v1/bench").body().toString()).contains(serial);
        var taken = lead.post("/api/v1/runs/" + run + "/commands", Map.of("clientId", "t1", "kind", "TAKE_OVER"));
        assertThat(taken.body().path("technician").asString()).isEqualTo("lead person");
        assertThat(lane(run).path("technician").asString()).isEqualTo("lead person");
        assertThat(send(run, "CONFIRM_CHECKS", "step", 0).text("code")).isEqualTo("run-not-yours");
    }
}
