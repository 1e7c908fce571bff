package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Runs over the link, from the scan to the signed record and what follows from it. */
class CalibrationTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);

    @Test
    void aPassingRunIsSignedRecordedAndRenewsEverySensor() {
        var serial = island.quoin4();
        assertThat(isToDo(serial)).isTrue();
        var run = island.calibrate(serial, island.houseMix(), Map.of(1, 0.93, 3, 0.88, 4, 0.81));

        assertThat(run.path("phase").asString()).isEqualTo("SIGNED");
        assertThat(run.path("verdict").asString()).isEqualTo("PASS");
        var detector = technician.get("/api/v1/detectors/" + serial).body();
        assertThat(detector.path("detector").path("state").asString()).isEqualTo("READY");
        assertThat(detector.path("detector").path("dueOn").asString()).isEqualTo("2026-04-02");
        assertThat(detector.path("dueWorking").path("result").asString()).isEqualTo("2026-04-02");
        assertThat(detector.path("sensors"))
                .allSatisfy(s -> assertThat(s.path("lastGoodOn").asString()).isEqualTo("2026-03-02"));
        assertThat(isToDo(serial)).isFalse();

        var record = technician
                .get("/api/v1/runs/" + run.path("id").asString() + "/record")
                .body();
        var co = record.path("sensors").get(2);
        assertThat(co.path("trace").size()).isGreaterThan(50);
        var span = outcome(co, "SPAN");
        assertThat(span.path("responsePercent").asDouble()).isBetween(86.0, 90.0);
        assertThat(span.path("judgement").path("working").path("source").asString())
                .isEqualTo("card Quoin 4 v3, site rules v1");
        assertThat(record.path("lastHash").asString()).hasSize(64);
    }

    @Test
    void theOperatorsNoteComesWithItsPictureAtTheStepThatItBelongsTo() {
        var runId =
                island.start(island.quoin4(), "CALIBRATION", "LINK").path("id").asString();
        assertThat(technician
                        .get("/api/v1/runs/" + runId)
                        .body()
                        .path("picture")
                        .isNull())
                .isTrue();
        var gateway = island.gateway(technician.get("/api/v1/runs/" + runId).text("serial"), runId, Map.of());
        island.work(runId, gateway, island.houseMix(), "CONFIRM_SAVED", 1);
        var picture = technician.get("/api/v1/runs/" + runId).body().path("picture");
        assertThat(picture.path("description").asString()).contains("SAVED");
        var bytes = technician.bytes(picture.path("path").asString());
        assertThat(new String(bytes, 1, 3, java.nio.charset.StandardCharsets.US_ASCII))
                .isEqualTo("PNG");
    }

    @Test
    void aCellAtFortySixPercentPutsTheDetectorOnHoldUntilItsSensorWasReplacedAndALeadReleasesIt() {
        var serial = island.quoin4();
        var cylinder = island.houseMix();
        var run = island.calibrate(serial, cylinder, Map.of(3, 0.46));

        assertThat(run.path("verdict").asString()).isEqualTo("FAIL");
        assertThat(run.path("remark").asString()).contains("slot 3: ours fail, instrument pass");
        assertThat(state(serial)).isEqualTo("ON_HOLD");
        assertThat(onHoldToday(serial)).contains("Carbon monoxide failed calibration on 2 Mar 2026");

        var byTechnician = technician.post(release(serial), Map.of("remark", "looks fine"));
        assertThat(byTechnician.status()).isEqualTo(403);
        var tooEarly = lead.post(release(serial), Map.of("remark", "looks fine"));
        assertThat(tooEarly.text("code")).isEqualTo("sensor-still-failed");
        assertThat(tooEarly.text("detail"))
                .contains("Carbon monoxide sensor S3-")
                .contains("still fitted");
        assertThat(state(serial)).isEqualTo("ON_HOLD");

        var replaced = technician.post(
                "/api/v1/detectors/" + serial + "/sensor-replacements",
                Map.of("sensors", List.of(Map.of("slot", 3, "serial", "NEW-" + serial, "fittedOn", "2026-03-02"))));
        assertThat(replaced.status()).isEqualTo(200);
        assertThat(state(serial)).isEqualTo("ON_HOLD");
        var silent = lead.post(release(serial), Map.of("remark", " "));
        assertThat(silent.text("field")).isEqualTo("remark");
        var released = lead.post(release(serial), Map.of("remark", "CO sensor replaced"));
        assertThat(released.text("state")).isEqualTo("DUE");
        assertThat(released.text("reason"))
                .isEqualTo("Not to be used: a sensor was fitted that nobody here has calibrated.");
        assertThat(released.body().path("usable").asBoolean()).isFalse();

        island.calibrate(serial, cylinder, Map.of());
        assertThat(state(serial)).isEqualTo("READY");
        var holds = technician.get("/api/v1/detectors/" + serial).body().path("holds");
        assertThat(holds.get(0).path("releasedBy").asString()).isEqualTo("lead person");
        assertThat(ledgerKinds(serial)).containsSubsequence("hold-placed", "sensor-replaced", "hold-released");
    }

    @Test
    void anExpiredCylinderIsListedWithItsReasonAndRefusedWhenItIsTakenAllTheSame() {
        var serial = island.quoin4();
        var expired =
                island.cylinder(Map.of("useBefore", "2026-03-01")).path("id").asString();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        island.work(runId, gateway, "", "CHOOSE_CYLINDER", 1);

        var listed = StreamSupport.stream(
                        technician
                                .get("/api/v1/runs/" + runId + "/cylinders")
                                .body()
                                .spliterator(),
                        false)
                .filter(c -> c.path("id").asString().equals(expired))
                .findFirst()
                .orElseThrow();
        assertThat(listed.path("fitness").path("refusals").get(0).path("reason").asString())
                .isEqualTo("Expired on 1 Mar 2026, 1 day ago.");
        var taken = island.confirm(runId, Map.of("kind", "CHOOSE_CYLINDER", "cylinderId", expired));
        assertThat(taken.status()).isEqualTo(422);
        assertThat(taken.text("code")).isEqualTo("cylinder-expired");
        assertThat(taken.text("wayOut")).contains("no exceptions");
        assertThat(technician
                        .get("/api/v1/runs/" + runId)
                        .body()
                        .path("next")
                        .path("kind")
                        .asString())
                .isEqualTo("CHOOSE_CYLINDER");
    }

    @Test
    void aDifferingLabelTakesTheTechniciansWordThatTheSetPointWasChanged() {
        var serial = island.quoin4();
        var mix = island.cylinder(Map.of(
                        "components",
                        java.util.List.of(
                                Island.part("methane", 1.25, "VOL_PERCENT"),
                                Island.part("oxygen", 16, "VOL_PERCENT"),
                                Island.part("carbon-monoxide", 100, "PPM"),
                                Island.part("hydrogen-sulfide", 15, "PPM"))))
                .path("id")
                .asString();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        island.work(runId, gateway, mix, "CHOOSE_CYLINDER", 2);
        var silent = island.confirm(runId, Map.of("kind", "CHOOSE_CYLINDER", "cylinderId", mix));
        assertThat(silent.text("code")).isEqualTo("set-point-differs");
        assertThat(silent.text("detail")).isEqualTo("Label 100 ppm, set point 80 ppm.");
        var said = island.confirm(
                runId, Map.of("kind", "CHOOSE_CYLINDER", "cylinderId", mix, "setPointsChanged", new int[] {3}));
        assertThat(said.status()).isEqualTo(200);
        assertThat(said.body().path("sensors").get(2).path("expected").asDouble())
                .isEqualTo(100);
    }

    @Test
    void aFailedSpanIsTriedAgainAfterAChangeThatStaysOnRecord() {
        var serial = island.quoin4();
        var cylinder = island.houseMix();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of(3, 0.4));
        var next = island.work(runId, gateway, cylinder, "TRY_AGAIN", 1);
        assertThat(next.path("sentence").asString()).startsWith("Carbon monoxide failed");
        var silent = island.confirm(runId, Map.of("kind", "TRY_AGAIN"));
        assertThat(silent.text("field")).isEqualTo("changed");
        island.confirm(runId, Map.of("kind", "TRY_AGAIN", "changed", "another regulator"));
        island.work(runId, gateway, cylinder, "SIGN", 1);
        var signed = island.confirm(runId, Map.of("kind", "SIGN")).body();
        assertThat(signed.path("verdict").asString()).isEqualTo("FAIL");
        var record = technician.get("/api/v1/runs/" + runId + "/record").body();
        assertThat(record.path("events").toString()).contains("Tried again after a change: another regulator");
        assertThat(state(serial)).isEqualTo("ON_HOLD");
    }

    @Test
    void aJobOnOneSensorRenewsThatSensorAlone() {
        var serial = island.quoin4();
        var cylinder = island.houseMix();
        island.calibrate(serial, cylinder, Map.of());
        technician.post(
                "/api/v1/detectors/" + serial + "/sensor-replacements",
                Map.of("sensors", List.of(Map.of("slot", 3, "serial", "C-NEW", "fittedOn", "2026-03-02"))));
        assertThat(state(serial)).isEqualTo("DUE");
        var wrong = technician.post(
                "/api/v1/runs",
                Map.of("clientId", "s9", "serial", serial, "job", "CALIBRATION", "source", "LINK", "slots", new int[] {9
                }));
        assertThat(wrong.text("field")).isEqualTo("slots");
        var run = technician
                .post(
                        "/api/v1/runs",
                        Map.of(
                                "clientId",
                                "s3",
                                "serial",
                                serial,
                                "job",
                                "CALIBRATION",
                                "source",
                                "LINK",
                                "slots",
                                new int[] {3}))
                .body();
        assertThat(run.path("sensors").size()).isEqualTo(1);
        var runId = run.path("id").asString();
        island.work(runId, island.gateway(serial, runId, Map.of()), cylinder, "SIGN", 1);
        island.confirm(runId, Map.of("kind", "SIGN"));
        assertThat(state(serial)).isEqualTo("READY");
        var sensors = technician.get("/api/v1/detectors/" + serial).body().path("sensors");
        assertThat(sensors.get(2).path("lastVerdict").asString()).isEqualTo("PASS");
    }

    @Test
    void aFailedBumpMakesTheDetectorDueAtOnceAndAGoodCalibrationSettlesIt() {
        var serial = island.quoin4();
        var cylinder = island.houseMix();
        island.calibrate(serial, cylinder, Map.of());
        var runId = island.start(serial, "BUMP", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of(4, 0.0));
        island.work(runId, gateway, cylinder, "SIGN", 1);
        var signed = island.confirm(runId, Map.of("kind", "SIGN")).body();
        assertThat(signed.path("verdict").asString()).isEqualTo("FAIL");
        var after = technician.get("/api/v1/detectors/" + serial).body().path("detector");
        assertThat(after.path("state").asString()).isEqualTo("DUE");
        assertThat(after.path("reason").asString()).isEqualTo("Due at once: bump failed.");

        island.calibrate(serial, cylinder, Map.of());
        assertThat(state(serial)).isEqualTo("READY");
    }

    @Test
    void aDetectorIsOnTheBenchOnceAndAnotherPersonTakesItOver() {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var second = lead.post(
                "/api/v1/runs",
                Map.of("clientId", "another", "serial", serial, "job", "CALIBRATION", "source", "LINK"));
        assertThat(second.text("code")).isEqualTo("run-open");
        assertThat(second.text("detail")).contains("technician person");
        var notHers = lead.post(
                "/api/v1/runs/" + runId + "/commands", Map.of("clientId", "c1", "kind", "CONFIRM_CHECKS", "step", 0));
        assertThat(notHers.text("code")).isEqualTo("run-not-yours");
        lead.post("/api/v1/runs/" + runId + "/commands", Map.of("clientId", "c2", "kind", "TAKE_OVER"));
        var hers = lead.post(
                "/api/v1/runs/" + runId + "/commands", Map.of("clientId", "c3", "kind", "CONFIRM_CHECKS", "step", 0));
        assertThat(hers.body().path("technician").asString()).isEqualTo("lead person");
        var stopped = lead.post(
                "/api/v1/runs/" + runId + "/commands",
                Map.of("clientId", "c4", "kind", "STOP", "reason", "called away"));
        assertThat(stopped.body().path("phase").asString()).isEqualTo("STOPPED");
        var record = technician.get("/api/v1/runs/" + runId + "/record").body();
        assertThat(record.path("reason").asString()).isEqualTo("called away");
    }

    /** Not by Today, which lists the most pressing of a whole site only. */
    private boolean isToDo(String serial) {
        var detector = technician.get("/api/v1/detectors/" + serial).body().path("detector");
        return !detector.path("usable").asBoolean();
    }

    private String onHoldToday(String serial) {
        for (var row : technician.get("/api/v1/today").body().path("onHold")) {
            if (row.path("serial").asString().equals(serial)) {
                return row.path("reason").asString();
            }
        }
        return "not listed";
    }

    private String state(String serial) {
        return technician
                .get("/api/v1/detectors/" + serial)
                .body()
                .path("detector")
                .path("state")
                .asString();
    }

    private static String release(String serial) {
        return "/api/v1/detectors/" + serial + "/release";
    }

    private java.util.List<String> ledgerKinds(String serial) {
        return server.jdbc()
                .sql("select kind from ledger where body like ? order by seq")
                .param("%\"" + serial + "\"%")
                .query(String.class)
                .list();
    }

    private static JsonNode outcome(JsonNode sensor, String stage) {
        for (var outcome : sensor.path("outcomes")) {
            if (outcome.path("stage").asString().equals(stage)) {
                return outcome;
            }
        }
        throw new AssertionError("no " + stage + " in " + sensor);
    }
}
