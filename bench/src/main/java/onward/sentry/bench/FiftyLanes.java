package onward.sentry.bench;

import com.microsoft.playwright.Page;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import tools.jackson.databind.json.JsonMapper;

/**
 * Fifty detectors on the bench at once, each sending a batch five times a second: from the sending of a batch until a page
 * that watches that run is told, and what the server takes. {@code FiftyLanes SERVER-ADDRESS TOKEN-FILE SERVER-PROCESS-ID}.
 */
public final class FiftyLanes {

    private static final int LANES = 50;
    private static final int SECONDS = 30;
    private static final int APART_MILLIS = 200;
    private static final double TICKS_A_SECOND = 100;

    private static final HttpClient HTTP =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    private static final JsonMapper JSON = JsonMapper.shared();

    private record Lane(String serial, String run, String session, List<String> slots) {}

    private FiftyLanes() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        var server = args[0];
        var token = Files.readString(Path.of(args[1])).strip();
        try (var playwright = HeadlessChromium.playwright()) {
            var link = new GatewayLink(server, token);
            var browser = HeadlessChromium.launch(playwright);
            var page = browser.newContext().newPage();
            HeadlessChromium.signInAsUna(page, server);
            var lanes = lanes(page, link);
            var cookies = page.context().cookies().stream()
                    .map(cookie -> cookie.name + "=" + cookie.value)
                    .collect(Collectors.joining("; "));
            page.navigate("about:blank");
            browser.close();
            measure(server, link, cookies, lanes, args[2]);
        }
    }

    @SuppressWarnings("unchecked")
    private static List<Lane> lanes(Page page, GatewayLink link) throws IOException, InterruptedException {
        var runs = (Map<String, String>) page.evaluate("""
                async most => {
                  const token = decodeURIComponent(document.cookie.split('; ').find(c => c.startsWith('XSRF-TOKEN=')).slice(11));
                  const all = (await (await fetch('/api/v1/detectors?limit=200')).json()).rows;
                  const runs = {};
                  for (const d of all) {
                    if (Object.keys(runs).length === most) break;
                    const answer = await fetch('/api/v1/runs', { method: 'POST',
                      headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token },
                      body: JSON.stringify({ clientId: 'fifty-' + d.serial, serial: d.serial, job: 'CALIBRATION',
                        source: 'LINK', room: d.serial }) });
                    if (answer.status === 201) runs[d.serial] = (await answer.json()).id;
                  }
                  return runs;
                }
                """, LANES);
        var detectors = link.get("/api/v1/link/detectors");
        var lanes = new ArrayList<Lane>();
        for (var detector : detectors) {
            var serial = detector.path("serial").asString();
            if (runs.containsKey(serial)) {
                var slots = new ArrayList<String>();
                detector.path("sensors")
                        .forEach(s -> slots.add(s.path("spec").path("slot").asString()));
                var session = link.send(
                                "/api/v1/link/detectors/" + serial + "/sessions", Map.of("runId", runs.get(serial)))
                        .path("sessionId")
                        .asString();
                lanes.add(new Lane(serial, runs.get(serial), session, slots));
            }
        }
        return lanes;
    }

    private static void measure(String server, GatewayLink link, String cookies, List<Lane> lanes, String pid)
            throws IOException, InterruptedException {
        var watched = lanes.get(0);
        Map<Long, Long> sentAt = new ConcurrentHashMap<>();
        var delays = Collections.synchronizedList(new ArrayList<Long>());
        var listener = new Thread(() -> listen(server, cookies, watched.run(), sentAt, delays));
        listener.setDaemon(true);
        listener.start();
        Thread.sleep(1_000);
        var clock = Executors.newScheduledThreadPool(8);
        var answers = Collections.synchronizedList(new ArrayList<Long>());
        double cpuBefore = cpuSeconds(pid);
        for (int i = 0; i < lanes.size(); i++) {
            clock.scheduleAtFixedRate(
                    new Sender(link, lanes.get(i), i == 0 ? sentAt : null, answers),
                    i * APART_MILLIS / lanes.size(),
                    APART_MILLIS,
                    TimeUnit.MILLISECONDS);
        }
        Thread.sleep(SECONDS * 1_000L);
        double cpu = (cpuSeconds(pid) - cpuBefore) / SECONDS;
        clock.shutdownNow();
        Thread.sleep(1_000);
        System.out.printf(
                "%d lanes, a batch every %d ms each, %d s: %d batches taken of %d; reading to stream median %d ms, 95 %%"
                        + " within %d ms (at most 150), longest %d ms; server %.0f %% of one core, %d MB%n",
                lanes.size(),
                APART_MILLIS,
                SECONDS,
                answers.size(),
                lanes.size() * SECONDS * 1_000 / APART_MILLIS,
                quantile(delays, 0.5),
                quantile(delays, 0.95),
                quantile(delays, 1),
                100 * cpu,
                residentMegabytes(pid));
    }

    /** Sends one reading a time, in unbroken sequence. */
    private static final class Sender implements Runnable {
        private final GatewayLink link;
        private final Lane lane;
        private final Map<Long, Long> sentAt;
        private final List<Long> answers;
        private long sequence;

        Sender(GatewayLink link, Lane lane, Map<Long, Long> sentAt, List<Long> answers) {
            this.link = link;
            this.lane = lane;
            this.sentAt = sentAt;
            this.answers = answers;
        }

        @Override
        public void run() {
            sequence++;
            long at = sequence * APART_MILLIS;
            var values = lane.slots().stream().collect(Collectors.toMap(slot -> slot, slot -> 0.1 * (sequence % 3)));
            long began = System.nanoTime();
            if (sentAt != null) {
                sentAt.put(at, began);
            }
            try {
                link.send(
                        "/api/v1/link/sessions/" + lane.session() + "/batches",
                        Map.of("sequence", sequence, "readings", List.of(Map.of("at", at, "values", values))));
                answers.add((System.nanoTime() - began) / 1_000_000);
            } catch (IOException | InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    private static void listen(String server, String cookies, String run, Map<Long, Long> sentAt, List<Long> delays) {
        var request = HttpRequest.newBuilder(URI.create(server + "/api/v1/bench/stream?run=" + run))
                .header("Cookie", cookies)
                .build();
        try (var lines = new BufferedReader(new InputStreamReader(
                HTTP.send(request, HttpResponse.BodyHandlers.ofInputStream()).body(), StandardCharsets.UTF_8))) {
            boolean readings = false;
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (line.startsWith("event:")) {
                    readings = line.endsWith("readings");
                } else if (line.startsWith("data:") && readings) {
                    long now = System.nanoTime();
                    for (var reading :
                            JSON.readTree(line.substring("data:".length())).path("readings")) {
                        var began = sentAt.remove(reading.path("at").asLong());
                        if (began != null) {
                            delays.add((now - began) / 1_000_000);
                        }
                    }
                }
            }
        } catch (IOException | InterruptedException e) {
            // the measurement is over
        }
    }

    private static long quantile(List<Long> values, double share) {
        var sorted = values.stream().sorted().toList();
        return sorted.isEmpty() ? -1 : sorted.get((int) Math.min(sorted.size() - 1, share * sorted.size()));
    }

    /** User and system time of a process so far. */
    private static double cpuSeconds(String pid) throws IOException {
        var fields = Files.readString(Path.of("/proc", pid, "stat"));
        var rest = fields.substring(fields.lastIndexOf(')') + 2).split(" ");
        return (Long.parseLong(rest[11]) + Long.parseLong(rest[12])) / TICKS_A_SECOND;
    }

    private static long residentMegabytes(String pid) throws IOException {
        return Files.readAllLines(Path.of("/proc", pid, "status")).stream()
                        .filter(line -> line.startsWith("VmRSS"))
                        .map(line -> line.replaceAll("\\D", ""))
                        .mapToLong(Long::parseLong)
                        .findFirst()
                        .orElse(0)
                / 1024;
    }
}
