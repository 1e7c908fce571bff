package onward.sentry.server.equipment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.plan.ComingUp;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Regulators and meters are checked too, and said to be due. */
class EquipmentTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);

    private Api.Answer check(String tag, String on, Object measured) {
        return technician.post(
                "/api/v1/equipment/" + tag + "/checks",
                Map.of("on", on, "measured", measured, "well", false, "remark", ""));
    }

    @Test
    void aRegulatorIsDueUntilItsFlowWasMeasuredAndFailsWhenItIsOff() {
        var body = Map.of("tag", "RG-77", "kind", "REGULATOR", "regulator", "FIXED", "flow", 0.5, "intervalMonths", 12);
        assertThat(technician.post("/api/v1/equipment", body).text("standing")).isEqualTo("DUE");
        assertThat(technician.post("/api/v1/equipment", body).text("code")).isEqualTo("tag-taken");
        assertThat(server.bean(ComingUp.class).list())
                .extracting(ComingUp.Coming::words)
                .contains("The regulator RG-77: check due");

        var good = check("RG-77", "2026-03-01", 0.48);
        assertThat(good.text("standing")).as(good.toString()).isEqualTo("GOOD");
        assertThat(good.body().path("regulator").path("litresPerMinute").asDouble())
                .isEqualTo(0.48);
        assertThat(good.text("dueOn")).isEqualTo("2027-03-01");
        assertThat(check("RG-77", "2026-03-02", 0.40).text("standing")).isEqualTo("FAILED");
        assertThat(check("RG-77", "2026-03-09", 0.5).text("field")).isEqualTo("on");
        assertThat(server.signedIn(Role.VIEWER).post("/api/v1/equipment", body).status())
                .isEqualTo(403);
    }

    @Test
    void retiredEquipmentIsListedNoMoreAndItsTagStaysTaken() {
        var body = Map.of("tag", "GA-9", "kind", "GAUGE", "intervalMonths", 12);
        technician.post("/api/v1/equipment", body);
        assertThat(technician
                        .post("/api/v1/equipment/GA-9/retirement", Map.of("reason", " "))
                        .text("code"))
                .isEqualTo("remark-missing");
        assertThat(technician
                        .post("/api/v1/equipment/GA-9/retirement", Map.of("reason", "glass broken"))
                        .status())
                .isEqualTo(204);
        assertThat(technician.get("/api/v1/equipment").body().toString()).doesNotContain("GA-9");
        assertThat(technician.post("/api/v1/equipment", body).text("code")).isEqualTo("tag-taken");
        assertThat(server.bean(ComingUp.class).list())
                .extracting(ComingUp.Coming::words)
                .noneMatch(words -> words.contains("GA-9"));
    }

    @Test
    void aRigIsCheckedAgainstEveryModelAndItsRegulatorKeepsTheFamilyThatItCarried() {
        technician.post(
                "/api/v1/equipment",
                Map.of("tag", "RG-80", "kind", "REGULATOR", "regulator", "FIXED", "flow", 0.5, "intervalMonths", 12));
        check("RG-80", "2026-03-01", 0.49);
        var rig = Map.of(
                "name", "Window", "regulator", "RG-80", "delivery", "CUP", "material", "LOW_ABSORPTION", "metres", 0.5);
        var tried = technician.post("/api/v1/rig-checks", rig).body();
        assertThat(tried.path("rig").path("regulator").path("litresPerMinute").asDouble())
                .isEqualTo(0.49);
        var pumped = model(tried, "Quoin 5P");
        assertThat(pumped.path("refusal").path("code").asString()).isEqualTo("rig-no-cup");
        assertThat(model(tried, "Quoin 4").path("refusal").isObject()).isFalse();
        assertThat(technician.post("/api/v1/rigs", rig).status()).isEqualTo(201);
        assertThat(technician.post("/api/v1/rigs", rig).text("code")).isEqualTo("rig-taken");

        var island = new Island(server, technician);
        var mix = island.houseMix();
        var serial = island.quoin4();
        var runId = island.start(serial, "BUMP", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        island.work(runId, gateway, mix, "CHOOSE_CYLINDER", 1);
        var brought = tried.path("rig");
        var chosen = Map.<String, Object>of("kind", "CHOOSE_CYLINDER", "cylinderId", mix, "rig", brought);
        var asked = island.confirm(runId, chosen);
        assertThat(asked.text("code")).as("it has only met stable gases").isEqualTo("regulator-family");
        assertThat(asked.text("detail")).contains("RG-80", "acid or oxidising");
        var accepted = new HashMap<>(chosen);
        accepted.put("familyAccepted", true);
        assertThat(island.confirm(runId, accepted).status()).isEqualTo(200);
        assertThat(regulator("RG-80").path("family").asString()).isEmpty();
        island.work(runId, gateway, mix, "CONFIRM_ALARMS", 1);
        assertThat(regulator("RG-80").path("family").asString()).isEqualTo("acid or oxidising");

        check("RG-80", "2026-03-02", 0.40);
        assertThat(technician.get("/api/v1/rigs").body().toString()).contains("failed its last check");
        var other = island.quoin4();
        var next = island.start(other, "BUMP", "LINK").path("id").asString();
        island.work(next, island.gateway(other, next, Map.of()), mix, "CHOOSE_CYLINDER", 1);
        assertThat(technician
                        .get("/api/v1/runs/" + next + "/cylinders?tag=RG-80")
                        .text("code"))
                .isEqualTo("equipment-failed");
        assertThat(technician.delete("/api/v1/rigs/Window").status()).isEqualTo(204);
        assertThat(technician.delete("/api/v1/rigs/Window").status()).isEqualTo(404);
    }

    @Test
    void theRegulatorThatStaysOnACylinderIsTakenWithIt() {
        technician.post(
                "/api/v1/equipment",
                Map.of("tag", "RG-81", "kind", "REGULATOR", "regulator", "FIXED", "flow", 0.5, "intervalMonths", 12));
        check("RG-81", "2026-03-01", 0.52);
        var island = new Island(server, technician);
        var mix = island.cylinder(Map.of());
        var path = "/api/v1/cylinders/" + mix.path("tag").asString() + "/regulator";
        technician.post("/api/v1/equipment", Map.of("tag", "GA-81", "kind", "GAUGE", "intervalMonths", 12));
        assertThat(technician.post(path, Map.of("tag", "GA-81")).text("code")).isEqualTo("not-a-regulator");
        assertThat(technician.post(path, Map.of("tag", "rg-81")).text("regulator"))
                .isEqualTo("RG-81");

        var serial = island.quoin4();
        var runId = island.start(serial, "BUMP", "LINK").path("id").asString();
        island.work(
                runId, island.gateway(serial, runId, Map.of()), mix.path("id").asString(), "CHOOSE_CYLINDER", 1);
        var offered = candidate(runId, mix.path("id").asString());
        assertThat(offered.path("rig").path("regulator").path("tag").asString()).isEqualTo("RG-81");
        assertThat(offered.path("rig").path("regulator").path("litresPerMinute").asDouble())
                .isEqualTo(0.52);

        var other = island.houseMix();
        var chosen = new HashMap<String, Object>(
                Map.of("kind", "CHOOSE_CYLINDER", "cylinderId", mix.path("id").asString()));
        chosen.put("rig", offered.path("rig"));
        chosen.put("familyAccepted", true);
        var run = island.confirm(runId, chosen);
        assertThat(run.status()).isEqualTo(200);
        island.confirm(
                runId,
                Map.of(
                        "kind",
                        "WITHDRAW",
                        "sequence",
                        run.body().path("withdrawable").asInt()));
        var usual = candidate(runId, other).path("rig").path("regulator").path("tag");
        assertThat(usual.isString()).isTrue();
        assertThat(usual.asString()).as("it stays on the first cylinder").isEmpty();

        check("RG-81", "2026-03-02", 0.40);
        var refused =
                candidate(runId, mix.path("id").asString()).path("fitness").path("refusals");
        assertThat(refused.findValuesAsString("code")).contains("equipment-failed");
        assertThat(technician.post(path, Map.of("tag", "")).text("regulator")).isEmpty();
        assertThat(candidate(runId, mix.path("id").asString())
                        .path("fitness")
                        .path("refusals")
                        .findValuesAsString("code"))
                .doesNotContain("equipment-failed");
    }

    private JsonNode candidate(String runId, String cylinderId) {
        return technician
                .get("/api/v1/runs/" + runId + "/cylinders")
                .body()
                .valueStream()
                .filter(one -> one.path("id").asString().equals(cylinderId))
                .findFirst()
                .orElseThrow();
    }

    private static JsonNode model(JsonNode rig, String name) {
        return rig.path("models")
                .valueStream()
                .filter(model -> model.path("model").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private JsonNode regulator(String tag) {
        return technician
                .get("/api/v1/equipment")
                .body()
                .valueStream()
                .filter(one -> one.path("tag").asString().equals(tag))
                .findFirst()
                .orElseThrow()
                .path("regulator");
    }
}
