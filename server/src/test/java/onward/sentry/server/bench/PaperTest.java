package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import onward.sentry.core.judge.Verdict;
import onward.sentry.formats.JsonText;
import onward.sentry.formats.RunFile;
import onward.sentry.formats.RunVerdicts;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Jobs that were done on paper yesterday, typed in as history. */
class PaperTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    private Api.Answer sheet(String serial, String on, double co, Map<String, Object> otherwise) {
        var body = new HashMap<String, Object>(Map.of(
                "job",
                "CALIBRATION",
                "on",
                on,
                "doneBy",
                "Old Halvard",
                "cylinderId",
                island.houseMix(),
                "sensors",
                List.of(
                        Map.of("slot", 1, "zero", 0, "onGas", 23),
                        Map.of("slot", 2, "zero", 20.9, "onGas", 16.1),
                        Map.of("slot", 3, "zero", 1, "onGas", co),
                        Map.of("slot", 4, "zero", 0.1, "onGas", 13.9))));
        body.putAll(otherwise);
        return technician.post("/api/v1/detectors/" + serial + "/paper-runs", body);
    }

    @Test
    void aGoodSheetRenewsTheDetectorFromItsDayAndSaysThatItCameFromPaper() {
        var serial = island.quoin4();
        var stored = sheet(serial, "2026-03-01", 70, Map.of());
        assertThat(stored.status()).isEqualTo(201);
        var detector = technician.get("/api/v1/detectors/" + serial).body().path("detector");
        assertThat(detector.path("dueOn").asString()).isEqualTo("2026-04-01");
        var record = technician
                .get("/api/v1/runs/" + stored.text("runId") + "/record")
                .body();
        assertThat(record.path("run").path("source").asString()).isEqualTo("PAPER");
        assertThat(record.path("run").path("endedOn").asString()).isEqualTo("2026-03-01");
        assertThat(record.path("events").get(0).path("what").asString())
                .isEqualTo("technician person typed in a calibration that was done on paper");
        assertThat(record.path("events").get(1).path("what").asString())
                .startsWith("Typed in from paper, done by Old Halvard")
                .contains("Carbon monoxide span pass", "Oxygen check pass");
        var outcome = record.path("sensors").get(2).path("outcomes").get(1);
        assertThat(outcome.path("how").asString()).isEqualTo("declared, from paper");
        assertThat(outcome.path("responsePercent").asDouble()).isEqualTo(87.5);

        var file =
                technician.get("/api/v1/runs/" + stored.text("runId") + "/file").body();
        var again = RunVerdicts.of(JsonText.read(file.toString(), RunFile.class));
        assertThat(again.verdict()).isEqualTo(Verdict.PASS);
        assertThat(again.differs()).isEmpty();
    }

    @Test
    void aSheetThatFailsPutsTheDetectorOnHold() {
        var serial = island.quoin4();
        assertThat(sheet(serial, "2026-03-01", 30, Map.of()).status()).isEqualTo(201);
        var held = technician.get("/api/v1/detectors/" + serial).body();
        assertThat(held.path("detector").path("state").asString()).isEqualTo("ON_HOLD");
        assertThat(held.path("holds").get(0).path("reason").asString())
                .isEqualTo("Carbon monoxide failed calibration on 1 Mar 2026.");
    }

    /** A recall has to reach what was set on the gas, whoever wrote it down and how. */
    @Test
    void theGasOfASheetIsOnItsRecordAndARecallOfItReachesTheDetector() {
        var serial = island.quoin4();
        var cylinder = island.cylinder(Map.of());
        var tag = cylinder.path("tag").asString();
        var stored = sheet(
                serial,
                "2026-03-01",
                70,
                Map.of("cylinderId", cylinder.path("id").asString()));
        var record = technician
                .get("/api/v1/runs/" + stored.text("runId") + "/record")
                .body();
        assertThat(record.path("gases")).hasSize(1);
        assertThat(record.path("gases").get(0).path("tag").asString()).isEqualTo(tag);
        assertThat(technician.get("/api/v1/logbook?cylinder=" + tag).body().toString())
                .contains(stored.text("runId"));
        var reached = "/api/v1/recalls/preview?scope=CYLINDER&named=" + tag;
        assertThat(technician.get(reached).body().path("detectors").toString()).contains(serial);

        assertThat(takeBack(server.signedIn(Role.LEAD), stored, "another cylinder")
                        .status())
                .isEqualTo(200);
        assertThat(technician.get(reached).body().path("detectors").toString()).doesNotContain(serial);
    }

    private Api.Answer takeBack(Api who, Api.Answer stored, String why) {
        return who.post("/api/v1/runs/" + stored.text("runId") + "/withdrawal", Map.of("why", why));
    }

    @Test
    void whatWasTypedInWronglyIsTakenBackAndTheDetectorStandsAsBefore() {
        var lead = server.signedIn(Role.LEAD);
        var serial = island.quoin4();
        sheet(serial, "2026-02-25", 70, Map.of());
        var before = technician.get("/api/v1/detectors/" + serial).body();
        var failing = sheet(serial, "2026-03-01", 30, Map.of());
        assertThat(technician.get("/api/v1/detectors/" + serial).body().path("detector"))
                .isNotEqualTo(before.path("detector"));

        assertThat(takeBack(technician, failing, "typo").status()).isEqualTo(403);
        assertThat(takeBack(lead, failing, " ").text("field")).isEqualTo("why");
        var back = takeBack(lead, failing, "the sheet says 70");
        assertThat(back.status()).as(String.valueOf(back.body())).isEqualTo(200);

        var after = technician.get("/api/v1/detectors/" + serial).body();
        assertThat(after.path("detector")).isEqualTo(before.path("detector"));
        assertThat(after.path("sensors")).isEqualTo(before.path("sensors"));
        assertThat(after.path("holds").get(0).path("releaseRemark").asString())
                .isEqualTo("record voided: the sheet says 70");
        var record = technician
                .get("/api/v1/runs/" + failing.text("runId") + "/record")
                .body();
        assertThat(record.path("run").path("withdrawn").asBoolean()).isTrue();
        assertThat(record.path("sensors").get(2).path("outcomes").size())
                .as("the record keeps what it said")
                .isEqualTo(2);
        assertThat(record.path("corrections").get(0).path("why").asString()).isEqualTo("the sheet says 70");
        assertThat(server.jdbc()
                        .sql("select count(*) from counting_result where run_id = ?::uuid")
                        .param(failing.text("runId"))
                        .query(Long.class)
                        .single())
                .isZero();
        assertThat(takeBack(lead, failing, "again").text("code")).isEqualTo("withdrawal-twice");
        assertThat(lead.post("/api/v1/runs/" + failing.text("runId") + "/certificates", Map.of())
                        .text("code"))
                .isEqualTo("certificate-withdrawn");

        var right = sheet(serial, "2026-02-26", 70, Map.of());
        assertThat(right.status()).as("the way is free for the right one").isEqualTo(201);
    }

    @Test
    void aBumpThatFailedOnPaperNoLongerMakesTheDetectorDueWhenItIsTakenBack() {
        var lead = server.signedIn(Role.LEAD);
        var serial = island.quoin4();
        sheet(serial, "2026-02-25", 70, Map.of());
        var due = technician.get("/api/v1/detectors/" + serial).body().path("detector");
        var failing = sheet(serial, "2026-03-01", 0, Map.of("job", "BUMP"));
        assertThat(technician
                        .get("/api/v1/detectors/" + serial)
                        .body()
                        .path("detector")
                        .path("dueOn")
                        .asString())
                .isEqualTo("2026-03-01");
        assertThat(takeBack(lead, failing, "another detector's").status()).isEqualTo(200);
        assertThat(technician.get("/api/v1/detectors/" + serial).body().path("detector"))
                .isEqualTo(due);
    }

    @Test
    void whatMadeADetectorDueAtOnceDoesSoAgainWhenTheSheetThatSettledItIsTakenBack() {
        var serial = island.quoin4();
        sheet(serial, "2026-02-25", 70, Map.of());
        technician.post(
                "/api/v1/detectors/" + serial + "/triggers", Map.of("cause", "DROPPED", "remark", "off the quay"));
        var dropped = technician.get("/api/v1/detectors/" + serial).body().path("detector");
        assertThat(dropped.path("reason").asString()).contains("dropped or hit");
        var settling = sheet(serial, "2026-03-02", 70, Map.of());
        assertThat(technician
                        .get("/api/v1/detectors/" + serial)
                        .body()
                        .path("detector")
                        .path("reason")
                        .asString())
                .doesNotContain("dropped or hit");
        assertThat(takeBack(server.signedIn(Role.LEAD), settling, "the day before it fell")
                        .status())
                .isEqualTo(200);
        assertThat(technician.get("/api/v1/detectors/" + serial).body().path("detector"))
                .isEqualTo(dropped);
    }

    @Test
    void aReplacedSensorKeepsTheRecordThatWasMadeBeforeIt() {
        var serial = island.quoin4();
        var stored = sheet(serial, "2026-03-01", 70, Map.of());
        technician.post(
                "/api/v1/detectors/" + serial + "/sensor-replacements",
                Map.of("sensors", List.of(Map.of("slot", 3, "serial", "NEW-" + serial, "fittedOn", "2026-03-02"))));
        var refused = takeBack(server.signedIn(Role.LEAD), stored, "wrong day");
        assertThat(refused.text("code")).isEqualTo("withdrawal-sensor");
        assertThat(technician
                        .get("/api/v1/runs/" + stored.text("runId") + "/record")
                        .body()
                        .path("corrections"))
                .as("nothing is half taken back")
                .isEmpty();
    }

    @Test
    void onlyTheLastOneIsTakenBackAndWhatWasWorkedAtABenchStays() {
        var lead = server.signedIn(Role.LEAD);
        var serial = island.quoin4();
        var first = sheet(serial, "2026-02-25", 70, Map.of());
        var second = sheet(serial, "2026-03-01", 70, Map.of());
        var early = takeBack(lead, first, "wrong day");
        assertThat(early.text("code")).isEqualTo("withdrawal-worked");
        assertThat(early.text("detail")).contains("1 Mar 2026");
        assertThat(takeBack(lead, second, "wrong day").status()).isEqualTo(200);
        assertThat(takeBack(lead, first, "wrong day").status()).isEqualTo(200);

        var bench = island.calibrate(serial, island.houseMix(), Map.of());
        var refused =
                lead.post("/api/v1/runs/" + bench.path("id").asString() + "/withdrawal", Map.of("why", "wrong day"));
        assertThat(refused.text("code")).isEqualTo("withdrawal-bench");
    }

    @Test
    void whatASheetCannotBeIsRefused() {
        var serial = island.quoin4();
        assertThat(sheet(serial, "2026-03-03", 70, Map.of()).text("code")).isEqualTo("paper-future");
        assertThat(sheet(serial, "2026-03-01", 70, Map.of("sensors", List.of())).text("code"))
                .isEqualTo("paper-empty");
        var expired =
                island.cylinder(Map.of("useBefore", "2026-02-20")).path("id").asString();
        assertThat(sheet(serial, "2026-03-01", 70, Map.of("cylinderId", expired))
                        .text("code"))
                .isEqualTo("cylinder-expired");
        assertThat(sheet(serial, "2026-03-01", 70, Map.of()).status()).isEqualTo(201);
        var older = sheet(serial, "2026-02-27", 70, Map.of());
        assertThat(older.text("code")).isEqualTo("paper-too-old");
        assertThat(older.text("detail")).contains("1 Mar 2026");
    }

    private Api.Answer certificate(String serial, Map<String, Object> otherwise) {
        var body = new HashMap<String, Object>(Map.of(
                "laboratory",
                "Outer Sound Laboratory",
                "certificate",
                "OS-118",
                "on",
                "2026-02-27",
                "sensors",
                List.of(
                        Map.of("slot", 1, "applied", 50, "reading", 51),
                        Map.of("slot", 2, "applied", 18, "reading", 18.1),
                        Map.of("slot", 3, "zero", 0, "applied", 100, "reading", 97),
                        Map.of("slot", 4, "applied", 25, "reading", 25.4))));
        body.putAll(otherwise);
        return technician.post("/api/v1/detectors/" + serial + "/laboratory-runs", body);
    }

    @Test
    void aLaboratorysCertificateIsARecordAndSetsTheDueDay() {
        var serial = island.quoin4();
        var stored = certificate(serial, Map.of("statedDue", "2026-03-20"));
        assertThat(stored.status()).isEqualTo(201);
        var detector = technician.get("/api/v1/detectors/" + serial).body();
        assertThat(detector.path("detector").path("dueOn").asString()).isEqualTo("2026-03-20");
        assertThat(detector.path("detector").path("usable").asBoolean()).isFalse();
        assertThat(detector.path("detector").path("state").asString()).isEqualTo("BUMP_FIRST");
        assertThat(detector.toString()).contains("Stated on the laboratory's certificate");
        var record = technician
                .get("/api/v1/runs/" + stored.text("runId") + "/record")
                .body();
        assertThat(record.path("run").path("source").asString()).isEqualTo("LABORATORY");
        assertThat(record.path("events").get(1).path("what").asString())
                .startsWith("Calibrated by Outer Sound Laboratory, certificate OS-118: ")
                .endsWith("; next by 20 Mar 2026, as it states");
        var entry = technician
                .get("/api/v1/logbook?words=OS-118")
                .body()
                .path("entries")
                .get(0);
        assertThat(entry.path("source").asString()).isEqualTo("LABORATORY");

        var file =
                technician.get("/api/v1/runs/" + stored.text("runId") + "/file").body();
        assertThat(RunVerdicts.of(JsonText.read(file.toString(), RunFile.class)).differs())
                .isEmpty();
    }

    @Test
    void theNextCalibrationHereForgetsWhatTheLaboratoryStated() {
        var serial = island.quoin4();
        assertThat(certificate(serial, Map.of("statedDue", "2026-03-20")).status())
                .isEqualTo(201);
        assertThat(sheet(serial, "2026-03-01", 70, Map.of()).status()).isEqualTo(201);
        assertThat(technician
                        .get("/api/v1/detectors/" + serial)
                        .body()
                        .path("detector")
                        .path("dueOn")
                        .asString())
                .isEqualTo("2026-04-01");
    }

    @Test
    void aCertificateWithoutItsGasOrFromTheFutureIsRefusedByTheField() {
        var serial = island.quoin4();
        assertThat(certificate(serial, Map.of("sensors", List.of(Map.of("slot", 3, "applied", 0, "reading", 1))))
                        .text("field"))
                .isEqualTo("lines");
        assertThat(certificate(serial, Map.of("on", "2026-04-01")).text("field"))
                .isEqualTo("on");
        assertThat(certificate(serial, Map.of("statedDue", "2026-02-27")).text("field"))
                .isEqualTo("statedDue");
        assertThat(technician
                        .get("/api/v1/detectors/" + serial + "/runs")
                        .body()
                        .size())
                .isZero();
    }

    private JsonNode detector(String serial) {
        return technician.get("/api/v1/detectors/" + serial).body().path("detector");
    }

    @Test
    void aLaboratorysCalibrationOfTodayStandsForNoBumpHere() {
        var serial = island.quoin4();
        assertThat(certificate(serial, Map.of("on", "2026-03-02")).status()).isEqualTo(201);
        assertThat(detector(serial).path("state").asString()).isEqualTo("BUMP_FIRST");
        assertThat(detector(serial).path("usable").asBoolean()).isFalse();
    }

    @Test
    void aJobOfBeforeDoesNotSettleWhatHappenedSince() {
        var onPaper = island.quoin4();
        var atLaboratory = island.quoin4();
        for (var serial : List.of(onPaper, atLaboratory)) {
            assertThat(technician
                            .post("/api/v1/detectors/" + serial + "/triggers", Map.of("cause", "DROPPED", "remark", ""))
                            .status())
                    .isBetween(200, 201);
        }
        assertThat(sheet(onPaper, "2026-03-01", 70, Map.of()).status()).isEqualTo(201);
        assertThat(certificate(atLaboratory, Map.of("on", "2026-03-01")).status())
                .isEqualTo(201);
        for (var serial : List.of(onPaper, atLaboratory)) {
            assertThat(detector(serial).path("usable").asBoolean()).as(serial).isFalse();
            assertThat(detector(serial).path("dueOn").asString()).isEqualTo("2026-03-02");
            assertThat(detector(serial).path("reason").asString()).contains("dropped");
        }
    }
}
