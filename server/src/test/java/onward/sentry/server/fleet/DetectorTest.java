package onward.sentry.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class DetectorTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);
    private final TestClock clock = (TestClock) server.bean(Clock.class);

    @AfterEach
    void backToTheStart() {
        clock.set(TestClock.START);
    }

    private static Map<String, Object> quoin(String serial, List<Integer> slots, String fittedOn) {
        var sensors = new ArrayList<Map<String, Object>>();
        slots.forEach(slot -> sensors.add(Map.of("slot", slot, "serial", "S" + slot, "fittedOn", fittedOn)));
        var body = new HashMap<String, Object>();
        body.put("serial", serial);
        body.put("assetTag", "");
        body.put("model", "Quoin 4");
        body.put("crew", "Ferry");
        body.put("location", "");
        body.put("sensors", sensors);
        return body;
    }

    @Test
    void everyRefusalNamesTheFieldTheLimitAndTheWayOut() {
        var taken = island.quoin4();
        var all = List.of(1, 2, 3, 4);
        record Wrong(Map<String, Object> body, String field, String inDetail) {}
        for (var wrong : List.of(
                new Wrong(quoin("Q 4", all, "2026-02-01"), "serial", "2 to 40 letters"),
                new Wrong(quoin(taken.toLowerCase(), all, "2026-02-01"), "serial", "on record already"),
                new Wrong(quoin("Q4-x1", List.of(1, 2, 3), "2026-02-01"), "sensors", "holds 4 sensors; 3 were given"),
                new Wrong(quoin("Q4-x2", List.of(1, 2, 3, 3), "2026-02-01"), "sensors", "Slot 3 is listed twice"),
                new Wrong(quoin("Q4-x3", all, "2026-03-03"), "fittedOn", "3 Mar 2026, which is still to come"))) {
            var answer = technician.post("/api/v1/detectors", wrong.body());
            assertThat(answer.status()).isEqualTo(422);
            assertThat(answer.text("field")).isEqualTo(wrong.field());
            assertThat(answer.text("detail")).contains(wrong.inDetail());
            assertThat(answer.text("wayOut")).isNotBlank();
        }
    }

    @Test
    void theSameKeyRegistersOnceAndGetsTheSameAnswer() {
        var body = quoin("Q4-once", List.of(1, 2, 3, 4), "2026-02-01");
        var first = technician.post("/api/v1/detectors", body, "key-1");
        var second = technician.post("/api/v1/detectors", body, "key-1");
        assertThat(first.status()).isEqualTo(201);
        assertThat(second.body()).isEqualTo(first.body());
        var another = technician.post("/api/v1/detectors", body, "key-2");
        assertThat(another.text("code")).isEqualTo("serial-taken");
    }

    @Test
    void aNewDetectorIsOverdueUntilItWasCalibratedBecauseItsSensorsNeverWere() {
        var detector = technician.get("/api/v1/detectors/" + island.quoin4()).body();
        assertThat(detector.path("detector").path("state").asString()).isEqualTo("OVERDUE");
        assertThat(detector.path("dueWorking").path("rule").asString())
                .isEqualTo("Sensor fitted: calibrate before use");
    }

    @Test
    void theStateOfADayIsWorkedOutAnewWhenTheDayTurns() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(stateOn("2026-03-02T20:00:00Z", serial)).isEqualTo("READY");
        assertThat(stateOn("2026-03-03T06:00:00Z", serial)).isEqualTo("BUMP_FIRST");
        assertThat(stateOn("2026-04-02T06:00:00Z", serial)).isEqualTo("DUE");
        assertThat(stateOn("2026-04-03T06:00:00Z", serial)).isEqualTo("OVERDUE");
    }

    @Test
    void aReplacedSensorBeginsAnewAndTheOldOneStaysOnRecord() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        var path = "/api/v1/detectors/" + serial + "/sensor-replacements";
        var old = technician
                .get("/api/v1/detectors/" + serial)
                .body()
                .path("sensors")
                .get(3)
                .path("serial")
                .asString();
        assertThat(technician
                        .post(
                                path,
                                Map.of("sensors", List.of(Map.of("slot", 4, "serial", old, "fittedOn", "2026-03-02"))))
                        .text("code"))
                .isEqualTo("sensor-same");
        assertThat(technician
                        .post(
                                path,
                                Map.of(
                                        "sensors",
                                        List.of(Map.of("slot", 4, "serial", "H-9", "fittedOn", "2026-01-01"))))
                        .text("detail"))
                .contains("fitted on 1 Feb 2026, later than 1 Jan 2026");
        var row = technician
                .post(path, Map.of("sensors", List.of(Map.of("slot", 4, "serial", "H-9", "fittedOn", "2026-03-02"))))
                .body();
        assertThat(row.path("state").asString()).isEqualTo("DUE");
        var detector = technician.get("/api/v1/detectors/" + serial).body();
        assertThat(detector.path("sensors").get(3).path("lastVerdict").isNull()).isTrue();
        assertThat(detector.path("sensors").get(2).path("lastGoodOn").asString())
                .isEqualTo("2026-03-02");
        assertThat(detector.path("removed").get(0).path("serial").asString()).isEqualTo(old);
    }

    @Test
    void aLeadHoldsOneDetectorToLessThanTheHouseAndItsNextRunIsJudgedByIt() {
        var serial = island.quoin4();
        var path = "/api/v1/detectors/" + serial + "/tolerance";
        var lead = server.signedIn(Role.LEAD);
        assertThat(technician
                        .post(path, Map.of("percent", 5, "reason", "laboratory"))
                        .status())
                .isEqualTo(403);
        assertThat(lead.post(path, Map.of("percent", 10, "reason", "x")).text("detail"))
                .contains("one detector is held to less, not to ±10 %");
        assertThat(lead.post(path, Map.of("percent", 7, "reason", "x")).text("detail"))
                .contains("5, 10, 15 or 20 %, not 7");
        assertThat(lead.post(path, Map.of("percent", 5, "reason", " ")).text("field"))
                .isEqualTo("reason");
        var set = lead.post(path, Map.of("percent", 5, "reason", "laboratory")).body();
        assertThat(set.path("tolerance").path("percent").asDouble()).isEqualTo(5);
        assertThat(set.path("tolerance").path("says").asString()).startsWith("set for this detector");

        var run =
                island.calibrate(serial, island.houseMix(), Map.of()).path("id").asString();
        var record = technician.get("/api/v1/runs/" + run + "/record").body().toString();
        assertThat(record).contains("±5 %").contains("set for this detector (stricter than site rules v1)");

        var back = new HashMap<String, Object>();
        back.put("percent", null);
        back.put("reason", "moved out of the laboratory");
        assertThat(lead.post(path, back)
                        .body()
                        .path("tolerance")
                        .path("percent")
                        .asDouble())
                .isEqualTo(10);
    }

    @Test
    void anUnknownDetectorAndAnUnknownModelSaySo() {
        var missing = technician.get("/api/v1/detectors/NO-SUCH");
        assertThat(missing.status()).isEqualTo(404);
        assertThat(missing.text("detail")).isEqualTo("Detector NO-SUCH is not on record.");
        var body = quoin("Q4-x9", List.of(1), "2026-02-01");
        body.put("model", "Quoin 9");
        assertThat(technician.post("/api/v1/detectors", body).text("detail")).contains("Model 'Quoin 9'");
    }

    private String stateOn(String instant, String serial) {
        clock.set(Instant.parse(instant));
        return technician
                .get("/api/v1/detectors/" + serial)
                .body()
                .path("detector")
                .path("state")
                .asString();
    }

    @Test
    void theHoldTagIsOnePageOfA6ThatSaysWhatAndWhy() throws IOException {
        var serial = island.quoin4();
        assertThat(technician.get("/api/v1/detectors/" + serial + "/hold-tag").status())
                .isEqualTo(404);
        island.calibrate(serial, island.houseMix(), Map.of(3, 0.4));
        try (var tag = Loader.loadPDF(technician.bytes("/api/v1/detectors/" + serial + "/hold-tag"))) {
            assertThat(tag.getNumberOfPages()).isEqualTo(1);
            assertThat(tag.getPage(0).getMediaBox().getWidth()).isEqualTo(PDRectangle.A6.getWidth());
            assertThat(new PDFTextStripper().getText(tag).replaceAll("\\s+", " "))
                    .contains(
                            "DO NOT USE",
                            serial,
                            "Carbon monoxide failed calibration on 2 Mar 2026",
                            "A lead releases it");
        }
    }

    @Test
    void aSkippedSensorKeepsTheDetectorOnHoldUntilItIsWorkedWhole() {
        var serial = island.quoin4();
        var mix = island.houseMix();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        assertThat(island.confirm(runId, Map.of("kind", "SKIP", "slots", List.of(4), "reason", "filter soaked"))
                        .status())
                .isEqualTo(200);
        island.work(runId, gateway, mix, "SIGN", 1);
        var run = island.confirm(runId, Map.of("kind", "SIGN")).body();
        assertThat(run.path("verdict").asString()).isEqualTo("NOT_JUDGED");
        assertThat(run.path("remark").asString()).isEqualTo("Skipped: slot 4.");
        var held = technician.get("/api/v1/detectors/" + serial).body();
        assertThat(held.path("detector").path("state").asString()).isEqualTo("ON_HOLD");
        assertThat(held.path("holds").get(0).path("reason").asString())
                .isEqualTo("Hydrogen sulfide not judged on 2 Mar 2026.");
    }

    private Api.Answer status(Api by, String serial, String change, String remark) {
        var path = change.equals("RETIRE") || change.equals("REINSTATE") ? "/fleet-status" : "/status";
        return by.post("/api/v1/detectors/" + serial + path, Map.of("change", change, "remark", remark));
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
    void aDetectorIsHeldByHandSentForRepairLostAndRetiredAndComesBackDue() {
        var lead = server.signedIn(Role.LEAD);
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(status(technician, serial, "HOLD", " ").text("code")).isEqualTo("remark-missing");
        assertThat(status(technician, serial, "HOLD", "case cracked").text("reason"))
                .isEqualTo("case cracked.");
        assertThat(state(serial)).isEqualTo("ON_HOLD");
        status(technician, serial, "SEND_FOR_REPAIR", "Holm workshop");
        assertThat(state(serial)).isEqualTo("IN_REPAIR");
        var refused = technician.post(
                "/api/v1/runs",
                Map.of("serial", serial, "job", "CALIBRATION", "source", "TYPED", "timeScale", 1, "clientId", serial));
        assertThat(refused.text("code")).isEqualTo("detector-away");
        assertThat(refused.text("detail")).contains("Sent for repair on 2 Mar 2026: Holm workshop.");
        status(technician, serial, "RECEIVE_FROM_REPAIR", "");
        // The hold of before still stands, and only a lead lifts it.
        assertThat(state(serial)).isEqualTo("ON_HOLD");
        lead.post("/api/v1/detectors/" + serial + "/release", Map.of("remark", "case replaced"));
        var back = technician.get("/api/v1/detectors/" + serial).body();
        assertThat(back.path("detector").path("usable").asBoolean()).isFalse();
        assertThat(back.path("holds").get(0).path("runId").asString()).isEmpty();
        status(technician, serial, "REPORT_LOST", "last seen on the quay");
        assertThat(state(serial)).isEqualTo("LOST");
        assertThat(status(technician, serial, "RECEIVE_FROM_REPAIR", "").text("code"))
                .isEqualTo("not-in-repair");
        status(technician, serial, "REPORT_FOUND", "");
        assertThat(technician
                        .get("/api/v1/detectors/" + serial)
                        .body()
                        .path("detector")
                        .path("reason")
                        .asString())
                .contains("back from repair", "found after it was lost");
        assertThat(status(technician, serial, "RETIRE", "worn out").status()).isEqualTo(403);
        status(lead, serial, "RETIRE", "worn out");
        assertThat(state(serial)).isEqualTo("RETIRED");
        assertThat(status(technician, serial, "HOLD", "x").text("code")).isEqualTo("detector-retired");
        status(lead, serial, "REINSTATE", "");
        assertThat(state(serial)).isEqualTo("DUE");
        status(lead, serial, "RETIRE", "worn out");
    }

    @Test
    void detailsAreEditedAndNobodyOverwritesWhatSomebodyElseWroteMeanwhile() {
        var serial = island.quoin5p();
        var path = "/api/v1/detectors/" + serial + "/details";
        var seen = technician.get("/api/v1/detectors/" + serial).body().path("detector");
        var before = Map.of(
                "assetTag",
                seen.path("assetTag").asString(),
                "crew",
                "Digester",
                "location",
                "biogas digester",
                "notes",
                "");
        var after = Map.of("assetTag", "SK-9", "crew", "Ferry", "location", "slip", "notes", "clip is loose");
        assertThat(technician
                        .put(path, Map.of("details", after, "before", before))
                        .text("crew"))
                .isEqualTo("Ferry");
        var late = technician.put(path, Map.of("details", before, "before", before));
        assertThat(late.text("code")).isEqualTo("changed-meanwhile");
        assertThat(technician.get("/api/v1/detectors/" + serial).text("notes")).isEqualTo("clip is loose");
        var tooLong = Map.of("assetTag", "x".repeat(101), "crew", "", "location", "", "notes", "");
        var refused = technician.put(path, Map.of("details", tooLong, "before", after));
        assertThat(refused.text("field")).isEqualTo("assetTag");
        assertThat(refused.text("detail")).contains("at most 100 characters, not 101");
    }

    @Test
    void severalSensorsAreReplacedInOneSittingAllOrNone() {
        var serial = island.quoin5p();
        var path = "/api/v1/detectors/" + serial + "/sensor-replacements";
        var good = Map.of("slot", 1, "serial", "B-1", "fittedOn", "2026-03-02");
        var future = Map.of("slot", 3, "serial", "B-3", "fittedOn", "2026-03-03");
        assertThat(technician
                        .post(path, Map.of("sensors", List.of(good, future)))
                        .text("field"))
                .isEqualTo("fittedOn");
        assertThat(sensor(serial, 1).path("serial").asString()).startsWith("S1-");
        var third = Map.of("slot", 3, "serial", "B-3", "fittedOn", "2026-03-01");
        assertThat(technician
                        .post(path, Map.of("sensors", List.of(good, third)))
                        .status())
                .isEqualTo(200);
        assertThat(sensor(serial, 1).path("serial").asString()).isEqualTo("B-1");
        assertThat(sensor(serial, 3).path("fittedOn").asString()).isEqualTo("2026-03-01");
    }

    @Test
    void aFittingDayIsCorrectedOnRecordAndNeverPastWhatTheSensorDid() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        clock.set(Instant.parse("2026-03-05T08:00:00Z"));
        var path = "/api/v1/detectors/" + serial + "/sensors/3/fitting";
        assertThat(technician
                        .post(path, Map.of("fittedOn", "2026-03-04", "reason", "label"))
                        .text("detail"))
                .contains("has a result of 2 Mar 2026 on record");
        assertThat(technician
                        .post(path, Map.of("fittedOn", "2025-11-20", "reason", ""))
                        .text("code"))
                .isEqualTo("remark-missing");
        technician.post(path, Map.of("fittedOn", "2025-11-20", "reason", "read from its label"));
        assertThat(sensor(serial, 3).path("fittedOn").asString()).isEqualTo("2025-11-20");
        var logbook =
                technician.get("/api/v1/logbook?detector=" + serial).body().toString();
        assertThat(logbook).contains("fitting-corrected");
    }

    private JsonNode sensor(String serial, int slot) {
        return technician
                .get("/api/v1/detectors/" + serial)
                .body()
                .path("sensors")
                .get(slot - 1);
    }
}
