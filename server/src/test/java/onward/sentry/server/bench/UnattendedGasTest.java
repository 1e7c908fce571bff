package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
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

/** Gas that is on while nobody watches it, as the bench is told of it. */
class UnattendedGasTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);
    private final TestClock clock = (TestClock) server.bean(Clock.class);

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private JsonNode onShelf(String id) {
        for (var cylinder : technician.get("/api/v1/cylinders").body()) {
            if (cylinder.path("id").asString().equals(id)) {
                return cylinder;
            }
        }
        throw new AssertionError("no cylinder " + id);
    }

    private JsonNode lane(String runId) {
        for (var lane : technician.get("/api/v1/bench").body()) {
            if (lane.path("id").asString().equals(runId)) {
                return lane;
            }
        }
        throw new AssertionError("no lane " + runId);
    }

    @Test
    void afterAFailedSpanTheValveComesFirstAndWhatWasDrawnLeavesTheShelfWithIt() {
        var serial = island.quoin4();
        var mix = island.houseMix();
        pass(Duration.ofMinutes(1)); // somebody looked at the gauge before
        double before = onShelf(mix).path("litresLeft").asDouble();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of(3, 0.3));
        island.work(runId, gateway, mix, "CHOOSE_CYLINDER", 2);
        island.confirm(runId, Map.of("kind", "CHOOSE_CYLINDER", "cylinderId", mix));
        gateway.until("CLOSE_GAS");
        var view = island.view(runId);
        assertThat(view.path("next").path("sentence").asString()).isEqualTo("Close the valve");
        assertThat(view.path("gas").path("idle").asBoolean()).isTrue();
        assertThat(view.path("gas").path("litresDrawn").asDouble()).isBetween(0.3, 3.0);
        assertThat(lane(runId).path("gas").path("idle").asBoolean()).isTrue();
        assertThat(island.confirm(runId, Map.of("kind", "TRY_AGAIN", "changed", "hose"))
                        .text("code"))
                .isEqualTo("try-gas-on");
        assertThat(island.confirm(runId, Map.of("kind", "STOP", "reason", "away"))
                        .text("code"))
                .isEqualTo("stop-gas-on");
        assertThat(island.confirm(runId, Map.of("kind", "GAS_OFF")).status()).isEqualTo(200);
        view = island.view(runId);
        assertThat(view.path("gas").isNull()).isTrue();
        assertThat(view.path("next").path("kind").asString()).isEqualTo("TRY_AGAIN");
        assertThat(onShelf(mix).path("litresLeft").asDouble())
                .as("not only at the signature")
                .isLessThan(before - 0.5);
        island.command(runId, Map.of("kind", "STOP", "reason", "enough"));
    }

    @Test
    void aRunLeftAloneNeverDrawsMoreThanTheCylinderHolds() {
        var serial = island.quoin4();
        // 103 L full at 69 bar with a reserve of 5 %: 6.5 bar are 9.7 L, of which 4.55 are above the reserve.
        var mix = island.cylinder(Map.of("gaugeBar", 6.5)).path("id").asString();
        var runId = island.start(serial, "CALIBRATION", "TYPED").path("id").asString();
        for (var kind : new String[] {"CONFIRM_CHECKS"}) {
            island.confirm(runId, Map.of("kind", kind));
        }
        pass(Duration.ofSeconds(70));
        island.command(runId, Map.of("kind", "TIME_PASSED"));
        island.confirm(runId, Map.of("kind", "CHOOSE_CYLINDER", "cylinderId", mix));
        island.confirm(runId, Map.of("kind", "GAS_ON"));
        pass(Duration.ofHours(8));
        island.command(runId, Map.of("kind", "TIME_PASSED"));
        var view = island.view(runId);
        assertThat(view.path("next").path("kind").asString()).isEqualTo("CLOSE_GAS");
        assertThat(view.path("next").path("sentence").asString()).contains("is at its reserve: close the valve");
        assertThat(view.path("gas").path("litresLeft").asDouble()).isZero();
        assertThat(view.path("gas").path("over").asBoolean()).isTrue();
        island.confirm(runId, Map.of("kind", "GAS_OFF"));
        assertThat(onShelf(mix).path("litresLeft").asDouble()).isZero();
        var drawn = server.jdbc()
                .sql("select litres from gas_draw where run_id = ?")
                .param(UUID.fromString(runId))
                .query(Double.class)
                .single();
        assertThat(drawn).isBetween(9.6, 9.8);
        assertThat(technician
                        .get("/api/v1/gas")
                        .body()
                        .path("cylinders")
                        .get(0)
                        .path("bites")
                        .asString())
                .isEqualTo("0 L left: remove it");
        assertThat(technician
                        .get("/api/v1/today")
                        .body()
                        .path("gasWarnings")
                        .get(0)
                        .asString())
                .endsWith("0 L left, remove it");
        island.command(runId, Map.of("kind", "STOP", "reason", "empty"));
    }

    @Test
    void aSilentGatewayIsNoticedInServerTime() {
        var serial = island.quoin4();
        var mix = island.houseMix();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        island.work(runId, gateway, mix, "CHOOSE_CYLINDER", 1);
        island.confirm(runId, Map.of("kind", "CHOOSE_CYLINDER", "cylinderId", mix));
        gateway.until("WAIT_SETTLE");
        assertThat(island.view(runId).path("link").path("level").asString()).isEqualTo("LIVE");
        long before = island.view(runId).path("runTime").asLong();
        pass(Duration.ofSeconds(6));
        assertThat(island.view(runId).path("link").path("level").asString()).isEqualTo("STALE");
        assertThat(island.view(runId).path("runTime").asLong() - before)
                .as("the countdown goes on")
                .isEqualTo(6_000);
        pass(Duration.ofSeconds(94));
        var view = island.view(runId);
        assertThat(view.path("link").path("silentSeconds").asInt()).isEqualTo(100);
        assertThat(view.path("next").path("sentence").asString())
                .isEqualTo("No readings from the detector: close the valve");
        assertThat(island.confirm(runId, Map.of("kind", "GAS_OFF")).status()).isEqualTo(200);
        assertThat(island.command(runId, Map.of("kind", "SWITCH_SOURCE", "source", "TYPED"))
                        .status())
                .isEqualTo(200);
        assertThat(island.view(runId).path("typed").asBoolean()).isTrue();
        assertThat(island.view(runId).path("link").isNull()).isTrue();
        island.command(runId, Map.of("kind", "STOP", "reason", "gateway broken"));
    }

    @Test
    void aRunIsTypedFromTheStartWhereNoGatewayServesTheDetector() {
        var serial = island.quoin4();
        var body = Map.of("clientId", UUID.randomUUID().toString(), "serial", serial, "job", "CALIBRATION");
        var run = technician.post("/api/v1/runs", body).body();
        assertThat(run.path("typed").asBoolean()).isTrue();
        assertThat(run.path("gatewayServes").asBoolean()).isFalse();
        island.command(run.path("id").asString(), Map.of("kind", "STOP", "reason", "shown"));

        var linked = island.quoin4();
        var other = island.start(linked, "CALIBRATION", "LINK").path("id").asString();
        island.gateway(linked, other, Map.of());
        island.command(other, Map.of("kind", "STOP", "reason", "a gateway has shown itself"));
        var again = technician
                .post(
                        "/api/v1/runs",
                        Map.of("clientId", UUID.randomUUID().toString(), "serial", linked, "job", "CALIBRATION"))
                .body();
        assertThat(again.path("typed").asBoolean()).isFalse();
        island.command(again.path("id").asString(), Map.of("kind", "STOP", "reason", "shown"));
    }

    private void pass(Duration time) {
        clock.set(clock.instant().plus(time));
    }
}
