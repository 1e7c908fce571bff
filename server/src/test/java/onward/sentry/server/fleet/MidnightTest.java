package onward.sentry.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import onward.sentry.server.testing.TestServer.TestClock;
import org.junit.jupiter.api.Test;

/** A day ends while people read: they are told what is true on the new day, and nobody is refused. */
class MidnightTest {

    private static final int READERS = 8;
    private static final int READS = 25;

    @Test
    void readersGoOnAcrossMidnightAndSeeTheNewDay() throws Exception {
        try (var server = TestServer.withPeople()) {
            var technician = server.signedIn(Role.TECHNICIAN);
            var viewer = server.signedIn(Role.VIEWER);
            var island = new Island(server, technician);
            var clock = (TestClock) server.bean(Clock.class);
            var serials = new ArrayList<String>();
            for (int i = 0; i < 4; i++) {
                serials.add(island.quoin4());
                island.calibrate(serials.get(i), island.houseMix(), Map.of());
            }
            assertThat(state(viewer, serials.get(0))).isEqualTo("READY");

            clock.set(Instant.parse("2026-03-03T00:00:01Z"));
            assertThat(state(viewer, serials.get(0)))
                    .as("worked out, whether it is written already or not")
                    .isEqualTo("BUMP_FIRST");
            var failures = new ConcurrentLinkedQueue<String>();
            var pool = Executors.newFixedThreadPool(READERS);
            var done = new ArrayList<Future<?>>();
            for (int reader = 0; reader < READERS; reader++) {
                int own = reader;
                done.add(pool.submit(() -> {
                    for (int i = 0; i < READS; i++) {
                        clock.set(clock.instant().plusSeconds(3_600));
                        for (var path : new String[] {
                            "/api/v1/today", "/api/v1/detectors", "/api/v1/detectors/" + serials.get(own % 4)
                        }) {
                            var answer = viewer.get(path);
                            if (answer.status() != 200) {
                                failures.add(path + ": " + answer);
                            }
                        }
                    }
                }));
            }
            for (var one : done) {
                one.get();
            }
            pool.shutdown();
            assertThat(failures).isEmpty();
            written(server);
        }
    }

    private static String state(Api viewer, String serial) {
        return viewer.get("/api/v1/detectors/" + serial)
                .body()
                .path("detector")
                .path("state")
                .asString();
    }

    /** The job writes it down without anybody asking. */
    private static void written(TestServer server) throws InterruptedException {
        for (int i = 0; i < 100; i++) {
            long stale = server.jdbc()
                    .sql("select count(*) from detector where state_word = 'READY'")
                    .query(Long.class)
                    .single();
            if (stale == 0) {
                return;
            }
            Thread.sleep(100);
        }
        throw new AssertionError("states of yesterday are still written");
    }
}
