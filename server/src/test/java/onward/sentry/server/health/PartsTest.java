package onward.sentry.server.health;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Which sensors will be wanted, and whether a model comes round often enough. */
class PartsTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);
    private final TestClock clock = (TestClock) server.bean(Clock.class);

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private static List<JsonNode> each(JsonNode array) {
        return StreamSupport.stream(array.spliterator(), false).toList();
    }

    /** Calibrated each month, its carbon monoxide sensor weaker each time. */
    private String fading() {
        var serial = island.quoin4();
        for (int month = 0; month < 6; month++) {
            clock.set(TestClock.START.plus(Duration.ofDays(30L * month)));
            island.calibrate(serial, island.houseMix(), Map.of(3, 1 - 0.04 * month));
        }
        return serial;
    }

    @Test
    void aSensorThatFadesIsWantedAndTheDayToOrderItGoesWithTheLeadTime() {
        var serial = fading();
        var parts = technician.get("/api/v1/parts").body();
        var row = each(parts.path("rows")).stream()
                .filter(one -> one.path("serial").asString().equals(serial))
                .findFirst()
                .orElseThrow();
        assertThat(row.path("formula").asString()).isEqualTo("CO");
        assertThat(row.path("model").asString()).isEqualTo("Quoin 4");
        assertThat(row.path("nowPercent").asDouble()).isBetween(75.0, 85.0);
        var earliest = LocalDate.parse(row.path("earliest").asString());
        assertThat(earliest).isAfter(LocalDate.of(2026, 7, 30)).isBefore(LocalDate.of(2026, 12, 1));
        assertThat(LocalDate.parse(row.path("orderBy").asString())).isEqualTo(earliest.minusDays(28));
        assertThat(each(parts.path("months")).stream()
                        .mapToInt(month -> month.path("atMost").asInt())
                        .sum())
                .isPositive();
    }

    @Test
    void whatIsFoundOutTooOftenIsProposedToComeRoundSoonerAndALeadDecides() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        server.jdbc()
                .sql("insert into sensor_result (id, run_id, sensor_id, stage, verdict, reading, expected, on_day)"
                        + " select gen_random_uuid(), r.run_id, r.sensor_id, 'AS_FOUND', 'FAIL', 60, 80, r.on_day"
                        + " from sensor_result r join sensor s on s.id = r.sensor_id and s.slot = 3"
                        + " join detector d on d.id = s.detector_id and d.serial = ?, generate_series(1, 60)"
                        + " where r.stage = 'SPAN'")
                .param(serial)
                .update();
        var review = review();
        assertThat(review.path("proposal").asString()).isEqualTo("SHORTEN");
        assertThat(review.path("next").asString()).isEqualTo("every 21 days");
        var body = Map.of("model", "Quoin 4", "accept", false, "reason", "a bad lot of cylinders");
        assertThat(technician.post("/api/v1/interval-reviews", body).status()).isEqualTo(403);
        assertThat(lead.post("/api/v1/interval-reviews", Map.of("model", "Quoin 4", "accept", true, "reason", " "))
                        .text("field"))
                .isEqualTo("reason");
        var declined = lead.post("/api/v1/interval-reviews", body).body();
        assertThat(declined.path("answered").path("accepted").asBoolean()).isFalse();
        assertThat(review().path("answered").path("reason").asString()).isEqualTo("a bad lot of cylinders");
        assertThat(lead.post("/api/v1/interval-reviews", Map.of("model", "Mote NH3", "accept", true, "reason", "x"))
                        .status())
                .isIn(404, 422);
    }

    private JsonNode review() {
        return each(technician.get("/api/v1/interval-reviews").body()).stream()
                .filter(one -> one.path("model").asString().equals("Quoin 4"))
                .findFirst()
                .orElseThrow();
    }
}
