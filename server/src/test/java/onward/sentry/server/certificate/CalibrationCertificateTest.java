package onward.sentry.server.certificate;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.stream.StreamSupport;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

class CalibrationCertificateTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);

    @Test
    void aLeadGivesItOutAndAnybodyWhoHasItsCodeSeesThatItStands() {
        var serial = island.quoin4();
        var run = calibrated(serial, Map.of(3, 0.62));
        assertThat(technician.post(path(run), Map.of()).status()).isEqualTo(403);
        var given = lead.post(path(run), Map.of()).body();
        assertThat(given.path("number").asString()).matches("C-2026-\\d{4}");

        var code = given.path("code").asString();
        var seen = server.anybody()
                .get("/api/v1/certificates/" + code.toLowerCase().replace("-", "%20"));
        assertThat(seen.status()).isEqualTo(200);
        assertThat(seen.body().path("standing").path("holds").asBoolean()).isTrue();
        var certificate = seen.body().path("certificate");
        assertThat(certificate.path("detector").path("serial").asString()).isEqualTo(serial);
        assertThat(certificate.path("verdict").asString()).isEqualTo("marginal");
        assertThat(certificate.path("technician").asString()).isEqualTo("technician person");
        assertThat(certificate.path("givenBy").asString()).isEqualTo("lead person");
        assertThat(certificate.path("gases").get(0).path("useBefore").asString())
                .isEqualTo("2027-03-02");
        assertThat(certificate.path("gases").get(0).path("mixture").asString()).contains("80 ppm CO", "in nitrogen");
        assertThat(certificate.path("sensors").size()).isEqualTo(4);
        var monoxide = sensor(certificate, "CO");
        assertThat(monoxide.path("verdict").asString()).isEqualTo("marginal");
        assertThat(monoxide.path("checks").get(0).path("stage").asString()).isEqualTo("as found");
        assertThat(StreamSupport.stream(monoxide.path("checks").spliterator(), false)
                        .map(check -> check.path("working").asString()))
                .anyMatch(working -> working.contains("tolerance ±10 %"));

        var entry = technician
                .get("/api/v1/logbook?kind=certificate-given&detector=" + serial)
                .body()
                .path("entries")
                .get(0);
        assertThat(entry.path("facts").path("code").asString()).isEqualTo(code);
        assertThat(entry.path("verdict").isNull())
                .as("the mark stands with the run alone")
                .isTrue();

        assertThat(server.anybody().get("/api/v1/certificates/0000-0000-0000").status())
                .isEqualTo(404);
        assertThat(server.anybody().get("/api/v1/certificates/nonsense").status())
                .isEqualTo(404);
    }

    @Test
    void thePaperSaysWhatTheScreenSaysWithItsTypefaceInItAndACodeThatScans() throws Exception {
        var serial = island.quoin4();
        var code = code(calibrated(serial, Map.of()));
        var bytes = server.anybody().bytes("/api/v1/certificates/" + code + "/pdf");
        assertThat(server.anybody().bytes("/api/v1/certificates/" + code + "/pdf"))
                .as("the same certificate is the same file")
                .isEqualTo(bytes);
        try (var document = Loader.loadPDF(bytes)) {
            var text = new PDFTextStripper().getText(document);
            assertThat(text).contains("Calibration certificate", serial, code, "technician person", "lead person");
            assertThat(text)
                    .contains("as found", "expected 15.0 ppm read", "next due", "Last hash of the record", "page 1 of");
            for (var page : document.getPages()) {
                for (var name : page.getResources().getFontNames()) {
                    assertThat(page.getResources().getFont(name).isEmbedded()).isTrue();
                }
            }
            assertThat(scanned(document)).isEqualTo(TestServer.BASE_ADDRESS + "/verify/" + code);
        }
    }

    @Test
    void oneThatStandsIsNotGivenOutTwiceButAnewAfterACorrection() {
        var serial = island.quoin4();
        var run = calibrated(serial, Map.of());
        var first = code(run);
        assertThat(code(run)).isEqualTo(first);
        var entry = technician
                .get("/api/v1/logbook?kind=run-signed&detector=" + serial)
                .body()
                .path("entries")
                .get(0)
                .path("seq")
                .asLong();
        technician.post(
                "/api/v1/logbook/" + entry + "/corrections",
                Map.of("right", "room of the quay", "why", "mistyped", "checkAgain", false));
        var before = technician.get("/api/v1/certificates/" + first).body();
        assertThat(before.path("standing").path("holds").asBoolean()).isTrue();
        assertThat(before.path("standing").path("correctedSince").get(0).asString())
                .isEqualTo("room of the quay");
        var second = code(run);
        assertThat(second).isNotEqualTo(first);
        var after = technician.get("/api/v1/certificates/" + second).body();
        assertThat(after.path("certificate").path("corrections").get(0).asString())
                .isEqualTo("room of the quay");
        assertThat(after.path("standing").path("correctedSince")).isEmpty();
    }

    @Test
    void twoWhoGiveItOutAtOnceGiveOneOut() throws Exception {
        var run = calibrated(island.quoin4(), Map.of());
        var other = server.signedIn(Role.ADMINISTRATOR);
        var both = Executors.newFixedThreadPool(2);
        var one = both.submit(() -> lead.post(path(run), Map.of()).body());
        var two = both.submit(() -> other.post(path(run), Map.of()).body());
        assertThat(one.get(30, TimeUnit.SECONDS)).isEqualTo(two.get(30, TimeUnit.SECONDS));
        both.shutdown();
        assertThat(technician.get(path(run)).body()).hasSize(1);
    }

    @Test
    void oneWhoseTextOrRecordWasChangedDoesNotStand() {
        var run = calibrated(island.quoin4(), Map.of());
        var code = code(run);
        behindItsBack(
                "calibration_certificate",
                "update calibration_certificate set body = replace(body, 'pass', 'PASS')" + " where code = '" + code
                        + "'");
        assertThat(standing(code).path("holds").asBoolean()).isFalse();
        assertThat(standing(code).path("words").asString()).contains("changed in the store");

        var other = calibrated(island.quoin4(), Map.of());
        var otherCode = code(other);
        behindItsBack(
                "run_event",
                "update run_event set body = replace(body, 'technician person', 'somebody else') where run_id = '"
                        + other + "'");
        assertThat(standing(otherCode).path("holds").asBoolean()).isFalse();
        assertThat(standing(otherCode).path("words").asString()).contains("record of the run");
    }

    @Test
    void onlyASignedCalibrationGetsOne() {
        var open =
                island.start(island.quoin4(), "CALIBRATION", "TYPED").path("id").asString();
        assertThat(lead.post(path(open), Map.of()).text("code")).isEqualTo("certificate-unsigned");
    }

    @Test
    void theRegisterListsWhatIsWantingAndPrintsWhatIsGivenOutAsOneFile() throws Exception {
        var serial = island.quoin4();
        var run = calibrated(serial, Map.of());
        var days = "?from=" + Island.TODAY + "&until=" + Island.TODAY.plusDays(1);
        assertThat(serials(technician.get("/api/v1/certificates-wanting" + days).body()))
                .contains(serial);
        assertThat(serials(technician.get("/api/v1/certificates" + days).body()))
                .doesNotContain(serial);
        var code = code(run);
        assertThat(serials(technician.get("/api/v1/certificates-wanting" + days).body()))
                .doesNotContain(serial);
        var listed = technician.get("/api/v1/certificates" + days).body();
        assertThat(serials(listed)).contains(serial);
        try (var document = Loader.loadPDF(technician.bytes("/api/v1/certificates-printed" + days))) {
            assertThat(new PDFTextStripper().getText(document)).contains(code);
            assertThat(document.getNumberOfPages()).isGreaterThanOrEqualTo(listed.size());
        }
        assertThat(technician
                        .get("/api/v1/certificates?from=2026-03-02&until=2026-03-01")
                        .text("field"))
                .isEqualTo("until");
        assertThat(technician
                        .get("/api/v1/certificates-printed?from=2020-03-02&until=2020-03-02")
                        .text("code"))
                .isEqualTo("certificates-printed");
    }

    private String calibrated(String serial, Map<Integer, Double> responses) {
        return island.calibrate(serial, island.houseMix(), responses).path("id").asString();
    }

    private static String path(String run) {
        return "/api/v1/runs/" + run + "/certificates";
    }

    private String code(String run) {
        return lead.post(path(run), Map.of()).body().path("code").asString();
    }

    private JsonNode standing(String code) {
        return technician.get("/api/v1/certificates/" + code).body().path("standing");
    }

    private void behindItsBack(String table, String change) {
        var keeper = JdbcClient.create(server.keeper());
        keeper.sql("alter table " + table + " disable trigger user").update();
        keeper.sql(change).update();
        keeper.sql("alter table " + table + " enable trigger user").update();
    }

    private static JsonNode sensor(JsonNode certificate, String formula) {
        return StreamSupport.stream(certificate.path("sensors").spliterator(), false)
                .filter(sensor -> sensor.path("formula").asString().equals(formula))
                .findFirst()
                .orElseThrow();
    }

    private static List<String> serials(JsonNode rows) {
        return StreamSupport.stream(rows.spliterator(), false)
                .map(row -> row.path("detector").asString())
                .toList();
    }

    private static String scanned(PDDocument document) throws Exception {
        var image = new PDFRenderer(document).renderImageWithDPI(0, 150);
        var pixels = image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
        var source = new RGBLuminanceSource(image.getWidth(), image.getHeight(), pixels);
        return new QRCodeReader()
                .decode(new BinaryBitmap(new HybridBinarizer(source)))
                .getText();
    }
}
