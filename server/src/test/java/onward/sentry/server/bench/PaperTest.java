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
        assertThat(record.path("run").path("paper").asBoolean()).isTrue();
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
        assertThat(held.path("detector").path("state").asString()).isEqualTo("on hold");
        assertThat(held.path("holds").get(0).path("reason").asString())
                .isEqualTo("Carbon monoxide failed calibration on 1 Mar 2026.");
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
}
