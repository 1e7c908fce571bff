package onward.sentry.server.logbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.StreamSupport;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Derivation;
import onward.sentry.formats.JsonText;
import onward.sentry.formats.RunFile;
import onward.sentry.formats.RunVerdicts;
import onward.sentry.server.people.Role;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RecordTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    @Test
    void theStoryIsToldInOrderInWordsAndTheListHoldsEveryRunAsAStrip() {
        var serial = island.quoin4();
        var run = island.calibrate(serial, island.houseMix(), Map.of(3, 0.62));
        var record = technician
                .get("/api/v1/runs/" + run.path("id").asString() + "/record")
                .body();
        var told = StreamSupport.stream(record.path("events").spliterator(), false)
                .map(e -> e.path("what").asString())
                .toList();
        assertThat(told.get(0)).isEqualTo("technician person began the calibration; readings over the link");
        assertThat(told).contains("Warm-up over", "Zero started in clean air", "Gas on, seen in the readings");
        assertThat(told).anyMatch(t -> t.equals("Carbon monoxide span marginal, settled"));
        assertThat(told.get(told.size() - 1)).isEqualTo("technician person signed: marginal");
        assertThat(record.path("policy").asString()).isEqualTo(SitePolicy.SHIPPED.name());
        assertThat(record.path("gases")
                        .get(0)
                        .path("cylinder")
                        .path("useBefore")
                        .asString())
                .isEqualTo("2027-03-02");

        var listed = technician.get("/api/v1/detectors/" + serial + "/runs").body();
        assertThat(listed.size()).isEqualTo(1);
        assertThat(listed.get(0).path("strip").path("marks").size()).isEqualTo(16);
        assertThat(listed.get(0).path("verdict").asString()).isEqualTo("MARGINAL");
        assertThat(listed.get(0).path("simulated").asBoolean()).isFalse();
    }

    @ParameterizedTest
    @CsvSource({"0.9, PASS", "0.62, MARGINAL", "0.4, FAIL"})
    void aFinishedRunIsDownloadedAndJudgedAgainToTheVerdictsOnRecord(double response, Verdict verdict) {
        var run = island.calibrate(island.quoin4(), island.houseMix(), Map.of(3, response));
        var file = technician.get("/api/v1/runs/" + run.path("id").asString() + "/file");
        assertThat(file.status()).isEqualTo(200);
        var again = RunVerdicts.of(JsonText.read(file.body().toString(), RunFile.class));
        assertThat(again.differs()).isEmpty();
        assertThat(again.notRepeated()).isEmpty();
        assertThat(again.verdict()).isEqualTo(verdict);
        assertThat(again.sensors()).hasSize(4);
    }

    @Test
    void aRunThatIsStillOpenCannotBeDownloaded() {
        var open =
                island.start(island.quoin4(), "CALIBRATION", "TYPED").path("id").asString();
        assertThat(technician.get("/api/v1/runs/" + open + "/file").text("code"))
                .isEqualTo("run-unfinished");
    }

    @Test
    void aMarginalSensorIsUsableAndRenewed() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of(3, 0.62));
        var detector = technician.get("/api/v1/detectors/" + serial).body();
        assertThat(detector.path("detector").path("usable").asBoolean()).isTrue();
        assertThat(detector.path("sensors").get(2).path("lastVerdict").asString())
                .isEqualTo("MARGINAL");
        assertThat(detector.path("sensors").get(2).path("dueOn").asString()).isEqualTo("2026-04-02");
    }

    @Test
    void everyKindOfEventHasWords() {
        var card = server.bean(ProcedureLibrary.class).latestCard("Quoin 4");
        var none = java.util.OptionalDouble.empty();
        var outcome = new SensorOutcome(
                3,
                Stage.SPAN,
                new Judgement(Verdict.FAIL, Derivation.of("No response", "").gives("fail")),
                none,
                80,
                none,
                none,
                "no response");
        record Told(RunEvent event, String words) {}
        for (var told : List.of(
                new Told(new RunEvent.ChecksConfirmed(0, 0, List.of("Battery", "Clock")), "Checked: Battery; Clock"),
                new Told(new RunEvent.GasOpened(0, 3, false), "Gas on, confirmed"),
                new Told(new RunEvent.GasClosed(0, 5, false, Map.of()), "Gas off, confirmed"),
                new Told(new RunEvent.ReadingTyped(0, 3, 61.3), "Carbon monoxide: 61 ppm typed"),
                new Told(new RunEvent.ReadingNotAccepted(0, 3, outcome), "Carbon monoxide span fail, no response"),
                new Told(new RunEvent.AlarmsConfirmed(0, 1, true, false, true), "Not every alarm was noticed"),
                new Told(
                        new RunEvent.SavedOnInstrument(0, 4, Map.of()),
                        "Saved on the instrument, its own verdict noted"),
                new Told(
                        new RunEvent.MeasurementRefused(0, 0, Quantity.STORED_BATTERY, 2.2),
                        "Battery as it was stored: 2.2 V, not allowed by the card"),
                new Told(
                        new RunEvent.ExposureExceeded(0, 3, "HM-01", 300),
                        "On gas from HM-01 for longer than the card allows, 300 s"),
                new Told(
                        new RunEvent.CylinderSpent(0, 3, "HM-01", 3.6),
                        "HM-01 is at its reserve, 3.6 L left: no further reading was taken from it"),
                new Told(
                        new RunEvent.ReadingsMissed(100_000, 3, 0, true),
                        "No readings over the link for 100 s: the application is repeated"),
                new Told(new RunEvent.SourceSwitched(0, ReadingSource.TYPED, "Una"), "Una switched to typed readings"),
                new Told(new RunEvent.ConfirmationWithdrawn(0, 2, "Una"), "Una took the last confirmation back"),
                new Told(new RunEvent.RunTakenOver(0, "Brand", "Una", false), "Brand took over from Una"),
                new Told(new RunEvent.RunStopped(0, "Una", "called away"), "Una stopped the run: called away"),
                new Told(
                        new RunEvent.RunSigned(0, "Una", Island.TODAY, Verdict.PASS, List.of(), Optional.empty()),
                        "Una signed: pass"))) {
            assertThat(EventWords.of(told.event(), card, card.calibration(), SiteUnits.SHIPPED))
                    .isEqualTo(told.words());
        }
    }

    @Test
    void aRecordThatIsNotThereIsNotFound() {
        var missing = technician.get("/api/v1/runs/00000000-0000-0000-0000-000000000000/record");
        assertThat(missing.status()).isEqualTo(404);
    }
}
