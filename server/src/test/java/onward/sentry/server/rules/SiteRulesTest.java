package onward.sentry.server.rules;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The schools of the site and its procedure cards: changed by a lead, versioned, and felt by the next run. */
class SiteRulesTest {

    private static TestServer server;
    private static Api lead;
    private static Api technician;
    private static Map<String, Object> shipped;

    @BeforeAll
    static void open() {
        server = TestServer.withPeople();
        lead = server.signedIn(Role.LEAD);
        technician = server.signedIn(Role.TECHNICIAN);
        shipped = policy();
    }

    @AfterAll
    static void close() {
        server.close();
    }

    @BeforeEach
    void backToWhatShips() {
        var plain = new HashMap<>(shipped);
        plain.put("version", policy().get("version"));
        assertThat(change(plain, "back").status()).isEqualTo(200);
    }

    private static Map<String, Object> asMap(JsonNode node) {
        return JsonMapper.builder().build().convertValue(node, HashMap.class);
    }

    private static Map<String, Object> policy() {
        return asMap(lead.get("/api/v1/site-rules").body().path("policy"));
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> withSchool(String name, Object value) {
        var policy = policy();
        ((Map<String, Object>) policy.get("schools")).put(name, value);
        return policy;
    }

    private static Api.Answer change(Map<String, Object> policy, String reason) {
        return lead.post("/api/v1/site-rules", Map.of("policy", policy, "reason", reason));
    }

    private static List<String> steps(JsonNode run) {
        var titles = new ArrayList<String>();
        run.path("steps").forEach(step -> titles.add(step.path("title").asString()));
        return titles;
    }

    @Test
    void aSchoolIsTriedOutBeforeItIsInForceAndThenTheNextRunFollowsIt() {
        var island = new Island(server, technician);
        assertThat(steps(island.start(island.quoin4(), "CALIBRATION", "TYPED"))).contains("As found");
        var without = withSchool("asFoundFirst", false);
        var effect = lead.post("/api/v1/site-rules/effect", without).body();
        assertThat(effect.toString()).contains("Quoin 4", "now Before gas → Warm-up → As found");
        assertThat(policy().get("version")).isEqualTo(without.get("version"));

        assertThat(change(without, " ").text("code")).isEqualTo("reason-missing");
        assertThat(change(without, "cells get too much gas").status()).isEqualTo(200);
        assertThat(steps(island.start(island.quoin4(), "CALIBRATION", "TYPED"))).doesNotContain("As found");
        var versions = lead.get("/api/v1/site-rules").body().path("versions");
        assertThat(versions.get(0).path("reason").asString()).isEqualTo("cells get too much gas");
        assertThat(versions.get(0).path("by").asString()).isEqualTo("lead person");
    }

    @Test
    void aChangeMadeOnAnOldVersionIsRefused() {
        var stale = withSchool("tries", 3);
        assertThat(change(stale, "first").status()).isEqualTo(200);
        var second = change(stale, "second");
        assertThat(second.status()).isEqualTo(422);
        assertThat(second.text("code")).isEqualTo("policy-changed");
        assertThat(second.text("wayOut")).contains("Load the page again");
    }

    @Test
    void aDueDayOnAFixedWeekdayMovesTheDueDatesOfDetectorsThatAreInDate() {
        var island = new Island(server, technician);
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        var before = due(serial);
        assertThat(change(withSchool("dueDay", Map.of("nth", 5, "weekday", "THURSDAY")), "crew day")
                        .status())
                .isEqualTo(200);
        assertThat(before).isEqualTo("2026-04-02");
        assertThat(due(serial)).isEqualTo("2026-04-30");
        assertThat(change(withSchool("dueDay", Map.of("nth", 5, "weekday", "SATURDAY")), "x")
                        .status())
                .isEqualTo(200);
        assertThat(due(serial)).isEqualTo("2026-04-25");
    }

    private String due(String serial) {
        return technician
                .get("/api/v1/detectors/" + serial)
                .body()
                .path("detector")
                .path("dueOn")
                .asString();
    }

    @Test
    void aCardGoesOutAndComesInAsItsNextVersion() {
        var text = lead.get("/api/v1/cards/Mote%20CO/3").body().toString();
        assertThat(lead.post("/api/v1/cards", text).text("code")).isEqualTo("card-version");
        var next = text.replace("\"version\":3", "\"version\":4").replace("\"seconds\":90.0", "\"seconds\":120.0");
        assertThat(next).isNotEqualTo(text);
        var published = lead.post("/api/v1/cards", next);
        assertThat(published.status()).isEqualTo(201);
        assertThat(published.body().path("version").asInt()).isEqualTo(4);
        assertThat(lead.get("/api/v1/cards/Mote%20CO/4").body().toString()).contains("120.0");
        assertThat(lead.get("/api/v1/cards/Mote%20CO/3").body().toString()).isEqualTo(text);
    }

    @Test
    void aCardThatCannotBeWorkedIsRefusedWithItsPlaceInTheText() {
        var text = lead.get("/api/v1/cards/Hollin%20NO/2").body().toString();
        var broken = lead.post(
                "/api/v1/cards",
                text.replace("\"version\":2", "\"version\":3").replace("\"rangeMax\":100.0", "\"rangeMax\":-1"));
        assertThat(broken.status()).isEqualTo(422);
        assertThat(broken.text("code")).isEqualTo("unreadable");
        assertThat(broken.text("field")).startsWith("sensors[0]");
        assertThat(broken.text("detail")).contains("above 0");
        assertThat(lead.post("/api/v1/cards", "{ \"model\": ").text("detail")).contains("not JSON");
        var otherSlots = lead.post(
                "/api/v1/cards",
                text.replace("\"version\":2", "\"version\":3")
                        .replace("\"slot\":1", "\"slot\":2")
                        .replace("\"slots\":[1]", "\"slots\":[2]"));
        assertThat(otherSlots.text("code")).isEqualTo("card-slots");
    }

    @Test
    void aFigureOfTheSiteIsUsedByTheCalculationsAndItsEffectIsSaidBefore() {
        var changed = new HashMap<>(policy());
        changed.put(
                "figures",
                Map.of(
                        "gases",
                        List.of(Map.of(
                                "gasId",
                                "n-butane",
                                "figure",
                                "CATALYTIC_FACTOR",
                                "value",
                                2.2,
                                "source",
                                "manual, page 41")),
                        "cross",
                        List.of(Map.of(
                                "sensorGasId",
                                "carbon-monoxide",
                                "gasId",
                                "hydrogen",
                                "percent",
                                20,
                                "source",
                                "measured"))));
        assertThat(lead.post("/api/v1/site-rules/effect", changed).body().toString())
                .contains("Quoin 5P", "site's figures of n-butane")
                .doesNotContain("Mote CO");
        assertThat(change(changed, "new beads").status()).isEqualTo(200);
        assertThat(technician
                        .post(
                                "/api/v1/calculators/simulant_set_point",
                                Map.of("vapour", "n-butane", "methane_lel", "30", "basis", "handbook"))
                        .body()
                        .toString())
                .contains("66", "site: manual, page 41");
        var library = technician.get("/api/v1/gas-library").body();
        assertThat(library.path("cross").toString())
                .contains("\"percent\":20.0,\"source\":\"measured\",\"ofSite\":true,\"shipped\":40.0");
        changed.put("version", policy().get("version"));
        changed.put(
                "figures",
                Map.of(
                        "gases",
                        List.of(Map.of("gasId", "acetone", "figure", "PHOTO_FACTOR", "value", 1)),
                        "cross",
                        List.of()));
        assertThat(change(changed, "x").status()).isEqualTo(422);
    }

    @Test
    void aTechnicianChangesNeither() {
        assertThat(technician
                        .post("/api/v1/site-rules", Map.of("policy", policy(), "reason", "x"))
                        .status())
                .isEqualTo(403);
        assertThat(technician.post("/api/v1/cards", "{}").status()).isEqualTo(403);
    }

    @Test
    void aLeadSaysWhoIsQualifiedForWhatAndOnlyThenIsAnythingAdjusted() {
        var before = lead.get("/api/v1/people").body().toString();
        assertThat(before).contains("technician person").doesNotContain("breath alcohol");
        assertThat(lead.post("/api/v1/people/nobody/competences", Map.of("competence", "x"))
                        .status())
                .isEqualTo(404);
        var serial = "TB-1";
        var body = new HashMap<String, Object>(Map.of(
                "serial",
                serial,
                "assetTag",
                "",
                "model",
                "Tarn Breath",
                "crew",
                "Ferry",
                "location",
                "",
                "sensors",
                List.of(Map.of("slot", 1, "serial", "FC-1", "fittedOn", "2026-02-01"))));
        assertThat(lead.post("/api/v1/detectors", body).status()).isEqualTo(201);
        var island = new Island(server, technician);
        var run = island.start(serial, "CALIBRATION", "TYPED");
        assertThat(run.path("competenceMissing").asString()).isEqualTo("breath alcohol");
        assertThat(island.command(run.path("id").asString(), Map.of("kind", "STOP", "reason", "not mine"))
                        .status())
                .isEqualTo(200);
        var qualified = lead.post("/api/v1/people/technician/competences", Map.of("competence", "breath alcohol"));
        assertThat(qualified.body().path("competences").get(0).path("name").asString())
                .isEqualTo("breath alcohol");
        assertThat(island.start(serial, "CALIBRATION", "TYPED")
                        .path("competenceMissing")
                        .asString())
                .isEmpty();
    }

    @Test
    void aSiteThatReadsPsiIsToldInPsiAndItsRecordsStayInBar() {
        var policy = policy();
        policy.put("units", Map.of("pressure", "PSI", "temperature", "FAHRENHEIT", "dates", "MONTH_FIRST"));
        assertThat(change(policy, "gauges from another place").status()).isEqualTo(200);

        var units = technician.get("/api/v1/session").body().path("units");
        assertThat(units.path("pressure").path("symbol").asString()).isEqualTo("psi");
        assertThat(units.path("pressure").path("factor").asDouble()).isCloseTo(14.503774, within(1e-6));
        assertThat(units.path("temperature").path("offset").asDouble()).isEqualTo(32);
        assertThat(units.path("dates").asString()).isEqualTo("MONTH_FIRST");

        var island = new Island(server, technician);
        var dates = technician.post("/api/v1/cylinders", island.cylinderBody(Map.of("useBefore", "2025-10-01")));
        assertThat(dates.text("detail")).contains("Oct 1, 2025").contains("Nov 1, 2025");
        var tag = island.cylinder(Map.of("fullBar", 69, "gaugeBar", 69))
                .path("tag")
                .asString();
        var above = technician.post("/api/v1/cylinders/" + tag + "/gauge", Map.of("bar", 100, "celsius", 20));
        assertThat(above.text("detail")).contains("1450 psi at 68 °F is more than a full cylinder holds, 1001 psi");
        assertThat(technician
                        .post("/api/v1/cylinders/" + tag + "/gauge", Map.of("bar", 400))
                        .text("detail"))
                .contains("A gauge shows 0 to 4351 psi");
        assertThat(technician
                        .post("/api/v1/cylinders/" + tag + "/gauge", Map.of("bar", 34.5))
                        .body()
                        .path("gaugeBar")
                        .asDouble())
                .isEqualTo(34.5);

        policy.put("units", Map.of("pressure", "FURLONG", "temperature", "CELSIUS", "dates", "DAY_FIRST"));
        policy.put("version", policy().get("version"));
        assertThat(change(policy, "no unit").status()).isEqualTo(400);
    }
}
