package onward.sentry.server.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.component.VEvent;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The bench plan through its API: made, made better, moved by hand, made again after a change, given out. */
class PlanTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);

    @AfterEach
    void noSearchGoesOn() {
        technician.delete("/api/v1/plan/search");
        await().atMost(Duration.ofSeconds(20)).until(() -> plan().path("search").isNull());
        server.jdbc().sql("delete from bench_day").update();
        server.jdbc().sql("delete from bench_absence").update();
        server.jdbc().sql("update plan_job set pinned = false").update();
    }

    private JsonNode plan() {
        return technician.get("/api/v1/plan").body();
    }

    private JsonNode make() {
        var made = technician.post("/api/v1/plan", Map.of("replanEverything", false));
        assertThat(made.status()).as(made.body().toString()).isEqualTo(200);
        return made.body();
    }

    private static List<JsonNode> each(JsonNode array) {
        return StreamSupport.stream(array.spliterator(), false).toList();
    }

    private static String dayOf(JsonNode plan, String serial) {
        return each(plan.path("days")).stream()
                .filter(day -> each(day.path("setUps")).stream()
                        .flatMap(setUp -> each(setUp.path("jobs")).stream())
                        .anyMatch(job -> job.path("serial").asString().equals(serial)))
                .map(day -> day.path("date").asString())
                .findFirst()
                .orElse("");
    }

    private Api.Answer move(String serial, String day) {
        var body = new HashMap<String, Object>();
        body.put("day", day);
        return technician.post("/api/v1/plan/jobs/" + serial, body);
    }

    /** The last day on which it may stand and does not yet. */
    private String freeDay(String serial) {
        return each(technician.get("/api/v1/plan/jobs/" + serial).body().path("days")).stream()
                .filter(day ->
                        day.path("breaks").isNull() && day.path("lateDays").asInt() == 0)
                .map(day -> day.path("day").asString())
                .filter(day -> !day.equals(dayOf(plan(), serial)))
                .reduce((first, second) -> second)
                .orElseThrow();
    }

    private String calibrated() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        return serial;
    }

    @Test
    void aDetectorStandsOnABenchDayBeforeItIsDueAndTheSearchMakesThePlanNoWorse() {
        var serial = calibrated();
        var made = make();
        assertThat(made.path("breaks").size()).isZero();
        assertThat(LocalDate.parse(dayOf(made, serial))).isBetween(LocalDate.of(2026, 3, 23), LocalDate.of(2026, 4, 2));
        double first = made.path("figures").path("minutes").asDouble();
        await().atMost(Duration.ofSeconds(70)).until(() -> plan().path("search").isNull());
        var better = plan().path("figures");
        assertThat(better.path("minutes").asDouble()).isLessThanOrEqualTo(first);
        assertThat(better.path("leastMinutes").asDouble())
                .isLessThanOrEqualTo(better.path("minutes").asDouble());
        assertThat(plan().path("breaks").size()).isZero();
    }

    @Test
    void aJobMovedByHandStaysUntilItIsLetGoAndWhatItWouldBreakIsSaid() {
        var serial = calibrated();
        make();
        var job = technician.get("/api/v1/plan/jobs/" + serial).body();
        assertThat(job.path("why").get(0).asString()).startsWith(serial + " is due on 2 Apr 2026");
        var early = move(serial, "2026-03-05");
        assertThat(early.text("code")).isEqualTo("plan-breaks-too-early");
        assertThat(early.text("detail")).contains(serial + " is not to be done before 23 Mar 2026");
        var saturday = move(serial, "2026-03-28");
        assertThat(saturday.text("detail")).contains("closed on 28 Mar 2026");
        var day = freeDay(serial);
        assertThat(dayOf(move(serial, day).body(), serial)).isEqualTo(day);
        assertThat(dayOf(make(), serial)).as("it is pinned").isEqualTo(day);
        assertThat(server.signedIn(Role.VIEWER)
                        .post("/api/v1/plan/jobs/" + serial, Map.of("day", "2026-03-27"))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void aClosedDayIsSaidAndTheNextPlanListsWhatMoved() {
        var serial = calibrated();
        make();
        technician.delete("/api/v1/plan/search");
        await().atMost(Duration.ofSeconds(20)).until(() -> plan().path("search").isNull());
        var day = dayOf(plan(), serial);
        assertThat(technician
                        .post("/api/v1/plan/days", Map.of("day", day, "remark", "feast of the harbour"))
                        .status())
                .isEqualTo(403);
        var closed = lead.post("/api/v1/plan/days", Map.of("day", day, "remark", "feast of the harbour"))
                .body();
        assertThat(closed.path("breaks").toString()).contains("The bench is closed on");
        var again = make();
        assertThat(again.path("breaks").size()).isZero();
        assertThat(dayOf(again, serial)).isNotEqualTo(day).isNotEmpty();
        assertThat(each(again.path("moved")))
                .anyMatch(move -> move.path("serial").asString().equals(serial)
                        && move.path("from").asString().equals(day));
        assertThat(lead.delete("/api/v1/plan/days/" + day).status()).isEqualTo(204);
    }

    @Test
    void whoIsAwayHasNoMinutesAndFiguresOfTheHouseAreRefusedByName() {
        var before = plan().path("days").get(0);
        var who = plan().path("technicians").get(0).asString();
        var body = Map.of("technician", who, "since", "2026-03-02", "until", "2026-03-02", "remark", "ill");
        var away = lead.post("/api/v1/plan/absences", body).body();
        assertThat(away.path("days").get(0).path("minutes").asInt())
                .isLessThan(before.path("minutes").asInt());
        assertThat(lead.post(
                                "/api/v1/plan/absences",
                                Map.of(
                                        "technician",
                                        "Nobody",
                                        "since",
                                        "2026-03-02",
                                        "until",
                                        "2026-03-03",
                                        "remark",
                                        ""))
                        .text("field"))
                .isEqualTo("technician");
        var rules = Map.of(
                "minutesADay",
                10,
                "setUpMinutes",
                10,
                "mostAwayPercent",
                25,
                "earlyDays",
                10,
                "noticeDays",
                2,
                "keepFreePercent",
                15);
        var refused = lead.post("/api/v1/plan/rules", rules);
        assertThat(refused.text("field")).isEqualTo("minutesADay");
        assertThat(refused.text("detail")).contains("30 to 600, not 10");
    }

    @Test
    void whatIsDoneLeavesThePlanAndWhatHappensComesIn() {
        var serial = calibrated();
        make();
        technician.post("/api/v1/detectors/" + serial + "/triggers", Map.of("cause", "DROPPED", "remark", ""));
        assertThat(dayOf(plan(), serial)).isEmpty();
        assertThat(plan().path("without").toString()).contains(serial);
        assertThat(dayOf(make(), serial)).isEqualTo("2026-03-02");
        island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(dayOf(plan(), serial)).isEmpty();
    }

    @Test
    void thePlanIsReadByCalendarsTablesAndPeopleAtTheWall() throws IOException, ParserException {
        var serial = calibrated();
        make();
        var on = freeDay(serial);
        move(serial, on);
        var calendar = new CalendarBuilder()
                .build(new StringReader(new String(technician.bytes("/api/v1/plan.ics"), StandardCharsets.UTF_8)));
        var event = calendar.<VEvent>getComponents("VEVENT").stream()
                .filter(one -> one.getSummary().getValue().contains(serial))
                .findFirst()
                .orElseThrow();
        assertThat(event.getDateTimeStart().getDate()).isEqualTo(LocalDate.parse(on));
        assertThat(new String(technician.bytes("/api/v1/plan.csv"), StandardCharsets.UTF_8))
                .startsWith("day,detector,model,crew,gas,minutes,due_on,late_days,pinned\r\n")
                .contains(on + "," + serial + ",Quoin 4,");
        try (var sheet = Loader.loadPDF(technician.bytes("/api/v1/plan/days/" + on + "/sheet"))) {
            assertThat(new PDFTextStripper().getText(sheet)).contains("Bench day ", serial, "due 2 Apr 2026", "Gas: ");
        }
        assertThat(technician.get("/api/v1/plan/days/2026-03-28/sheet").status())
                .isEqualTo(404);

        technician.post("/api/v1/detectors/" + serial + "/status", Map.of("change", "HOLD", "remark", "case cracked"));
        for (var export : List.of("/api/v1/plan.ics", "/api/v1/plan.csv")) {
            assertThat(new String(technician.bytes(export), StandardCharsets.UTF_8))
                    .as("what is on hold is not planned, " + export)
                    .doesNotContain(serial);
        }
    }
}
