package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What happens to confirmed work when a process dies. */
class FaultTest {

    private static final Pattern CODE = Pattern.compile("first administrator: (\\S+)");
    private static final int WRITERS = 4;

    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    @Test
    void everyWriteThatWasConfirmedIsThereOnceAfterTheServerWasKilledAmongThem() throws Exception {
        try (var world = World.empty()) {
            signInAsTheFirst(world);
            var confirmed = ConcurrentHashMap.<Integer>newKeySet();
            var next = new AtomicInteger();
            var go = new AtomicBoolean(true);
            var writers = Executors.newFixedThreadPool(WRITERS);
            for (int i = 0; i < WRITERS; i++) {
                writers.submit(() -> {
                    while (go.get()) {
                        int n = next.incrementAndGet();
                        try {
                            if (register(world, n) / 100 == 2) {
                                confirmed.add(n);
                            }
                        } catch (IOException e) {
                            // Not confirmed: the line broke.
                        }
                    }
                    return null;
                });
            }
            Thread.sleep(2_500);
            world.kill();
            go.set(false);
            writers.shutdown();
            assertThat(writers.awaitTermination(60, TimeUnit.SECONDS)).isTrue();
            world.startAgain();

            assertThat(confirmed).hasSizeGreaterThan(20);
            assertThat(onRecord(world, next.get())).containsAll(confirmed);
            for (int n = 1; n <= next.get(); n++) {
                assertThat(register(world, n) / 100)
                        .as("the same write again, under its key")
                        .isEqualTo(2);
            }
            assertThat(get(world, "/api/v1/detectors?limit=1")).contains("\"matching\":" + next.get());
        }
    }

    @Test
    void theProgramGoesOnByItselfWhenTheDatabaseThatDiedIsBack() throws Exception {
        try (var site = new OwnSite(18_081, 55_321)) {
            var health = "curl -s -m 60 -o /dev/null -w '%{http_code} ' http://127.0.0.1:18081/actuator/health";
            var pg = "'" + site.home() + "/start/pg'";
            var said = site.besideTheProgram(health + "; kill -9 $(head -1 " + pg + "/data/postmaster.pid); sleep 1; "
                    + health
                    + "; eval \"$(sed -n '/^say()/,/^is_root/p;/^pg_bin()/p;/^as_pg()/p;/^pg_up()/,/^}/p' sentry)\"; pg_up "
                    + pg
                    + " 55321; for i in $(seq 40); do " + health + "| grep -q 200 && break; sleep 1; done; " + health);
            assertThat(said.words().strip()).matches("(?s)200 503 .*200");
        }
    }

    private void signInAsTheFirst(World world) throws Exception {
        get(world, "/api/v1/session");
        var code = CODE.matcher(world.printed());
        assertThat(code.find()).isTrue();
        post(
                world,
                "/api/v1/first-administrator",
                "{\"code\":\"" + code.group(1)
                        + "\",\"signInName\":\"first\",\"displayName\":\"First Person\",\"password\":\"three old boats\"}",
                "");
        assertThat(post(world, "/api/v1/session", "{\"signInName\":\"first\",\"password\":\"three old boats\"}", ""))
                .isEqualTo(200);
        get(world, "/api/v1/session");
    }

    private int register(World world, int n) throws IOException, InterruptedException {
        var sensors = new StringBuilder();
        for (int slot = 1; slot <= 4; slot++) {
            sensors.append(slot > 1 ? "," : "")
                    .append("{\"slot\":%d,\"serial\":\"S%d-%d\",\"fittedOn\":\"2026-01-02\"}".formatted(slot, slot, n));
        }
        return post(
                world,
                "/api/v1/detectors",
                "{\"serial\":\"KILL-%d\",\"assetTag\":\"\",\"model\":\"Quoin 4\",\"crew\":\"\",\"location\":\"\",\"sensors\":[%s]}"
                        .formatted(n, sensors),
                "register-" + n);
    }

    private Set<Integer> onRecord(World world, int upTo) throws IOException, InterruptedException {
        var found = ConcurrentHashMap.<Integer>newKeySet();
        for (int n = 1; n <= upTo; n++) {
            var request = HttpRequest.newBuilder(URI.create(world.url() + "/api/v1/detectors/KILL-" + n))
                    .build();
            if (http.send(request, HttpResponse.BodyHandlers.discarding()).statusCode() == 200) {
                found.add(n);
            }
        }
        return found;
    }

    private String get(World world, String path) throws IOException, InterruptedException {
        var request = HttpRequest.newBuilder(URI.create(world.url() + path)).build();
        return http.send(request, HttpResponse.BodyHandlers.ofString()).body();
    }

    private int post(World world, String path, String body, String key) throws IOException, InterruptedException {
        var request = HttpRequest.newBuilder(URI.create(world.url() + path))
                .header("Content-Type", "application/json")
                .header("Idempotency-Key", key.isEmpty() ? "none" : key)
                .POST(HttpRequest.BodyPublishers.ofString(body));
        cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .ifPresent(token -> request.header("X-XSRF-TOKEN", token));
        return http.send(request.build(), HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }
}
