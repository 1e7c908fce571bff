package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Instant;
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

/** The bump round: gas once, then detector after detector; what fails must go to calibration. */
class RoundTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);
    private final TestClock clock = (TestClock) server.bean(Clock.class);

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private JsonNode begin(String cylinder) {
        var answer = technician.post(
                "/api/v1/rounds", Map.of("clientId", UUID.randomUUID().toString(), "crew", "", "cylinderId", cylinder));
        assertThat(answer.status()).as(answer.toString()).isEqualTo(201);
        return answer.body();
    }

    private Api.Answer bump(String round, String serial, List<Integer> silent, boolean alarms) {
        return technician.post(
                "/api/v1/rounds/" + round + "/bumps",
                Map.of("serial", serial, "silent", silent, "alarms", alarms, "readings", Map.of()));
    }

    private String state(String serial) {
        return technician
                .get("/api/v1/detectors/" + serial)
                .body()
                .path("detector")
                .path("state")
                .asString();
    }

    @Test
    void aRoundCountsWhatIsLeftWhatItDrewAndWhatMustBeCalibrated() {
        var mix = island.houseMix();
        var well = island.quoin4();
        var worn = island.quoin4();
        island.calibrate(well, mix, Map.of());
        island.calibrate(worn, mix, Map.of());
        clock.set(Instant.parse("2026-03-03T06:00:00Z"));
        assertThat(state(well)).isEqualTo("BUMP_FIRST");

        var choices = technician.get("/api/v1/rounds/choices").body();
        assertThat(choices.get(0).path("waiting").asInt()).isGreaterThanOrEqualTo(2);
        assertThat(choices.toString()).contains(mix);

        var round = begin(mix);
        var id = round.path("id").asString();
        assertThat(round.path("left").toString()).contains(well).contains(worn).contains("25 %LEL");
        assertThat(technician.get("/api/v1/rounds/open").body().asString()).isEqualTo(id);

        var first = bump(id, well, List.of(), true);
        assertThat(first.status()).as(first.toString()).isEqualTo(200);
        assertThat(state(well)).isEqualTo("READY");
        var second = bump(id, worn, List.of(3), true).body();
        assertThat(second.path("done").size()).isEqualTo(2);
        assertThat(second.path("drawnLitres").asDouble()).isEqualTo(2 * 0.6, org.assertj.core.data.Offset.offset(1.5));
        assertThat(second.path("left").toString()).doesNotContain(well).doesNotContain(worn);
        assertThat(state(worn)).as("a failed bump makes it due at once").isEqualTo("DUE");

        technician.post("/api/v1/rounds/" + id + "/end", Map.of());
        assertThat(bump(id, well, List.of(), true).text("code")).isEqualTo("round-ended");
    }

    @Test
    void aDetectorWhoseBumpTakesTwoCylindersIsReadyAfterAPassOnEach() {
        var mix = island.houseMix();
        var isobutylene = island.cylinder(Map.of("components", List.of(Island.part("isobutylene", 100, "PPM"))))
                .path("id")
                .asString();
        var serial = island.quoin5p();
        calibratedOn("2026-03-01", serial);
        assertThat(state(serial)).isEqualTo("BUMP_FIRST");

        var first = begin(mix);
        var waiting = waiting(first, serial);
        assertThat(waiting.path("sensors").size()).isEqualTo(4);
        assertThat(waiting.path("others").toString()).isEqualTo("[\"C4H8\"]");
        assertThat(bump(first.path("id").asString(), serial, List.of(), true).status())
                .isEqualTo(200);
        assertThat(state(serial)).isEqualTo("BUMP_FIRST");
        assertThat(reason(serial)).startsWith("Bump C4H8 before today's use");

        assertThat(bump(begin(mix).path("id").asString(), serial, List.of(), true)
                        .text("code"))
                .as("its other sensors have had theirs")
                .isEqualTo("cylinder-component-missing");
        var second = begin(isobutylene);
        assertThat(waiting(second, serial).path("sensors").size()).isEqualTo(1);
        assertThat(waiting(second, serial).path("others").size()).isZero();
        bump(second.path("id").asString(), serial, List.of(), true);
        assertThat(state(serial)).isEqualTo("READY");
    }

    private static JsonNode waiting(JsonNode round, String serial) {
        return round.path("left")
                .valueStream()
                .filter(one -> one.path("serial").asString().equals(serial))
                .findFirst()
                .orElseThrow();
    }

    private String reason(String serial) {
        return technician
                .get("/api/v1/detectors/" + serial)
                .body()
                .path("detector")
                .path("reason")
                .asString();
    }

    /** As if it had been calibrated, and so bumped, on a day before. */
    private void calibratedOn(String day, String serial) {
        server.jdbc()
                .sql("update sensor set last_good_on = :day::date, last_good_bump = :day::date, last_verdict = 'PASS'"
                        + " where detector_id = (select id from detector where serial = :serial)")
                .param("day", day)
                .param("serial", serial)
                .update();
        server.jdbc()
                .sql("update detector set state_valid_through = '2026-01-01', version = version + 1 where serial = ?")
                .param(serial)
                .update();
    }

    @Test
    void theSameAnswerTwiceIsOneBumpAndAHeldDetectorIsRefused() {
        var mix = island.houseMix();
        var serial = island.quoin4();
        island.calibrate(serial, mix, Map.of());
        var id = begin(mix).path("id").asString();
        var body = Map.of("serial", serial, "silent", List.of(), "alarms", true, "readings", Map.of());
        technician.post("/api/v1/rounds/" + id + "/bumps", body, "round-key-" + serial);
        technician.post("/api/v1/rounds/" + id + "/bumps", body, "round-key-" + serial);
        assertThat(technician.get("/api/v1/rounds/" + id).body().path("done").size())
                .isEqualTo(1);

        var held = island.quoin4();
        island.calibrate(held, mix, Map.of(3, 0.2));
        var refused = bump(id, held, List.of(), true);
        assertThat(refused.text("code")).isEqualTo("round-state");
        assertThat(refused.text("wayOut")).contains("a bump does not release it");
        var lead = server.signedIn(Role.LEAD);
        assertThat(lead.post("/api/v1/rounds/" + id + "/bumps", body).text("code"))
                .isEqualTo("round-not-yours");
    }

    @Test
    void numbersOverTheLinkDecideAndAnotherDetectorEndsTheLiveOne() {
        var mix = island.houseMix();
        var weak = island.quoin4();
        var other = island.quoin4();
        for (var serial : List.of(weak, other)) {
            island.calibrate(serial, mix, Map.of());
        }
        var unlinked = island.quoin4();
        var id = begin(mix).path("id").asString();
        assertThat(goLive(id, unlinked).text("code")).isEqualTo("round-no-link");

        var first = goLive(id, other).body();
        var live = goLive(id, weak).body();
        assertThat(island.view(first.path("runId").asString()).path("phase").asString())
                .as("left before anything was entered")
                .isEqualTo("STOPPED");
        var gateway = island.weakened(weak, live.path("runId").asString(), Map.of(3, 0.2));
        gateway.run(120);
        var answers = technician.get("/api/v1/rounds/" + id + "/live").body().path("answers");
        assertThat(answers.size()).isEqualTo(4);
        for (var answer : answers) {
            assertThat(answer.path("responds").asBoolean())
                    .as(answer.toString())
                    .isEqualTo(answer.path("slot").asInt() != 3);
        }
        assertThat(technician.get("/api/v1/bench").body().toString())
                .as("a round is no lane of the bench")
                .doesNotContain(weak);

        var done = bump(id, weak, List.of(), true).body().path("done");
        assertThat(done.size()).isEqualTo(1);
        assertThat(done.get(0).path("verdict").asString()).isEqualTo("FAIL");
        assertThat(technician.get("/api/v1/rounds/" + id + "/live").body().isEmpty())
                .isTrue();
        assertThat(island.view(done.get(0).path("runId").asString())
                        .path("phase")
                        .asString())
                .isEqualTo("SIGNED");
    }

    private Api.Answer goLive(String round, String serial) {
        return technician.post("/api/v1/rounds/" + round + "/live", Map.of("serial", serial));
    }
}
