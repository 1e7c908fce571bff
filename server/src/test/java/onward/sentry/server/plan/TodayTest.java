package onward.sentry.server.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;

/** A morning on a server of its own, so that nobody else's detectors and cylinders are in the list. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class TodayTest {

    private static TestServer server;
    private static Api technician;
    private static Island island;
    private static String first;
    private static String second;

    @BeforeAll
    static void begin() {
        server = TestServer.fresh();
        server.bean(People.class).add("una", "Una", Role.TECHNICIAN, TestServer.PASSWORD, "test");
        technician = server.anybody();
        technician.signIn("una", TestServer.PASSWORD);
        island = new Island(server, technician);
    }

    @AfterAll
    static void end() {
        server.close();
    }

    private static JsonNode today() {
        return technician.get("/api/v1/today").body();
    }

    private static List<String> serials(JsonNode rows) {
        var serials = new ArrayList<String>();
        rows.forEach(row -> serials.add(row.path("serial").asString()));
        return serials;
    }

    @Test
    @Order(1)
    void anEmptySiteHasNothingToDo() {
        assertThat(today().path("date").asString()).isEqualTo("2026-03-02");
        assertThat(today().path("groups")).isEmpty();
        assertThat(today().path("total").asInt()).isZero();
    }

    @Test
    @Order(2)
    void workThatNeedsTheSameGasStandsTogetherAndSaysWhyNoCylinderFits() {
        first = island.quoin4();
        second = island.quoin4();
        var group = today().path("groups").get(0);
        assertThat(serials(group.path("rows"))).containsExactly(first, second);
        assertThat(group.path("gas").asString()).isEqualTo("CH4 O2 CO H2S");
        assertThat(group.path("refusals").get(0).asString()).isEqualTo("No cylinder here holds these gases.");
        island.cylinder(Map.of("tag", "OLD", "useBefore", "2026-02-01"));
        assertThat(today().path("groups").get(0).path("refusals").get(0).asString())
                .isEqualTo("OLD: Expired on 1 Feb 2026, 29 days ago.");
        assertThat(today().path("gasWarnings").get(0).asString()).isEqualTo("OLD expired on 1 Feb 2026: do not use");
    }

    @Test
    @Order(3)
    void theCylinderToTakeIsNamedWithWhatIsLeftInIt() {
        island.cylinder(Map.of("tag", "NEW", "gaugeBar", 34.5));
        var group = today().path("groups").get(0);
        assertThat(group.path("litres").asDouble()).isEqualTo(4.8);
        assertThat(group.path("uncovered").asInt()).isZero();
        assertThat(group.path("ready")).hasSize(1);
        var ready = group.path("ready").get(0);
        assertThat(ready.path("cylinder").asString()).isEqualTo("NEW");
        assertThat(ready.path("litresLeft").asDouble()).isEqualTo(51.5);
        assertThat(ready.path("jobs").asInt()).isEqualTo(2);
        assertThat(ready.path("litres").asDouble()).isEqualTo(4.8);
    }

    @Test
    @Order(4)
    void aDetectorOnTheBenchSaysWithWhomAndASignedOneLeavesTheList() {
        var id = "";
        for (var cylinder : technician.get("/api/v1/cylinders").body()) {
            id = cylinder.path("tag").asString().equals("NEW")
                    ? cylinder.path("id").asString()
                    : id;
        }
        var run = island.start(first, "CALIBRATION", "LINK");
        var row = today().path("groups").get(0).path("rows").get(0);
        assertThat(row.path("runBy").asString()).isEqualTo("Una");
        assertThat(row.path("asksFor").asString()).isEqualTo("CONFIRM_CHECKS");
        island.command(run.path("id").asString(), Map.of("kind", "STOP", "reason", "wrong one"));

        island.calibrate(first, id, Map.of());
        assertThat(serials(today().path("groups").get(0).path("rows"))).containsExactly(second);
        assertThat(today().path("ready").asInt()).isEqualTo(1);
        island.calibrate(second, id, Map.of(4, 0.3));
        assertThat(today().path("groups")).isEmpty();
        assertThat(serials(today().path("onHold"))).containsExactly(second);
    }

    @Test
    @Order(20)
    void aJobWithTwoGasesNamesTheSecondOneToo() {
        var sensors = new ArrayList<Map<String, Object>>();
        for (int slot = 1; slot <= 5; slot++) {
            sensors.add(Map.of("slot", slot, "serial", "P" + slot, "fittedOn", "2026-02-01"));
        }
        var pumped = technician.post(
                "/api/v1/detectors",
                Map.of(
                        "serial",
                        "Q5-1",
                        "assetTag",
                        "",
                        "model",
                        "Quoin 5P",
                        "crew",
                        "Ferry",
                        "location",
                        "",
                        "sensors",
                        sensors));
        assertThat(pumped.status()).isEqualTo(201);
        assertThat(further().get(0).path("gas").asString()).isEqualTo("C4H8");
        assertThat(further().get(0).path("ready")).isEmpty();
        island.cylinder(
                Map.of("tag", "IB", "balance", "air", "components", List.of(Island.part("isobutylene", 120, "PPM"))));
        assertThat(further()).hasSize(1);
        assertThat(further().get(0).path("ready").get(0).path("cylinder").asString())
                .isEqualTo("IB");
    }

    private static JsonNode further() {
        for (var group : today().path("groups")) {
            if (group.path("model").asString().equals("Quoin 5P")) {
                return group.path("further");
            }
        }
        throw new AssertionError("no work for a Quoin 5P");
    }
}
