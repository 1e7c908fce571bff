package onward.sentry.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * From the moment a gateway sends a reading until its figure stands on the bench, on a demo server without its
 * stand-ins: {@code ReadingToScreen SERVER-ADDRESS TOKEN-FILE}.
 */
public final class ReadingToScreen {

    private static final String SERIAL = "MC-2005";
    private static final int READINGS = 60;
    private static final int APART_MILLIS = 330;

    private ReadingToScreen() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        var server = args[0];
        var token = Files.readString(Path.of(args[1])).strip();
        try (var playwright = HeadlessChromium.playwright()) {
            var link = new GatewayLink(server, token);
            var browser = HeadlessChromium.launch(playwright);
            var page = browser.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800))
                    .newPage();
            var runId = putOnBench(page, server);
            var session = link.send("/api/v1/link/detectors/" + SERIAL + "/sessions", Map.of("runId", runId))
                    .path("sessionId")
                    .asString();
            long[] delays = new long[READINGS];
            watch(page);
            for (int i = 0; i < READINGS; i++) {
                long value = 100 + i;
                long sent = System.currentTimeMillis();
                link.send(
                        "/api/v1/link/sessions/" + session + "/batches",
                        Map.of(
                                "sequence",
                                i + 1,
                                "readings",
                                List.of(Map.of("at", (i + 1) * 250L, "values", Map.of("1", value)))));
                page.waitForTimeout(APART_MILLIS);
                delays[i] = ((Number) page.evaluate("value => window.shownAt[value] ?? -1", String.valueOf(value)))
                                .longValue()
                        - sent;
            }
            java.util.Arrays.sort(delays);
            System.out.printf(
                    "Reading to screen, sent until shown, %d readings: median %d ms, 95 %% within %d ms, longest %d ms%n",
                    READINGS, delays[READINGS / 2], delays[(int) (READINGS * 0.95)], delays[READINGS - 1]);
        }
    }

    private static String putOnBench(Page page, String server) {
        HeadlessChromium.signInAsUna(page, server);
        page.getByLabel("Scan or type a serial").fill(SERIAL);
        page.keyboard().press("Enter");
        page.waitForURL(Pattern.compile("/bench/[0-9a-f-]{36}"));
        page.getByLabel("Carbon monoxide").waitFor();
        return page.url().substring(page.url().lastIndexOf('/') + 1);
    }

    /** Notes when each figure is first seen. */
    private static void watch(Page page) {
        page.evaluate("""
                () => {
                  window.shownAt = {};
                  const look = () => {
                    const figure = document.querySelector('section[aria-label="Carbon monoxide"] p').textContent;
                    window.shownAt[parseInt(figure)] ??= Date.now();
                  };
                  new MutationObserver(look).observe(document.body, {subtree: true, childList: true, characterData: true});
                }
                """);
    }
}
