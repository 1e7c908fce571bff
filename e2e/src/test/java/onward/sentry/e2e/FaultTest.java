package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

/** What happens to confirmed work when a process dies. */
class FaultTest {

    private static final int WRITERS = 4;

    @Test
    void everyWriteThatWasConfirmedIsThereOnceAfterTheServerWasKilledAmongThem() throws Exception {
        try (var world = World.empty()) {
            var client = Client.first(world);
            var confirmed = ConcurrentHashMap.<Integer>newKeySet();
            var next = new AtomicInteger();
            var go = new AtomicBoolean(true);
            var writers = Executors.newFixedThreadPool(WRITERS);
            for (int i = 0; i < WRITERS; i++) {
                writers.submit(() -> {
                    while (go.get()) {
                        int n = next.incrementAndGet();
                        try {
                            if (register(client, n) / 100 == 2) {
                                confirmed.add(n);
                            }
                        } catch (IOException e) {
                            // Not confirmed: the line broke.
                        }
                    }
                    return null;
                });
            }
            for (int i = 0; confirmed.size() <= 20 && i < 600; i++) {
                Thread.sleep(100);
            }
            world.kill();
            go.set(false);
            writers.shutdown();
            assertThat(writers.awaitTermination(60, TimeUnit.SECONDS)).isTrue();
            world.startAgain();

            assertThat(confirmed).hasSizeGreaterThan(20);
            assertThat(onRecord(client, next.get())).containsAll(confirmed);
            for (int n = 1; n <= next.get(); n++) {
                assertThat(register(client, n) / 100)
                        .as("the same write again, under its key")
                        .isEqualTo(2);
            }
            assertThat(client.get("/api/v1/detectors?limit=1")).contains("\"matching\":" + next.get());
        }
    }

    @Test
    void theProgramGoesOnByItselfWhenTheDatabaseThatDiedIsBack() throws Exception {
        try (var site = new OwnSite(18_081, 55_321)) {
            var health = "curl -s -m 60 -o /dev/null -w '%{http_code} ' http://127.0.0.1:18081/actuator/health";
            var pg = "'" + site.home() + "/start/pg'";
            var said = site.besideTheProgram(health + "; kill -9 $(head -1 " + pg + "/data/postmaster.pid); "
                    + "for i in $(seq 40); do sleep 1; " + health + "| grep -q 200 && break; done; " + health
                    + "; grep -c 'PostgreSQL has died' '" + site.home() + "/log'");
            assertThat(said.words().strip()).matches("(?s)200 200 1");
        }
    }

    @Test
    void onAFullDiskNothingIsConfirmedThatIsNotStoredAndWhatWasRefusedGoesInLater() throws Exception {
        try (var database = new OwnDatabase(55_322);
                var world = World.empty(database)) {
            var client = Client.first(world);
            assertThat(client.post("/api/v1/cylinders", cylinder(), "full")).isEqualTo(201);
            var path = "/api/v1/cylinders/FULL-1/certificates?fileName=scan.pdf";
            int stored = 0;
            var answer = client.upload(path, scan(stored), "scan-" + stored);
            while (answer.statusCode() / 100 == 2) {
                stored++;
                assertThat(stored).as("a disk that never fills").isLessThan(40);
                answer = client.upload(path, scan(stored), "scan-" + stored);
            }
            assertThat(stored).isPositive();
            assertThat(answer.statusCode()).isEqualTo(503);
            assertThat(answer.body()).contains("storage-full", "The disk of the database is full");
            assertThat(client.read("/api/v1/cylinders/FULL-1/certificates").size())
                    .isEqualTo(stored);

            database.makeRoom();
            for (int i = 0; client.status("/actuator/health") != 200 && i < 100; i++) {
                Thread.sleep(300);
            }
            assertThat(client.upload(path, scan(stored), "scan-" + stored).statusCode() / 100)
                    .isEqualTo(2);
            assertThat(client.upload(path, scan(0), "scan-0").statusCode() / 100)
                    .as("the first once more, under its key")
                    .isEqualTo(2);
            assertThat(client.read("/api/v1/cylinders/FULL-1/certificates").size())
                    .isEqualTo(stored + 1);
        }
    }

    /** A megabyte that no compression makes smaller. */
    private static byte[] scan(int number) {
        var bytes = new byte[1_000_000];
        new Random(number).nextBytes(bytes);
        System.arraycopy("%PDF-1.4\n".getBytes(StandardCharsets.US_ASCII), 0, bytes, 0, 9);
        return bytes;
    }

    private static String cylinder() {
        return "{\"tag\":\"FULL-1\",\"certificateNumber\":\"C-1\",\"lot\":\"L1\",\"balance\":\"air\",\"madeOn\":\"2026-01-02\","
                + "\"useBefore\":\"2036-01-02\",\"volumeLitres\":58,\"fullBar\":69,\"gaugeBar\":60,\"components\":[{\"gas\":"
                + "\"carbon-monoxide\",\"amount\":80,\"unit\":\"PPM\",\"uncertaintyPercent\":2}]}";
    }

    private static int register(Client client, int n) throws IOException, InterruptedException {
        var sensors = new StringBuilder();
        for (int slot = 1; slot <= 4; slot++) {
            sensors.append(slot > 1 ? "," : "")
                    .append("{\"slot\":%d,\"serial\":\"S%d-%d\",\"fittedOn\":\"2026-01-02\"}".formatted(slot, slot, n));
        }
        return client.post(
                "/api/v1/detectors",
                "{\"serial\":\"KILL-%d\",\"assetTag\":\"\",\"model\":\"Quoin 4\",\"crew\":\"\",\"location\":\"\",\"sensors\":[%s]}"
                        .formatted(n, sensors),
                "register-" + n);
    }

    private static Set<Integer> onRecord(Client client, int upTo) throws IOException, InterruptedException {
        var found = ConcurrentHashMap.<Integer>newKeySet();
        for (int n = 1; n <= upTo; n++) {
            if (client.status("/api/v1/detectors/KILL-" + n) == 200) {
                found.add(n);
            }
        }
        return found;
    }
}
