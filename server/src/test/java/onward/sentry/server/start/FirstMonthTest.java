package onward.sentry.server.start;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.Map;
import onward.sentry.core.schedule.IntervalRule.MonthDay;
import onward.sentry.formats.CoreJson;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.node.ObjectNode;

/** The days of a detector from its first calibration to the day on which it is due, which here is a Saturday. */
class FirstMonthTest {

    private static final LocalDate DUE = LocalDate.of(2026, 4, 25);

    @Test
    void itIsBumpedEachDayDueOnTheLastSaturdayOfTheNextMonthAndOverdueOnTheSunday() {
        try (var server = TestServer.withPeople()) {
            var clock = (TestClock) server.bean(Clock.class);
            var technician = server.signedIn(Role.TECHNICIAN);
            var lead = server.signedIn(Role.LEAD);
            var now = lead.get("/api/v1/site-rules").body().path("policy");
            var changed = (ObjectNode) now.deepCopy();
            ((ObjectNode) changed.path("schools"))
                    .set("dueDay", CoreJson.canonical().valueToTree(MonthDay.last(DayOfWeek.SATURDAY)));
            assertThat(lead.post("/api/v1/site-rules", Map.of("policy", changed, "reason", "crew day"))
                            .status())
                    .isEqualTo(200);

            var island = new Island(server, technician);
            var serial = island.quoin4();
            island.calibrate(serial, island.houseMix(), Map.of());
            for (var day = Island.TODAY; day.isBefore(DUE.plusDays(2)); day = day.plusDays(1)) {
                clock.set(day.atTime(LocalTime.of(6, 0)).toInstant(ZoneOffset.UTC));
                var detector = server.signedIn(Role.VIEWER)
                        .get("/api/v1/detectors/" + serial)
                        .body()
                        .path("detector");
                assertThat(detector.path("dueOn").asString()).isEqualTo(DUE.toString());
                assertThat(detector.path("state").asString())
                        .as(day.toString())
                        .isEqualTo(
                                day.equals(Island.TODAY)
                                        ? "READY"
                                        : day.isBefore(DUE) ? "BUMP_FIRST" : day.equals(DUE) ? "DUE" : "OVERDUE");
                assertThat(detector.path("usable").asBoolean())
                        .as("bumped on its first day only, " + day)
                        .isEqualTo(day.equals(Island.TODAY));
            }
        }
    }
}
