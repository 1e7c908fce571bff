package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sql.DataSource;
import onward.sentry.server.people.Role;
import onward.sentry.server.platform.SiteMarks;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.tools.proof.Verify;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Two technicians, six lanes and three cylinders at once; afterwards everything on record holds. */
class StressTest {

    private static final Duration LONG = Duration.ofSeconds(45);
    private static final int LANES = 6;

    @TempDir
    private Path folder;

    @Test
    void twoTechniciansOnSixLanesLeaveARecordThatHolds() throws Exception {
        var key = Files.writeString(folder.resolve("mark.key"), "6d".repeat(32));
        try (var server = TestServer.withPeople("--sentry.mark-key-file=" + key)) {
            var people = List.of(server.signedIn(Role.TECHNICIAN), server.signedIn(Role.LEAD));
            var islands = people.stream().map(api -> new Island(server, api)).toList();
            for (int i = 0; i < 3; i++) {
                islands.get(0).houseMix();
            }
            var failures = new ConcurrentLinkedQueue<String>();
            var signed = new AtomicInteger();
            var until = Instant.now().plus(LONG);
            var pool = Executors.newFixedThreadPool(LANES);
            var lanes = new ArrayList<Future<?>>();
            for (int lane = 0; lane < LANES; lane++) {
                int own = lane % 2;
                var serial = islands.get(own).quoin4();
                lanes.add(pool.submit(() -> {
                    while (Instant.now().isBefore(until)) {
                        work(islands.get(own), people.get(own), serial, failures);
                        signed.incrementAndGet();
                    }
                }));
            }
            for (var lane : lanes) {
                lane.get();
            }
            pool.shutdown();
            assertThat(failures).isEmpty();
            assertThat(signed.get()).isGreaterThanOrEqualTo(LANES);
            assertThat(server.jdbc()
                            .sql(
                                    "select count(*) from cylinder c where drawn_litres > volume_litres * gauge_bar / full_bar")
                            .query(Long.class)
                            .single())
                    .as("no cylinder gave more than it held")
                    .isZero();
            server.bean(SiteMarks.class).everyHour();
            var told = new ByteArrayOutputStream();
            try (var connection = server.bean(DataSource.class).getConnection()) {
                assertThat(Verify.everything(
                                connection, folder, List.of(), new PrintStream(told, true, StandardCharsets.UTF_8)))
                        .as(told.toString(StandardCharsets.UTF_8))
                        .isZero();
            }
        }
    }

    /** One calibration from the checks to the signature, on whichever cylinder is free. */
    private static void work(Island island, Api api, String serial, ConcurrentLinkedQueue<String> failures) {
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        while (true) {
            gateway.untilAsked();
            var kind = island.view(runId).path("next").path("kind").asString();
            if (kind.equals("DONE")) {
                return;
            }
            var answer = kind.equals("CHOOSE_CYLINDER") ? choose(island, api, runId) : confirm(island, runId, kind);
            if (answer.status() >= 500) {
                failures.add(serial + " at " + kind + ": " + answer);
                return;
            }
        }
    }

    private static Api.Answer choose(Island island, Api api, String runId) {
        var answer = new Api.Answer(422, null);
        for (var candidate : api.get("/api/v1/runs/" + runId + "/cylinders").body()) {
            if (answer.status() != 200
                    && candidate.path("fitness").path("refusals").isEmpty()) {
                // Somebody else may have taken it in between; that is refused, and the next one is tried.
                answer = island.confirm(
                        runId,
                        Map.of(
                                "kind",
                                "CHOOSE_CYLINDER",
                                "cylinderId",
                                candidate.path("id").asString()));
            }
        }
        return answer;
    }

    private static Api.Answer confirm(Island island, String runId, String kind) {
        return switch (kind) {
            case "CONFIRM_SAVED" ->
                island.confirm(
                        runId, Map.of("kind", kind, "verdicts", Map.of(1, "PASS", 2, "PASS", 3, "PASS", 4, "PASS")));
            case "CLOSE_GAS" -> island.confirm(runId, Map.of("kind", "GAS_OFF"));
            default -> island.confirm(runId, Map.of("kind", kind));
        };
    }
}
