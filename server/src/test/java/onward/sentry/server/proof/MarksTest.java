package onward.sentry.server.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import onward.sentry.formats.SiteMark;
import onward.sentry.server.people.Role;
import onward.sentry.server.platform.SiteMarks;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.standins.mailbox.Mailbox;
import onward.sentry.standins.stamps.StampService;
import onward.sentry.tools.proof.Found;
import onward.sentry.tools.proof.Verify;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Marks are made every hour and at every certificate, and what was kept elsewhere shows what was changed here. */
class MarksTest {

    @TempDir
    private Path folder;

    private Path key;
    private Path elsewhere;

    @BeforeEach
    void places() throws Exception {
        key = Files.writeString(folder.resolve("mark.key"), "b1".repeat(32));
        elsewhere = Files.createDirectory(folder.resolve("elsewhere"));
    }

    @Test
    void aMarkIsMadeEveryHourAndAtEveryCertificateAndGoesElsewhere() throws Exception {
        try (var stamps = StampService.open(Clock.systemUTC());
                var mailbox = Mailbox.open(0);
                var server = TestServer.withPeople(
                        "--sentry.mark-key-file=" + key,
                        "--sentry.marks-folder=" + elsewhere,
                        "--sentry.marks-mail-to=keeper@island.example",
                        "--spring.mail.host=127.0.0.1",
                        "--spring.mail.port=" + mailbox.port(),
                        "--sentry.timestamp-url=" + stamps.url())) {
            var clock = (TestServer.TestClock) server.bean(Clock.class);
            var marks = server.bean(SiteMarks.class);
            var technician = server.signedIn(Role.TECHNICIAN);
            var lead = server.signedIn(Role.LEAD);
            var island = new Island(server, technician);
            marks.everyHour();
            marks.everyHour();
            assertThat(lines(folder)).hasSize(1);

            var run = island.calibrate(island.quoin4(), island.houseMix(), Map.of())
                    .path("id")
                    .asString();
            clock.set(clock.instant().plus(Duration.ofMinutes(59)));
            marks.everyHour();
            assertThat(lines(folder)).as("not yet an hour").hasSize(1);
            clock.set(clock.instant().plus(Duration.ofMinutes(2)));
            marks.everyHour();
            assertThat(lines(folder)).hasSize(2);

            assertThat(lead.post("/api/v1/runs/" + run + "/certificates", Map.of())
                            .status())
                    .isEqualTo(200);
            marks.everyHour();
            assertThat(lines(folder)).as("at the certificate").hasSize(3);
            assertThat(lines(elsewhere)).isEqualTo(lines(folder));

            server.bean(MarkPost.class).send();
            server.bean(MarkPost.class).send();
            assertThat(stamps.stamps()).isEqualTo(1);
            assertThat(mailbox.letters())
                    .singleElement()
                    .asString()
                    .contains(lines(folder).get(2));
            assertThat(verified(server)).isEmpty();

            var view = lead.get("/api/v1/proof").body();
            assertThat(view.path("lastMark").path("number").asInt()).isEqualTo(3);
            assertThat(view.path("stamped").path("number").asInt()).isEqualTo(3);
            assertThat(view.path("ways").toString()).isEqualTo("[\"FOLDER\",\"MAIL\",\"TIMESTAMP\"]");
            assertThat(view.path("lastLook").isNull()).isTrue();
            assertThat(technician.get("/api/v1/proof").status()).isEqualTo(403);

            forged(server);
        }
    }

    /** Who runs this machine has the key too: he rewrites the marks. What was kept elsewhere is not in them. */
    private void forged(TestServer server) throws Exception {
        var jdbc = JdbcClient.create(server.keeper());
        var before = SiteMark.ofLine(lines(folder).get(1));
        var end = new SiteMark.End(before.seq() - 1, hash(server, "ledger", before.seq() - 1));
        var rows = new SiteMark.End(before.rowSeq(), before.rowHash());
        var forged = SiteMark.sign(
                2,
                SiteMarks.moment(before),
                end,
                rows,
                before.before(),
                HexFormat.of().parseHex("b1".repeat(32)));
        jdbc.sql("alter table site_mark disable trigger user").update();
        jdbc.sql("alter table mark_stamp disable trigger all").update();
        jdbc.sql("delete from mark_stamp").update();
        jdbc.sql("delete from site_mark where number > 1").update();
        jdbc.sql("insert into site_mark (number, at, seq, hash, row_seq, row_hash, before, signature)"
                        + " values (2, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        forged.at(),
                        forged.seq(),
                        forged.hash(),
                        forged.rowSeq(),
                        forged.rowHash(),
                        forged.before(),
                        forged.signature())
                .update();
        jdbc.sql("alter table site_mark enable trigger user").update();
        Files.delete(folder.resolve("marks.log"));
        assertThat(verified(server)).isEmpty();
        assertThat(verified(server, elsewhere.resolve("marks.log")))
                .singleElement()
                .asString()
                .contains("kept outside the database, is not in it any more");
        assertThat(verified(server, Files.writeString(folder.resolve("letter.txt"), "Keep this letter.")))
                .singleElement()
                .asString()
                .contains("letter.txt is no mark: Keep this letter.");
    }

