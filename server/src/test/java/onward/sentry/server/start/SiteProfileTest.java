package onward.sentry.server.start;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Map;
import javax.imageio.ImageIO;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** A server of its own, because the zone of the site decides what day it is. */
class SiteProfileTest {

    private static TestServer server;

    @BeforeAll
    static void start() {
        server = TestServer.withPeople();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static byte[] png(int pixels) throws IOException {
        var out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(pixels, pixels, BufferedImage.TYPE_INT_RGB), "png", out);
        return out.toByteArray();
    }

    @Test
    void nameAddressLogoAndZoneOfTheSiteAreSetAndTheCertificateCarriesThem() throws IOException {
        var administrator = server.signedIn(Role.ADMINISTRATOR);
        var technician = server.signedIn(Role.TECHNICIAN);
        var island = new Island(server, technician);
        var path = "/api/v1/site-profile";
        var mine = Map.of("name", "Skerravoe Co-operative", "address", "Slip 2\nSkerravoe", "zone", "Pacific/Auckland");
        assertThat(technician.put(path, mine).status()).isEqualTo(403);
        assertThat(administrator
                        .put(path, Map.of("name", "x", "address", "", "zone", "Pacific/Skerravoe"))
                        .text("field"))
                .isEqualTo("zone");
        assertThat(technician.get(path).body().path("named").asBoolean()).isFalse();

        assertThat(administrator.put(path, mine).status()).isEqualTo(200);
        var session = server.anybody().get("/api/v1/session");
        assertThat(session.text("siteName")).isEqualTo("Skerravoe Co-operative");
        assertThat(session.text("zone")).isEqualTo("Pacific/Auckland");

        assertThat(administrator
                        .putFile(path + "/logo", "no picture".getBytes())
                        .text("code"))
                .isEqualTo("site-logo");
        assertThat(administrator.putFile(path + "/logo", png(2_001)).text("code"))
                .isEqualTo("site-logo");
        assertThat(administrator.putFile(path + "/logo", png(60)).status()).isEqualTo(204);
        assertThat(technician.bytes(path + "/logo")).isEqualTo(png(60));

        var serial = island.quoin4();
        var run =
                island.calibrate(serial, island.houseMix(), Map.of()).path("id").asString();
        var given = server.signedIn(Role.LEAD).post("/api/v1/runs/" + run + "/certificates", Map.of());
        assertThat(given.text("code")).isNotBlank();
        var pdf = server.anybody().bytes("/api/v1/certificates/" + given.text("code") + "/pdf");
        try (var document = Loader.loadPDF(pdf)) {
            var text = new PDFTextStripper().getText(document);
            assertThat(text).contains("Skerravoe Co-operative", "Slip 2, Skerravoe", "16 vol% O2 ±2 %");
        }
    }
}
