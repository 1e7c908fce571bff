package onward.sentry.server.health;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What another site policy would reach, before it is put in force. */
class ChangeImpactTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);

    private JsonNode reach(String field, Object value, Map<String, Object> schools) {
        var now = lead.get("/api/v1/site-rules").body().path("policy");
        var policy = new HashMap<String, Object>();
        now.properties().forEach(entry -> policy.put(entry.getKey(), entry.getValue()));
        var changed = new HashMap<String, Object>();
        now.path("schools").properties().forEach(entry -> changed.put(entry.getKey(), entry.getValue()));
        changed.putAll(schools);
        policy.put("schools", changed);
        policy.put(field, value);
        var answer = lead.post("/api/v1/site-rules/impact", policy);
        assertThat(answer.status()).as(answer.toString()).isEqualTo(200);
        return answer.body();
    }

    private static long otherwise(JsonNode reach, String stage, String change) {
        for (var one : reach.path("verdicts").path("otherwise")) {
            if (one.path("stage").asString().equals(stage)
                    && one.path("change").asString().equals(change)) {
                return one.path("results").asLong();
            }
        }
        return 0;
    }

    @Test
    void asItStandsNothingMovesAndNoVerdictDiffers() {
        island.calibrate(island.quoin4(), island.houseMix(), Map.of());
        var reach = reach("bumpEachDay", true, Map.of());
        assertThat(reach.path("due").path("earlier").asLong()).isZero();
        assertThat(reach.path("due").path("later").asLong()).isZero();
        assertThat(reach.path("verdicts").path("of").asLong()).isPositive();
        assertThat(reach.path("verdicts").path("otherwise").size()).isZero();
    }

    @Test
    void aCloserToleranceNamesTheChecksThatWouldHaveFailed() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        long before = otherwise(reach("tolerancePercent", 5, Map.of()), "as found", "pass → fail");
        assertThat(server.jdbc()
                        .sql(
                                "insert into sensor_result (id, run_id, sensor_id, stage, verdict, reading, expected, on_day)"
                                        + " select gen_random_uuid(), r.run_id, r.sensor_id, 'AS_FOUND', 'PASS', 75, 80, r.on_day"
                                        + " from sensor_result r join sensor s on s.id = r.sensor_id and s.slot = 3"
                                        + " join detector d on d.id = s.detector_id and d.serial = ? where r.stage = 'SPAN'")
                        .param(serial)
                        .update())
                .isEqualTo(1);
        assertThat(otherwise(reach("tolerancePercent", 5, Map.of()), "as found", "pass → fail"))
                .isEqualTo(before + 1);
    }

    @Test
    void aGuardBandTakesTheUncertaintyOfTheCylinderOffThatTheCheckStoodOn() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        var guard = Map.<String, Object>of("guardBand", true);
        long before = otherwise(reach("bumpEachDay", true, guard), "as found", "pass → fail");
        for (var cylinder : List.of("r.cylinder", "null")) {
            assertThat(server.jdbc()
                            .sql("insert into sensor_result (id, run_id, sensor_id, stage, verdict, reading, expected,"
                                    + " on_day, cylinder) select gen_random_uuid(), r.run_id, r.sensor_id, 'AS_FOUND',"
                                    + " 'PASS', 73, 80, r.on_day, " + cylinder
                                    + " from sensor_result r join sensor s on"
                                    + " s.id = r.sensor_id and s.slot = 3 join detector d on d.id = s.detector_id and"
                                    + " d.serial = ? where r.stage = 'SPAN'")
                            .param(serial)
                            .update())
                    .isEqualTo(1);
        }
        assertThat(otherwise(reach("bumpEachDay", true, guard), "as found", "pass → fail"))
                .as("of the one that stood on gas on record")
                .isEqualTo(before + 1);
    }

    @Test
    void anotherGradingNamesTheSpansAndAnotherDueDayTheDetectors() {
        island.calibrate(island.quoin4(), island.houseMix(), Map.of(3, 0.6));
        var two = Map.<String, Object>of("grading", Map.of("school", "TWO_GRADES", "windowLow", 25, "windowHigh", 200));
        assertThat(otherwise(reach("bumpEachDay", true, two), "span", "marginal → pass"))
                .isPositive();

        var thursday = Map.<String, Object>of("dueDay", Map.of("nth", 5, "weekday", "THURSDAY"));
        var due = reach("bumpEachDay", true, thursday).path("due");
        assertThat(due.path("earlier").asLong() + due.path("later").asLong()).isPositive();
        assertThat(due.path("crews").toString()).contains("Digester");
        assertThat(technician.post("/api/v1/site-rules/impact", Map.of()).status())
                .isIn(400, 403);
    }

    @Test
    void aBumpThatCountsLongerLetsDetectorsGoOutThatWereBumpedBefore() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        long before = use(1).path("gainingUse").asLong();
        assertThat(use(1).path("losingUse").asLong()).isZero();
        bumpedOn(serial, "2026-03-01");
        assertThat(use(1).path("gainingUse").asLong()).as("as it is").isEqualTo(before);
        assertThat(use(2).path("gainingUse").asLong()).isEqualTo(before + 1);
        assertThat(use(2).path("earlier").asLong() + use(2).path("later").asLong())
                .as("no due day moves by it")
                .isZero();
        bumpedOn(serial, "2026-03-02");
        assertThat(use(2).path("gainingUse").asLong()).isEqualTo(before);
    }

    private void bumpedOn(String serial, String day) {
        server.jdbc()
                .sql("update sensor set last_good_bump = ?::date where detector_id ="
                        + " (select id from detector where serial = ?)")
                .params(day, serial)
                .update();
    }

    private JsonNode use(int bumpDays) {
        return reach("rhythm", Map.of("bumpDays", bumpDays, "soonDays", 7), Map.of())
                .path("due");
    }
}
