package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A cylinder is chosen once in a run; the next application on the same gas goes on to its valve. */
class ReconnectionsTest {

    private static final String NAME = "reconnecting";

    private final TestServer server = TestServer.shared();
    private final Api technician = server.anybody();
    private final TestClock clock = (TestClock) server.bean(Clock.class);
    private Island island;
    private JsonNode cylinder;
    private String runId;
    private int seconds;

    /** Nobody else works under this name: whoever has several detectors at the bench is asked each time. */
    @BeforeAll
    static void somebodyOfTheirOwn() {
        var server = TestServer.shared();
        server.bean(People.class).add(NAME, "Rekka Onning", Role.TECHNICIAN, TestServer.PASSWORD, "test");
    }

    @AfterEach
    void backToTheStart() {
        at(1, Map.of("kind", "GAS_OFF"));
        at(1, Map.of("kind", "STOP", "reason", "shown"));
        clock.set(TestClock.START);
    }

    private Api.Answer at(int after, Map<String, Object> command) {
        seconds += after;
        clock.set(TestClock.START.plusSeconds(seconds));
        var body = new HashMap<>(command);
        body.put("at", seconds * 1000L);
        body.putIfAbsent("step", next().path("step").asInt());
        return island.command(runId, body);
    }

    private JsonNode next() {
        return technician.get("/api/v1/runs/" + runId).body().path("next");
    }

    private void type(double... readings) {
        for (int slot = 1; slot <= readings.length; slot++) {
            at(0, Map.of("kind", "TYPE_READING", "slot", slot, "value", readings[slot - 1]));
        }
    }

    /** As found on the cylinder, and back in clean air: a zero away from the span on the same gas. */
    private void toTheZero() {
        technician.signIn(NAME, TestServer.PASSWORD);
        island = new Island(server, technician);
        cylinder = island.cylinder(Map.of());
        runId = island.start(island.quoin4(), "CALIBRATION", "TYPED").path("id").asString();
        at(5, Map.of("kind", "CONFIRM_CHECKS"));
        at(61, Map.of("kind", "TIME_PASSED"));
        assertThat(at(
                                1,
                                Map.of(
                                        "kind",
                                        "CHOOSE_CYLINDER",
                                        "cylinderId",
                                        cylinder.path("id").asString()))
                        .status())
                .isEqualTo(200);
        at(5, Map.of("kind", "GAS_ON"));
        at(40, Map.of("kind", "TIME_PASSED"));
        type(25, 16.0, 80, 15.0);
        at(0, Map.of("kind", "DECLARE_ALL_SETTLED"));
        at(5, Map.of("kind", "GAS_OFF"));
        at(60, Map.of("kind", "TIME_PASSED"));
        type(0, 20.9, 0, 0);
        at(1, Map.of("kind", "START_ZERO"));
        at(30, Map.of("kind", "TIME_PASSED"));
        type(0, 20.9, 0, 0);
    }

    @Test
    void nobodyIsAskedTwiceForTheSameCylinder() {
        toTheZero();
        var after = at(0, Map.of("kind", "DECLARE_ALL_SETTLED")).body();
        assertThat(after.path("next").path("kind").asString()).isEqualTo("OPEN_GAS");
        var tag = cylinder.path("tag").asString();
        assertThat(after.path("cylinder").path("id").asString()).isEqualTo(tag);
        assertThat(after.path("next").path("sentence").asString()).startsWith(tag + ": ");
        var undone = at(
                        1,
                        Map.of(
                                "kind",
                                "WITHDRAW",
                                "sequence",
                                after.path("withdrawable").asInt()))
                .body();
        assertThat(undone.path("next").path("kind").asString()).isEqualTo("CHOOSE_CYLINDER");
    }

    @Test
    void aCylinderThatWasRecalledMeanwhileIsNotConnectedAgain() {
        toTheZero();
        server.bean(Shelf.class).change(cylinder.path("tag").asString(), CylinderState.ON_HOLD, "recalled", "a lead");
        var after = at(0, Map.of("kind", "DECLARE_ALL_SETTLED")).body();
        assertThat(after.path("next").path("kind").asString()).isEqualTo("CHOOSE_CYLINDER");
    }

    @Test
    void whoHasAnotherDetectorAtTheBenchIsAskedEachTime() {
        toTheZero();
        var other =
                island.start(island.quoin4(), "CALIBRATION", "TYPED").path("id").asString();
        var after = at(0, Map.of("kind", "DECLARE_ALL_SETTLED")).body();
        assertThat(after.path("next").path("kind").asString()).isEqualTo("CHOOSE_CYLINDER");
        assertThat(island.command(other, Map.of("kind", "STOP", "reason", "shown"))
                        .status())
                .isEqualTo(200);
    }
}
