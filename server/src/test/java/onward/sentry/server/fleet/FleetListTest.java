package onward.sentry.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The fleet as a list: found, narrowed, a page at a time. */
class FleetListTest {

    private static TestServer server;
    private static Api technician;
    private static String first;

    @BeforeAll
    static void open() {
        server = TestServer.withPeople();
        technician = server.signedIn(Role.TECHNICIAN);
        var island = new Island(server, technician);
        first = island.quoin4();
        for (int i = 0; i < 4; i++) {
            island.quoin4();
        }
        island.calibrate(first, island.houseMix(), java.util.Map.of());
    }

    @AfterAll
    static void close() {
        server.close();
    }

    private static JsonNode list(String query) {
        return technician.get("/api/v1/detectors?" + query).body();
    }

    @Test
    void everyWordMustStandSomewhereInTheLine() {
        assertThat(list("").path("matching").asInt()).isEqualTo(5);
        assertThat(list("find=" + first.toLowerCase()).path("rows")).hasSize(1);
        assertThat(list("find=quoin%20ready").path("rows")).hasSize(1);
        assertThat(list("find=quoin%20" + first + "%20overdue").path("rows")).isEmpty();
        assertThat(list("find=%25").path("rows"))
                .as("a percent sign is a letter like any other")
                .isEmpty();
    }

    @Test
    void aStateNarrowsTheRowsAndNotTheCountsOfTheOthers() {
        var ready = list("state=READY");
        assertThat(ready.path("matching").asInt()).isEqualTo(1);
        assertThat(ready.path("rows").get(0).path("serial").asString()).isEqualTo(first);
        assertThat(ready.path("states").toString()).contains("\"name\":\"READY\",\"detectors\":1", "\"detectors\":4");
        assertThat(list("model=Mote%20CO").path("matching").asInt()).isZero();
    }

    @Test
    void pagesFollowOnAndTheMostPressingStandsFirst() {
        var all = list("order=PRESSING");
        assertThat(all.path("rows").get(4).path("serial").asString()).isEqualTo(first);
        var second = list("order=PRESSING&from=2&limit=2");
        assertThat(second.path("rows")).hasSize(2);
        assertThat(second.path("rows").get(0)).isEqualTo(all.path("rows").get(2));
        assertThat(technician.get("/api/v1/detectors?limit=0").text("detail")).contains("1 to 200 rows, not 0");
    }

    @Test
    void todayCountsAllAndListsTheMostPressing() {
        var today = technician.get("/api/v1/today").body();
        assertThat(today.path("total").asInt()).isEqualTo(5);
        assertThat(today.path("groups").get(0).path("detectors").asInt()).isEqualTo(4);
        assertThat(today.path("groups").get(0).path("rows")).hasSize(4);
    }
}
