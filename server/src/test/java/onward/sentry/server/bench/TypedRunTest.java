package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A run whose readings a person types, on the device's own time. */
class TypedRunTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);
    private final TestClock clock = (TestClock) server.bean(Clock.class);

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private Api.Answer at(String runId, int seconds, Map<String, Object> command) {
        clock.set(TestClock.START.plusSeconds(seconds));
        var body = new java.util.HashMap<>(command);
        body.put("at", seconds * 1000L);
        body.putIfAbsent("step", view(runId).path("next").path("step").asInt());
        return island.command(runId, body);
    }

    private void type(String runId, int seconds, double... readings) {
        for (int slot = 1; slot <= readings.length; slot++) {
            assertThat(at(runId, seconds, Map.of("kind", "TYPE_READING", "slot", slot, "value", readings[slot - 1]))
                            .status())
                    .isEqualTo(200);
        }
    }

    private void typeThrice(String runId, int seconds, double... readings) {
        for (int t = seconds; t <= seconds + 16; t += 8) {
            type(runId, t, readings);
        }
    }

    /** A hand and the readings, or a hand that strikes twice: whoever waits goes on from what stands when it is their turn. */
    @Test
    void commandsThatComeAtTheSameMomentAllTakeEffectOneAfterTheOther() throws Exception {
        var runId =
                island.start(island.quoin4(), "CALIBRATION", "TYPED").path("id").asString();
        var hands = Executors.newFixedThreadPool(6);
        var calls = new ArrayList<Callable<Integer>>();
        for (int n = 0; n < 30; n++) {
            var remark = Map.<String, Object>of("kind", "REMARK", "reason", "remark " + n + ".");
            calls.add(() -> island.command(runId, remark).status());
        }
        for (var status : hands.invokeAll(calls)) {
            assertThat(status.get()).isEqualTo(200);
        }
        hands.shutdown();
        var record = technician.get("/api/v1/runs/" + runId + "/record").body();
        assertThat(record.path("events").toString().split("Remark by", -1)).hasSize(31);
    }

    @Test
    void typedReadingsGiveTheSameKindOfRecord() {
        var serial = island.quoin4();
        var mix = island.houseMix();
        var runId = island.start(serial, "CALIBRATION", "TYPED").path("id").asString();
        at(runId, 5, Map.of("kind", "CONFIRM_CHECKS"));
        at(runId, 66, Map.of("kind", "TIME_PASSED"));
        assertThat(at(runId, 70, Map.of("kind", "CHOOSE_CYLINDER", "cylinderId", mix))
                        .status())
                .isEqualTo(200);
        at(runId, 75, Map.of("kind", "GAS_ON"));
        typeThrice(runId, 110, 24, 16.0, 79, 14.8);
        at(runId, 135, Map.of("kind", "GAS_OFF"));
        type(runId, 215, 0, 20.9, 0, 0);
        at(runId, 220, Map.of("kind", "START_ZERO"));
        typeThrice(runId, 230, 0, 20.9, 0, 0);
        at(runId, 250, Map.of("kind", "CHOOSE_CYLINDER", "cylinderId", mix));
        at(runId, 260, Map.of("kind", "GAS_ON"));
        var early = at(runId, 280, Map.of("kind", "DECLARE_SETTLED", "slot", 4));
        assertThat(early.text("code")).isEqualTo("exposure-too-short");
        assertThat(early.text("detail")).contains("19 s").contains("at least 45 s");
        typeThrice(runId, 306, 23, 16.0, 61, 13.1);
        assertThat(view(runId).path("next").path("kind").asString()).isEqualTo("CONFIRM_SAVED");
        at(runId, 330, Map.of("kind", "CONFIRM_SAVED", "verdicts", Map.of(1, "PASS", 3, "PASS")));
        typeThrice(runId, 372, 25, 16.0, 80, 15.0);
        at(runId, 395, Map.of("kind", "GAS_OFF"));
        type(runId, 475, 0, 20.9, 0, 0);
        var signed = at(runId, 480, Map.of("kind", "SIGN")).body();
        assertThat(signed.path("verdict").asString()).isEqualTo("PASS");
        var record = technician.get("/api/v1/runs/" + runId + "/record").body();
        assertThat(record.path("run").path("source").asString()).isEqualTo("TYPED");
        assertThat(record.path("sensors").get(2).path("trace").size()).isPositive();
        assertThat(technician.get("/api/v1/runs/" + runId + "/readings").body().size())
                .isPositive();
    }

    @Test
    void aReadingBeyondReachNamesTheLimitAndTheUnit() {
        var runId =
                island.start(island.quoin4(), "CALIBRATION", "TYPED").path("id").asString();
        var answer = at(runId, 10, Map.of("kind", "TYPE_READING", "slot", 4, "value", 1500));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.text("field")).isEqualTo("value");
        assertThat(answer.text("detail")).contains("1500").contains("50.0 ppm");
        assertThat(answer.text("wayOut")).contains("ppm");
    }

    @Test
    void aDeviceWhoseClockRunsAheadIsNotBelieved() {
        var runId =
                island.start(island.quoin4(), "CALIBRATION", "TYPED").path("id").asString();
        at(runId, 5, Map.of("kind", "CONFIRM_CHECKS", "step", 0));
        clock.set(TestClock.START.plusSeconds(10));
        var hasty = island.command(runId, Map.of("kind", "TIME_PASSED", "at", 4_000_000));
        assertThat(hasty.body().path("next").path("kind").asString()).isEqualTo("WAIT_WARM_UP");
    }

    @Test
    void aCommandWithoutAFieldThatItNeedsNamesTheField() {
        var runId =
                island.start(island.quoin4(), "CALIBRATION", "TYPED").path("id").asString();
        var answer = at(runId, 5, Map.of("kind", "TYPE_READING", "slot", 4));
        assertThat(answer.text("code")).isEqualTo("field-missing");
        assertThat(answer.text("field")).isEqualTo("value");
    }

    private JsonNode view(String runId) {
        return technician.get("/api/v1/runs/" + runId).body();
    }

    @Test
    void aPictureOfAStepThatTheCardDoesNotHaveIsNotFound() {
        var run =
                island.start(island.quoin4(), "CALIBRATION", "TYPED").path("id").asString();
        for (var step : List.of("-1", "99", "0")) {
            assertThat(technician
                            .get("/api/v1/runs/" + run + "/pictures/" + step)
                            .status())
                    .as(step)
                    .isEqualTo(404);
        }
    }
}