    private static String hash(TestServer server, String chain, long seq) {
        return server.jdbc()
                .sql("select hash from " + chain + " where seq = ?")
                .param(seq)
                .query(String.class)
                .single();
    }

    @Test
    void aStampOfAnotherMarkOrByAnotherServiceIsNoStamp() throws Exception {
        try (var stamps = StampService.open(Clock.systemUTC());
                var server = TestServer.withPeople(
                        "--sentry.mark-key-file=" + key, "--sentry.timestamp-url=" + stamps.url())) {
            var clock = (TestServer.TestClock) server.bean(Clock.class);
            var marks = server.bean(SiteMarks.class);
            for (int hour = 0; hour < 2; hour++) {
                new Island(server, server.signedIn(Role.TECHNICIAN)).quoin4();
                marks.everyHour();
                server.bean(MarkPost.class).send();
                clock.set(clock.instant().plus(Duration.ofHours(2)));
            }
            assertThat(stamps.stamps()).isEqualTo(2);
            assertThat(verified(server)).isEmpty();
            Files.writeString(folder.resolve("stamp-certificate.pem"), stamps.certificate());
            assertThat(verified(server)).isEmpty();
            try (var other = StampService.open(Clock.systemUTC())) {
                Files.writeString(folder.resolve("stamp-certificate.pem"), other.certificate());
                assertThat(verified(server)).singleElement().asString().contains("the time stamp of the mark 1");
            }
            Files.delete(folder.resolve("stamp-certificate.pem"));
            JdbcClient.create(server.keeper())
                    .sql("update mark_stamp set answer = (select answer from mark_stamp where number = 2)"
                            + " where number = 1")
                    .update();
            assertThat(verified(server)).singleElement().asString().contains("it is of something else");
        }
    }

    /** The look of the night: what it found stands on the page and in the figures for watchers. */
    @Test
    void whatTheNightFoundIsSaid() throws Exception {
        try (var server = TestServer.withPeople("--sentry.mark-key-file=" + key)) {
            var lead = server.signedIn(Role.LEAD);
            var technician = server.signedIn(Role.TECHNICIAN);
            var tag = new Island(server, technician)
                    .cylinder(Map.of())
                    .path("tag")
                    .asString();
            server.bean(SiteMarks.class).everyHour();
            server.bean(Proof.class).everyNight();
            assertThat(lead.get("/api/v1/proof")
                            .body()
                            .path("lastLook")
                            .path("holds")
                            .asBoolean())
                    .isTrue();
            assertThat(figures(server)).contains("sentry_proof_holds 1.0");

            server.jdbc()
                    .sql("update cylinder set use_before = use_before + 731")
                    .update();
            server.bean(Proof.class).everyNight();
            var look = lead.get("/api/v1/proof").body().path("lastLook");
            assertThat(look.path("holds").asBoolean()).isFalse();
            assertThat(look.path("walks").toString()).contains(tag, "use_before");
            assertThat(figures(server)).contains("sentry_proof_holds 0.0");

            server.jdbc()
                    .sql("update cylinder set use_before = use_before - 731")
                    .update();
            assertThat(lead.post("/api/v1/proof", Map.of()).body().path("holds").asBoolean())
                    .isTrue();
        }
    }

    private static String figures(TestServer server) {
        return new String(server.signedIn(Role.ADMINISTRATOR).bytes("/actuator/prometheus"));
    }

    private static List<String> lines(Path folder) throws Exception {
        return Files.readAllLines(folder.resolve("marks.log"));
    }

    private List<String> verified(TestServer server, Path... marks) throws Exception {
        try (var connection = server.bean(DataSource.class).getConnection()) {
            return Verify.walked(connection, folder, List.of(marks)).stream()
                    .map(Found::broken)
                    .flatMap(List::stream)
                    .toList();
        }
    }
}
