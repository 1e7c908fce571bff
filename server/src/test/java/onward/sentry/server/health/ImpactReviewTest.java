package onward.sentry.server.health;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;

/** Periods in doubt, triggers and trends of one detector, through the API. */
class ImpactReviewTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);

    private void work(String serial, String mix, Map<Integer, Double> responses) {
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        island.work(runId, island.weakened(serial, runId, responses), mix, "SIGN", 1);
        assertThat(island.confirm(runId, Map.of("kind", "SIGN")).status()).isEqualTo(200);
    }

    @Test
    void aSensorThatFailsAsFoundPutsTheDaysBeforeInDoubtUntilALeadClosesThem() {
        var serial = island.quoin4();
        var mix = island.houseMix();
        work(serial, mix, Map.of(3, 0.75));
        var doubts = technician.get("/api/v1/detectors/" + serial + "/doubts").body();
        assertThat(doubts).hasSize(1);
        var doubt = doubts.get(0);
        assertThat(doubt.path("formula").asString()).isEqualTo("CO");
        assertThat(doubt.path("until").asString()).isEqualTo(Island.TODAY.toString());
        assertThat(doubt.path("finding").asString()).contains("fail");
        var closing = "/api/v1/doubts/" + doubt.path("id").asString() + "/closing";
        assertThat(technician.post(closing, Map.of("remark", "x")).status()).isEqualTo(403);
        assertThat(lead.post(closing, Map.of("remark", " ")).text("code")).isEqualTo("doubt-remark");
        assertThat(lead.get("/api/v1/doubts").body().toString()).contains(serial);
        assertThat(lead.post(closing, Map.of("remark", "nobody was in gas")).text("closedBy"))
                .isEqualTo("lead person");
        assertThat(lead.post(closing, Map.of("remark", "again")).text("code")).isEqualTo("doubt-closed");
        assertThat(lead.get("/api/v1/doubts").body().toString()).doesNotContain(serial);
    }

    @Test
    void aSoundDetectorLeavesNothingInDoubtAndItsSpansMakeATrendInTime() {
        var serial = island.quoin4();
        work(serial, island.houseMix(), Map.of());
        assertThat(technician.get("/api/v1/detectors/" + serial + "/doubts").body())
                .isEmpty();
        var trends = technician.get("/api/v1/detectors/" + serial + "/trends").body();
        assertThat(trends).hasSize(3);
        assertThat(trends.get(0).path("spans")).hasSize(1);
        assertThat(trends.get(0).path("trend").isObject()).isFalse();
        assertThat(trends.get(0).path("least").asInt()).isEqualTo(4);
    }

    @Test
    void whatWasSeenMakesADetectorDueAtOnceBesideWhateverElseDoes() {
        var serial = island.quoin4();
        work(serial, island.houseMix(), Map.of());
        var triggers = "/api/v1/detectors/" + serial + "/triggers";
        assertThat(technician
                        .post(triggers, Map.of("cause", "DROPPED", "remark", "off the quay"))
                        .text("reason"))
                .isEqualTo("Due at once: dropped or hit: off the quay.");
        var again = technician.post(triggers, Map.of("cause", "BATTERY_FLAT", "remark", ""));
        assertThat(again.text("reason")).isEqualTo("Due at once: battery went flat; dropped or hit: off the quay.");
        work(serial, island.houseMix(), Map.of());
        assertThat(technician
                        .get("/api/v1/detectors/" + serial)
                        .body()
                        .path("detector")
                        .path("state")
                        .asString())
                .isEqualTo("READY");
    }
}
