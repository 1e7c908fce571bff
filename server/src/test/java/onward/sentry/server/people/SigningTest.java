package onward.sentry.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.core.policy.Pin;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Showing who one is at signing, and sharing a device. */
class SigningTest {

    private static final String PASSWORD = "a sound password";

    private static final TestServer server = TestServer.withPeople();

    private final Api lead = server.signedIn(Role.LEAD);

    /** Somebody new with a PIN. */
    private final String name = "p" + UUID.randomUUID().toString().substring(0, 8);

    private final Api technician = person(name);

    private Api person(String signInName) {
        server.bean(People.class).add(signInName, "Person " + signInName, Role.TECHNICIAN, PASSWORD, "the test");
        var api = server.anybody();
        api.signIn(signInName, PASSWORD);
        assertThat(api.post("/api/v1/me/pin", Map.of("password", PASSWORD, "pin", "7394"))
                        .status())
                .isEqualTo(200);
        return api;
    }

    @AfterAll
    static void close() {
        server.close();
    }

    @AfterEach
    void theRulesAreAsTheyShip() {
        rules(Map.of("proof", "RECENT", "lockMinutes", 15, "countersigned", false));
    }

    private void rules(Map<String, Object> signing) {
        var policy = lead.get("/api/v1/site-rules").body().path("policy");
        if (policy.path("signing").path("proof").asString().equals(signing.get("proof"))) {
            return;
        }
        var changed = new HashMap<String, Object>();
        policy.properties().forEach(field -> changed.put(field.getKey(), field.getValue()));
        changed.put("signing", signing);
        assertThat(lead.post("/api/v1/site-rules", Map.of("policy", changed, "reason", "a test"))
                        .status())
                .isEqualTo(200);
    }

    private Api.Answer prove(String secret) {
        return technician.postOnce("/api/v1/me/proof", Map.of("secret", secret));
    }

    /** Begins a round and ends it; the beginning is signed. */
    private Api.Answer signs() {
        var island = new Island(server, technician);
        return technician.postOnce(
                "/api/v1/rounds",
                Map.of("clientId", UUID.randomUUID().toString(), "crew", "Digester", "cylinderId", island.houseMix()));
    }

    private void minutesPass(long minutes) {
        var clock = (TestServer.TestClock) server.bean(Clock.class);
        clock.set(clock.instant().plus(Duration.ofMinutes(minutes)));
    }

    @Test
    void aQuarterOfAnHourAfterSigningInASignatureAsksWhoItIs() {
        assertThat(signs().text("code")).isNotEqualTo("signature-wanted");
        minutesPass(16);
        var asked = signs();
        assertThat(asked.status()).isEqualTo(422);
        assertThat(asked.text("code")).isEqualTo("signature-wanted");
        assertThat(prove("0852").text("detail")).isEqualTo("That is not your PIN.");
        assertThat(signs().text("code")).isEqualTo("signature-wanted");
        assertThat(prove("7394").status()).isEqualTo(200);
        assertThat(signs().text("code")).isNotEqualTo("signature-wanted");
    }

    @Test
    void whereEachSignatureIsProvedAProofIsGoodForOne() {
        rules(Map.of("proof", "EACH", "lockMinutes", 15, "countersigned", false));
        prove("7394");
        assertThat(sign(toSign()).status()).isEqualTo(200);
        var second = toSign();
        assertThat(sign(second).text("code")).isEqualTo("signature-wanted");
        assertThat(prove(PASSWORD).status()).isEqualTo(200);
        assertThat(sign(second).body().path("phase").asString()).isEqualTo("SIGNED");
    }

    /** A run that waits for nothing but its signature. */
    private String toSign() {
        var island = new Island(server, technician);
        var serial = island.quoin4();
        var run = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        island.work(run, island.gateway(serial, run, Map.of()), island.houseMix(), "SIGN", 1);
        return run;
    }

    private Api.Answer sign(String run) {
        return technician.postOnce(
                "/api/v1/runs/" + run + "/commands",
                Map.of("clientId", UUID.randomUUID().toString(), "kind", "SIGN"));
    }

    @Test
    void fiveWrongPinsCloseItUntilThePasswordIsGiven() {
        for (int i = 0; i < Pin.MOST_FAILURES; i++) {
            assertThat(prove("9071").text("code")).isEqualTo("proof-wrong");
        }
        assertThat(prove("7394").text("code")).isEqualTo("pin-closed");
        assertThat(prove(PASSWORD).status()).isEqualTo(200);
        assertThat(prove("7394").status()).isEqualTo(200);
    }

    @Test
    void onALockedDeviceNothingIsEnteredUntilSomebodyOfItOpensIt() {
        var other = "q" + name;
        person(other);
        assertThat(technician.post("/api/v1/session/lock", Map.of()).status()).isEqualTo(200);
        assertThat(session().path("locked").asBoolean()).isTrue();
        var refused = technician.postOnce("/api/v1/detectors", Map.of());
        assertThat(refused.status()).isEqualTo(423);
        assertThat(refused.text("code")).isEqualTo("locked");
        assertThat(technician.get("/api/v1/bench").status()).isEqualTo(200);
        assertThat(take(other, "7394").text("code")).isEqualTo("not-here");
        assertThat(take(name, "0000").text("code")).isEqualTo("proof-wrong");
        assertThat(take(name, "7394").status()).isEqualTo(200);
        assertThat(session().path("locked").asBoolean()).isFalse();
    }

