package onward.sentry.server.gas;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What is in a cylinder: runs draw from it, somebody looks at the gauge, and the two are held against each other. */
class ContentsTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);
    private final TestClock clock = (TestClock) server.bean(Clock.class);

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private JsonNode page(String tag) {
        return technician.get("/api/v1/cylinders/" + tag).body();
    }

    private Api.Answer gauge(String tag, double bar) {
        return technician.post("/api/v1/cylinders/" + tag + "/gauge", Map.of("bar", bar));
    }

    @Test
    void aRunDrawsWhatItReallyUsedAndAnotherLookAtTheGaugeSettlesIt() {
        var cylinder = island.cylinder(Map.of());
        var tag = cylinder.path("tag").asString();
        clock.set(TestClock.START.plus(Duration.ofHours(1)));
        island.calibrate(island.quoin4(), cylinder.path("id").asString(), Map.of());

        var used = page(tag);
        assertThat(used.path("uses").size()).isEqualTo(1);
        double drawn = used.path("uses").get(0).path("litres").asDouble();
        assertThat(drawn).as("some minutes at 0.5 L/min").isBetween(0.5, 5.0);
        assertThat(used.path("cylinder").path("drawnLitres").asDouble()).isCloseTo(drawn, within(1e-9));
        assertThat(used.path("cylinder").path("litresLeft").asDouble())
                .isCloseTo(103.0 * 60 / 69 - drawn, within(1e-6));
        assertThat(used.path("discrepancy").isNull()).isTrue();
        assertThat(used.path("resting").size()).isEqualTo(1);

        clock.set(TestClock.START.plus(Duration.ofHours(2)));
        assertThat(gauge(tag, 40).status()).isEqualTo(200);
        var looked = page(tag);
        assertThat(looked.path("cylinder").path("drawnLitres").asDouble()).isZero();
        assertThat(looked.path("cylinder").path("litresLeft").asDouble()).isCloseTo(103.0 * 40 / 69, within(1e-6));
        assertThat(looked.path("discrepancy").path("leak").asBoolean()).isTrue();
        assertThat(looked.path("discrepancy").path("lost").asDouble()).isCloseTo(103.0 * 20 / 69 - drawn, within(1e-6));

        var above = gauge(tag, 100);
        assertThat(above.status()).isEqualTo(422);
        assertThat(above.text("field")).isEqualTo("bar");
        assertThat(above.text("detail")).contains("more than a full cylinder holds, 69 bar");
    }

    @Test
    void whatIsPutAsideIsNotUsedAndOnlyALeadPutsItBack() {
        var cylinder = island.cylinder(Map.of());
        var tag = cylinder.path("tag").asString();
        var aside =
                technician.post("/api/v1/cylinders/" + tag + "/aside", Map.of("state", "ON_HOLD", "reason", "dropped"));
        assertThat(aside.text("status")).isEqualTo("ON_HOLD");
        assertThat(page(tag).path("stateReason").asString()).isEqualTo("dropped");
        var runId =
                island.start(island.quoin4(), "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(page(tag).path("uses").isEmpty() ? serialOf(runId) : "", runId, Map.of());
        island.command(runId, Map.of("kind", "CONFIRM_CHECKS", "step", 0));
        gateway.until("CHOOSE_CYLINDER");
        var refused = island.confirm(
                runId,
                Map.of(
                        "kind",
                        "CHOOSE_CYLINDER",
                        "cylinderId",
                        cylinder.path("id").asString()));
        assertThat(refused.text("detail")).contains("This cylinder is on hold");

        assertThat(technician
                        .post("/api/v1/cylinders/" + tag + "/release", Map.of("reason", "looks fine"))
                        .status())
                .isEqualTo(403);
        var lead = server.signedIn(Role.LEAD);
        assertThat(lead.post("/api/v1/cylinders/" + tag + "/release", Map.of("reason", " "))
                        .text("field"))
                .isEqualTo("reason");
        assertThat(lead.post("/api/v1/cylinders/" + tag + "/release", Map.of("reason", "weighed, all there"))
                        .text("status"))
                .isEqualTo("IN_DATE");
        assertThat(page(tag).path("changes").size())
                .as("accepted, held, released")
                .isEqualTo(3);
        assertThat(technician
                        .post("/api/v1/cylinders/" + tag + "/aside", Map.of("state", "IN_USE", "reason", "me too"))
                        .text("code"))
                .isEqualTo("cylinder-release");
    }

    private String serialOf(String runId) {
        return island.view(runId).path("serial").asString();
    }

    @Test
    void theShelfIsSortedByWhatBitesFirstWithWhatToOrderByWhen() {
        // So much gas that it lasts for whatever detectors other tests have registered.
        var soon = island.cylinder(Map.of("useBefore", "2026-03-12", "volumeLitres", 5_000));
        island.quoin4();
        var gas = technician.get("/api/v1/gas").body();
        var cylinders = gas.path("cylinders");
        var last = "";
        for (var one : cylinders) {
            assertThat(one.path("lastDay").asString()).isGreaterThanOrEqualTo(last);
            last = one.path("lastDay").asString();
            if (one.path("tag").equals(soon.path("tag"))) {
                assertThat(one.path("bites").asString()).contains("12 Mar 2026, in 10 days");
                assertThat(one.path("urgency").asString()).isEqualTo("SOON");
                assertThat(one.path("serves").toString()).contains("Quoin 4 calibration");
            }
        }
        assertThat(cylinders.toString()).contains(soon.path("tag").asString());
        for (var shortage : gas.path("shortages")) {
            assertThat(java.time.LocalDate.parse(shortage.path("orderBy").asString())
                            .plusDays(14))
                    .isEqualTo(java.time.LocalDate.parse(shortage.path("from").asString()));
        }
    }

    @Test
    void aDetectorSaysWhatServesItByTheCheckOfTheBench() {
        var mix = island.cylinder(Map.of());
        var expired = island.cylinder(Map.of("useBefore", "2026-03-01"));
        var serial = island.quoin4();
        var view = technician.get("/api/v1/detectors/" + serial + "/gas").body();
        assertThat(view.path("connections").size()).isEqualTo(1);
        var answers = view.path("answers");
        for (var answer : answers) {
            if (answer.path("tag").equals(expired.path("tag"))) {
                assertThat(answer.path("word").asString()).isEqualTo("REFUSED");
                assertThat(answer.path("refusals").toString()).contains("cylinder-expired");
            }
            if (answer.path("tag").equals(mix.path("tag"))) {
                assertThat(answer.path("word").asString()).startsWith("FITS");
            }
        }
        assertThat(view.path("orders").isEmpty()).isTrue();
    }
}
