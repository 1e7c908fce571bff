package onward.sentry.server.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import onward.sentry.server.people.Role;
import onward.sentry.server.platform.SiteMarks;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import onward.sentry.tools.proof.Verify;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Somebody sets the server's clock back in the middle of the work. */
class ClockSetBackTest {

    @TempDir
    private Path folder;

    @Test
    void aRunGoesOnAsIfNothingWereAndTheChainsHold() throws Exception {
        var key = Files.writeString(folder.resolve("mark.key"), "a7".repeat(32));
        try (var server = TestServer.withPeople("--sentry.mark-key-file=" + key)) {
            var clock = (TestClock) server.bean(Clock.class);
            var technician = server.signedIn(Role.TECHNICIAN);
            var island = new Island(server, technician);
            island.calibrate(island.quoin4(), island.houseMix(), Map.of());
            server.bean(SiteMarks.class).everyHour();

            var serial = island.quoin4();
            var run = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
            var gateway = island.gateway(serial, run, Map.of());
            var cylinder = island.houseMix();
            island.work(run, gateway, cylinder, "CHOOSE_CYLINDER", 1);
            long before = island.view(run).path("runTime").asLong();
            clock.set(clock.instant().minus(Duration.ofHours(26)));
            island.work(run, gateway, cylinder, "SIGN", 1);
            assertThat(island.view(run).path("runTime").asLong()).isGreaterThan(before);
            var signed = island.confirm(run, Map.of("kind", "SIGN")).body();
            assertThat(signed.path("verdict").asString()).isEqualTo("PASS");
            server.bean(SiteMarks.class).everyHour();

            var record = technician.get("/api/v1/runs/" + run + "/record").body();
            long last = 0;
            for (var event : record.path("events")) {
                assertThat(event.path("at").asLong()).isGreaterThanOrEqualTo(last);
                last = event.path("at").asLong();
            }
            assertThat(technician
                            .get("/api/v1/detectors/" + serial)
                            .body()
                            .path("detector")
                            .path("dueOn")
                            .asString())
                    .isEqualTo("2026-04-01");

            clock.set(TestClock.START);
            island.calibrate(island.quoin4(), cylinder, Map.of());
            var told = new ByteArrayOutputStream();
            try (var connection = server.bean(DataSource.class).getConnection()) {
                assertThat(Verify.everything(
                                connection, folder, List.of(), new PrintStream(told, true, StandardCharsets.UTF_8)))
                        .as(told.toString(StandardCharsets.UTF_8))
                        .isZero();
            }
        }
    }
}
