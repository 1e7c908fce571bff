package onward.sentry.server.gas;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;

/** The certificate of a cylinder, kept as it came. */
class CertificateTest {

    private static final byte[] PDF = "%PDF-1.7 what the maker printed".getBytes(StandardCharsets.US_ASCII);

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    @Test
    void sixtyFilesAMinuteAreTakenFromOnePersonAndNoMore() {
        var name = "files" + System.nanoTime();
        server.bean(People.class).add(name, name, Role.TECHNICIAN, TestServer.PASSWORD, "the test");
        var busy = server.anybody();
        busy.signIn(name, TestServer.PASSWORD);
        var path = "/api/v1/cylinders/" + island.cylinder(Map.of()).path("tag").asString()
                + "/certificates?fileName=scan.pdf";
        for (int i = 0; i < 60; i++) {
            assertThat(busy.upload(path, PDF).status()).isEqualTo(200);
        }
        var last = busy.upload(path, PDF);
        assertThat(last.status()).isEqualTo(429);
        assertThat(last.text("code")).isEqualTo("upload-pace");
        assertThat(technician.upload(path, PDF).status()).as("somebody else").isEqualTo(200);
    }

    @Test
    void whatIsAttachedComesBackAsItWasAndIsKnownByItsContent() {
        var path = "/api/v1/cylinders/" + island.cylinder(Map.of()).path("tag").asString() + "/certificates";
        var attached = technician.upload(path + "?fileName=paper.exe", PDF);
        assertThat(attached.status()).as(attached.toString()).isEqualTo(200);
        assertThat(attached.text("mediaType")).isEqualTo("application/pdf");
        assertThat(technician.bytes(path + "/" + attached.text("id"))).isEqualTo(PDF);
        assertThat(technician.get(path).body().get(0).path("fileName").asString())
                .isEqualTo("paper.exe");

        var page = technician.upload(path + "?fileName=certificate.pdf", "<html>".getBytes(StandardCharsets.US_ASCII));
        assertThat(page.status()).isEqualTo(422);
        assertThat(page.text("code")).isEqualTo("upload-type");
        var large = new byte[5 * 1024 * 1024 + 1];
        System.arraycopy(PDF, 0, large, 0, PDF.length);
        assertThat(technician.upload(path + "?fileName=large.pdf", large).text("code"))
                .isEqualTo("upload-size");
        assertThat(technician.get(path).body().size()).isEqualTo(1);
        assertThat(server.signedIn(Role.VIEWER)
                        .upload(path + "?fileName=a.pdf", PDF)
                        .status())
                .isEqualTo(403);
    }

    @Test
    void aCertificateOfAnotherCylinderIsNotFound() {
        var mine = "/api/v1/cylinders/" + island.cylinder(Map.of()).path("tag").asString() + "/certificates";
        var other = "/api/v1/cylinders/" + island.cylinder(Map.of()).path("tag").asString() + "/certificates";
        var id = technician.upload(mine + "?fileName=a.pdf", PDF).text("id");
        assertThat(technician.get(other + "/" + id).status()).isEqualTo(404);
    }
}
