package onward.sentry.server.notices;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.plan.ComingUp;
import onward.sentry.server.platform.SentrySettings;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.SitePolicies;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.standins.mailbox.Mailbox;
import org.junit.jupiter.api.Test;
import org.mockito.Mockito;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** What is coming up is told once, by a letter and in a calendar whose address is secret. */
class NoticesTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    @SuppressWarnings("unchecked")
    private Notices notices(int port) {
        var sender = new JavaMailSenderImpl();
        sender.setHost("127.0.0.1");
        sender.setPort(port);
        ObjectProvider<JavaMailSender> mail = Mockito.mock(ObjectProvider.class);
        Mockito.when(mail.getIfAvailable()).thenReturn(sender);
        var site = server.bean(Site.class);
        var settings = new SentrySettings(
                site.zone(),
                false,
                "lead@island.example",
                "sentry@island.example",
                "",
                "",
                "",
                "",
                "",
                0,
                "",
                "",
                "",
                "");
        return new Notices(
                server.jdbc(), server.bean(ComingUp.class), mail, settings, server.bean(SitePolicies.class), site);
    }

    @Test
    void aLetterTellsEachThingOnceAndOneThatCouldNotBeSentGoesOutLater() throws IOException {
        var tag = island.cylinder(Map.of("useBefore", "2026-03-20")).path("tag").asString();
        int closedPort;
        try (var closed = Mailbox.open(0)) {
            closedPort = closed.port();
        }
        notices(closedPort).raise();
        try (var mailbox = Mailbox.open(0)) {
            notices(mailbox.port()).raise();
            assertThat(mailbox.letters()).hasSize(1);
            assertThat(mailbox.letters().get(0))
                    .contains("To: lead@island.example", "- " + tag + " expires on 20 Mar 2026");
            notices(mailbox.port()).raise();
            assertThat(mailbox.letters()).as("nothing new").hasSize(1);
        }
    }

    @Test
    void theCalendarIsReadByWhoHasItsAddressUntilItIsRevoked() {
        var tag = island.cylinder(Map.of("useBefore", "2026-03-21")).path("tag").asString();
        var path = technician.post("/api/v1/calendar-feeds", Map.of()).text("path");
        var anybody = server.anybody();
        var calendar = new String(anybody.bytes(path), StandardCharsets.UTF_8).replace("\r\n ", "");
        assertThat(calendar)
                .startsWith("BEGIN:VCALENDAR")
                .contains("VERSION:2.0", "DTSTART;VALUE=DATE:20260321", "SUMMARY:" + tag + " expires on 21 Mar 2026");
        assertThat(anybody.get("/calendar/wrong.ics").status()).isEqualTo(404);

        var id = technician
                .get("/api/v1/calendar-feeds")
                .body()
                .get(0)
                .path("id")
                .asString();
        assertThat(server.signedIn(Role.LEAD)
                        .delete("/api/v1/calendar-feeds/" + id)
                        .status())
                .as("somebody else's")
                .isEqualTo(404);
        assertThat(technician.delete("/api/v1/calendar-feeds/" + id).status()).isEqualTo(204);
        assertThat(anybody.get(path).status()).isEqualTo(404);
    }
}
