package onward.sentry.tools.conformance;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.PrintStream;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.HexFormat;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/**
 * {@code ./sentry gateway check URL}: listens at the URL as a site would, lets a gateway serve a run there, and says of each
 * requirement of the protocol whether it was met. The gateway is the client, so it is pointed at the check.
 */
public final class ConformanceCheck {

    private static final Duration SILENCE = Duration.ofSeconds(10);
    private static final Duration LEAST_BETWEEN_POLLS = Duration.ofMillis(900);

    private final Findings findings = new Findings();
    private final AtomicLong lastHeard = new AtomicLong();
    private final HttpServer server;
    private final CheckedRun run;
    private final String token;

    /**
     * @param address to listen at; port 0: any that is free
     * @param leastBetweenPolls how often at most a gateway may ask while it has nothing to send
     */
    ConformanceCheck(InetSocketAddress address, Duration leastBetweenPolls) throws IOException {
        var bytes = new byte[12];
        new SecureRandom().nextBytes(bytes);
        this.token = "check-" + HexFormat.of().formatHex(bytes);
        this.run = new CheckedRun(findings, token, leastBetweenPolls);
        this.server = HttpServer.create(address, 0);
        server.setExecutor(Executors.newFixedThreadPool(2));
        server.createContext("/", this::handle);
        server.start();
    }

    /** @return 0 when the gateway conforms, 1 when it does not, 2 when the check could not be done */
    public static int run(String url, Duration longest, PrintStream out, PrintStream err) {
        try {
            var check = new ConformanceCheck(address(url), LEAST_BETWEEN_POLLS);
            out.println("Point the gateway at this address, with this token:");
            out.println("  Address: " + url + "/api/v1/link");
            out.println("  Token:   " + check.token());
            out.println("It serves the detector " + CheckedRun.SERIAL + ": slot 1 CO in ppm, slot 2 O₂ in vol%.");
            out.println("The check takes about a minute from its first request.");
            return check.await(longest, out);
        } catch (Refused refused) {
            err.println(refused.refusal().reason() + "\n" + refused.refusal().wayOut());
            return 2;
        } catch (IOException | InterruptedException failed) {
            err.println("The check cannot listen at " + url + ": " + failed.getMessage());
            return 2;
        }
    }

    private static InetSocketAddress address(String url) {
        var uri = URI.create(url);
        Refusal.unless(
                "http".equals(uri.getScheme()) && uri.getHost() != null && uri.getPort() > 0,
                "argument",
                "",
                "'" + url + "' is no address to listen at.",
                "For example: ./sentry gateway check http://0.0.0.0:8099");
        return new InetSocketAddress(uri.getHost(), uri.getPort());
    }

    String token() {
        return token;
    }

    int port() {
        return server.getAddress().getPort();
    }

    /** Waits until the gateway was through everything, or fell silent, and prints what was found. */
    int await(Duration longest, PrintStream out) throws InterruptedException {
        long end = System.nanoTime() + longest.toNanos();
        while (!run.isDone() && System.nanoTime() < end) {
            Thread.sleep(50);
            if (lastHeard.get() != 0 && System.nanoTime() - lastHeard.get() > SILENCE.toNanos()) {
                run.silent();
                break;
            }
        }
        server.stop(0);
        for (var requirement : Requirement.values()) {
            out.println(findings.line(requirement));
        }
        out.println(findings.conforms() ? "The gateway conforms." : "The gateway does not conform.");
        return findings.conforms() ? 0 : 1;
    }

    private void handle(HttpExchange exchange) throws IOException {
        long now = System.nanoTime();
        lastHeard.set(now);
        try (exchange) {
            var body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
            var authorization = Optional.ofNullable(exchange.getRequestHeaders().getFirst("Authorization"));
            var answer = run.answer(
                    exchange.getRequestMethod(),
                    exchange.getRequestURI().getPath(),
                    authorization.orElse(""),
                    body,
                    now);
            if (answer.status().isEmpty()) {
                return;
            }
            var text = answer.body().has("list")
                    ? answer.body().path("list").toString()
                    : answer.body().toString();
            var bytes = text.getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().set("Content-Type", "application/json");
            exchange.sendResponseHeaders(answer.status().get(), bytes.length);
            exchange.getResponseBody().write(bytes);
        }
    }
}