    @Test
    void whoHasSignedInOnADeviceTakesItOverWithThePin() {
        var other = "q" + name;
        person(other);
        technician.post("/api/v1/session/lock", Map.of());
        technician.signIn(other, PASSWORD);
        assertThat(session().path("here").get(0).path("signInName").asString()).isEqualTo(other);
        assertThat(session().path("here").get(1).path("pin").asBoolean()).isTrue();
        technician.post("/api/v1/session/lock", Map.of());
        assertThat(take(name, "7394").status()).isEqualTo(200);
        assertThat(session().path("signInName").asString()).isEqualTo(name);

        var administrator = server.signedIn(Role.ADMINISTRATOR);
        administrator.post("/api/v1/people/" + other + "/leaving", Map.of());
        assertThat(take(other, "7394").status()).isIn(401, 403, 422);
        assertThat(session().path("signInName").asString()).isEqualTo(name);
    }

    private Api.Answer take(String signInName, String secret) {
        return technician.postOnce("/api/v1/session/switch", Map.of("signInName", signInName, "secret", secret));
    }

    private JsonNode session() {
        return technician.get("/api/v1/session").body();
    }

    @Test
    void aPinThatAnybodyTriesFirstOrWithoutThePasswordIsRefused() {
        assertThat(technician
                        .post("/api/v1/me/pin", Map.of("password", PASSWORD, "pin", "1234"))
                        .text("field"))
                .isEqualTo("pin");
        assertThat(technician
                        .post("/api/v1/me/pin", Map.of("password", "another password", "pin", "2581"))
                        .text("field"))
                .isEqualTo("password");
    }

    private JsonNode breathTester(Island island) {
        var serial = "TB-" + name;
        technician.post(
                "/api/v1/detectors",
                Map.of(
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
                        List.of(Map.of("slot", 1, "serial", "FC-" + name, "fittedOn", "2026-02-01"))));
        return island.start(serial, "CALIBRATION", "TYPED");
    }

    private Api.Answer countersign(String run, String by, String secret) {
        return technician.postOnce(
                "/api/v1/runs/" + run + "/countersignature",
                Map.of("clientId", UUID.randomUUID().toString(), "lead", by, "secret", secret));
    }

    @Test
    void aLeadAnswersForSomebodyWhoseCompetenceHasEndedWhereTheHouseAllowsIt() {
        var island = new Island(server, technician);
        lead.post(
                "/api/v1/people/" + name + "/competences",
                Map.of("competence", "breath alcohol", "until", "2026-02-28"));
        var before = breathTester(island).path("id").asString();
        assertThat(countersign(before, "lead", TestServer.PASSWORD).text("code"))
                .isEqualTo("countersign-not-here");
        island.command(before, Map.of("kind", "STOP", "reason", "the house does not allow it"));

        rules(Map.of("proof", "EACH", "lockMinutes", 15, "countersigned", true));
        var run = island.start("TB-" + name, "CALIBRATION", "TYPED");
        assertThat(run.path("competenceMissing").asString()).isEqualTo("breath alcohol");
        assertThat(run.path("mayBeCountersigned").asBoolean()).isTrue();
        var id = run.path("id").asString();
        assertThat(countersign(id, name, "7394").text("field")).isEqualTo("lead");
        assertThat(countersign(id, "nobody", "7394").text("code")).isEqualTo("countersign-unknown");
        assertThat(countersign(id, "lead", "not it at all").text("code")).isEqualTo("proof-wrong");
        var signed = countersign(id, "lead", TestServer.PASSWORD).body();
        assertThat(signed.path("competenceMissing").asString()).isEmpty();
        assertThat(signed.path("mayBeCountersigned").asBoolean()).isFalse();
        assertThat(signed.path("countersignedBy").asString()).isEqualTo("lead person");
        assertThat(technician
                        .get("/api/v1/runs/" + id + "/record")
                        .body()
                        .path("events")
                        .toString())
                .contains("lead person countersigns: the competence 'breath alcohol' of the technician has ended");
        assertThat(countersign(id, "lead", TestServer.PASSWORD).text("code")).isEqualTo("countersign-not-wanted");
    }

    @Test
    void whoWasNeverQualifiedIsNotCountersignedFor() {
        rules(Map.of("proof", "EACH", "lockMinutes", 15, "countersigned", true));
        var run = breathTester(new Island(server, technician));
        assertThat(run.path("mayBeCountersigned").asBoolean()).isFalse();
        assertThat(countersign(run.path("id").asString(), "lead", TestServer.PASSWORD)
                        .text("code"))
                .isEqualTo("countersign-never-qualified");
    }
}
