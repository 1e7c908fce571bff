package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Clients that repeat, reorder and drop what they send, and two people on one detector. */
class UnrulyClientTest {

    private static final int REMARKS = 24;
    private static final int AT_ONCE = 4;
    private static final String PASSWORD = "skerravoe-demo";

    private static final String STOP = "{\"clientId\":\"stop\",\"kind\":\"STOP\",\"reason\":\"done\"}";

    private final World world = World.demo();
    private final String prefix = "U" + System.nanoTime() % 100_000 + "-";

    private Client signedIn(String name) throws IOException, InterruptedException {
        return new Client(world).signIn(name, PASSWORD);
    }

    private static String start(String serial, String clientId) {
        return "{\"clientId\":\"%s\",\"serial\":\"%s\",\"job\":\"CALIBRATION\",\"source\":\"TYPED\",\"room\":\"of %s\"}"
                .formatted(clientId, serial, serial);
    }

    private static String remark(int n) {
        return "{\"clientId\":\"remark-%d\",\"kind\":\"REMARK\",\"reason\":\"remark %d.\"}".formatted(n, n);
    }

    private static List<Object> together(List<Callable<Object>> calls) throws Exception {
        var threads = Executors.newFixedThreadPool(AT_ONCE);
        try {
            var results = new ArrayList<Object>();
            for (var future : threads.invokeAll(calls)) {
                results.add(future.get());
            }
            return results;
        } finally {
            threads.shutdown();
        }
    }

    /** Sends it and hangs up before the answer. */
    private Object drop(String request) throws IOException {
        try (var socket = new Socket("127.0.0.1", URI.create(world.url()).getPort())) {
            socket.getOutputStream().write(request.getBytes(StandardCharsets.UTF_8));
            socket.getOutputStream().flush();
        }
        return 0;
    }

    @Test
    void whatIsRepeatedReorderedAndDroppedHasOneEffectEach() throws Exception {
        world.crew("Unruly " + prefix, prefix, 1, 20);
        var una = signedIn("una");
        assertThat(una.post("/api/v1/runs", start(prefix + "101", "first"), "")).isEqualTo(201);
        assertThat(una.post("/api/v1/runs", start(prefix + "101", "first"), ""))
                .as("the same start again")
                .isEqualTo(201);
        var run = una.read("/api/v1/detectors/" + prefix + "101/runs")
                .get(0)
                .path("id")
                .asString();
        var path = "/api/v1/runs/" + run + "/commands";

        var calls = new ArrayList<Callable<Object>>();
        var chance = new Random(7);
        for (int n = 0; n < REMARKS; n++) {
            var body = remark(n);
            for (int again = chance.nextInt(3); again >= 0; again--) {
                calls.add(
                        chance.nextInt(3) == 0 ? () -> drop(una.raw(path, body, "")) : () -> una.post(path, body, ""));
            }
        }
        var checks = "{\"clientId\":\"checks\",\"kind\":\"CONFIRM_CHECKS\",\"step\":0}";
        for (int i = 0; i < 3; i++) {
            calls.add(() -> una.post(path, checks, ""));
        }
        Collections.shuffle(calls, chance);
        together(calls);
        for (int n = 0; n < REMARKS; n++) {
            assertThat(una.post(path, remark(n), "")).isEqualTo(200);
        }
        var once = una.sent(path, checks, "");
        assertThat(once.statusCode()).as(once.body()).isEqualTo(200);

        var events = una.get("/api/v1/runs/" + run + "/record");
        assertThat(IntStream.range(0, REMARKS))
                .allSatisfy(
                        n -> assertThat(events.split("remark " + n + "\\.", -1)).hasSize(2));
        assertThat(events.split("Checked: ", -1)).hasSize(2);
        var late = una.sent(path, checks.replace("\"checks\"", "\"late\""), "");
        assertThat(late.statusCode()).isEqualTo(422);
        assertThat(late.body()).contains("step-passed");
        una.post(path, STOP, "");
    }

    @Test
    void oneOfTwoWhoTakeTheSameDetectorHasItUntilItIsTakenOver() throws Exception {
        world.crew("Unruly " + prefix, prefix, 5, 20);
        var una = signedIn("una");
        var brand = signedIn("brand");
        for (int n = 101; n <= 105; n++) {
            var serial = prefix + n;
            var answers = together(List.of(
                    () -> una.post("/api/v1/runs", start(serial, "una " + serial), ""),
                    () -> brand.post("/api/v1/runs", start(serial, "brand " + serial), "")));
            assertThat(answers).containsOnlyOnce(201);
            assertThat(answers).allSatisfy(status -> assertThat((int) status).isIn(201, 409, 422));
        }
        var serial = prefix + "101";
        var run = una.read("/api/v1/detectors/" + serial + "/runs").get(0);
        boolean unas = run.path("technician").asString().startsWith("Una");
        var path = "/api/v1/runs/" + run.path("id").asString() + "/commands";
        var owner = unas ? una : brand;
        var other = unas ? brand : una;
        var refused = other.sent(path, remark(1), "");
        assertThat(refused.statusCode()).isEqualTo(422);
        assertThat(refused.body()).contains("run-not-yours");
        assertThat(other.post(path, "{\"clientId\":\"over\",\"kind\":\"TAKE_OVER\"}", ""))
                .isEqualTo(200);
        assertThat(owner.sent(path, remark(2), "").body()).contains("run-not-yours");
        assertThat(other.post(path, remark(3), "")).isEqualTo(200);
        for (int n = 101; n <= 105; n++) {
            var left = una.read("/api/v1/detectors/" + prefix + n + "/runs")
                    .get(0)
                    .path("id")
                    .asString();
            for (var either : List.of(una, brand)) {
                either.post("/api/v1/runs/" + left + "/commands", STOP, "");
            }
        }
    }
}
