package onward.sentry.standins.gateway;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.sim.Fault;
import onward.sentry.core.sim.Trouble;
import onward.sentry.core.sim.Troubles;
import onward.sentry.standins.mailbox.Mailbox;

/** A small page, on loopback and in the demo only, on which a fault is put on a simulated sensor. */
final class ControlPage {

    private static final String NONE = "NONE";

    private final Faults faults;
    private final AtomicReference<List<LinkMessages.Detector>> detectors;
    private final Mailbox mailbox;

    private ControlPage(Faults faults, AtomicReference<List<LinkMessages.Detector>> detectors, Mailbox mailbox) {
        this.faults = faults;
        this.detectors = detectors;
        this.mailbox = mailbox;
    }

    static void serve(int port, Faults faults, AtomicReference<List<LinkMessages.Detector>> detectors, Mailbox mailbox)
            throws IOException {
        var page = new ControlPage(faults, detectors, mailbox);
        var server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
        server.createContext("/", page::handle);
        server.start();
    }

    private void handle(HttpExchange exchange) throws IOException {
        String failure = "";
        if (exchange.getRequestMethod().equals("POST")) {
            try {
                set(form(new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8)));
            } catch (IllegalArgumentException e) {
                failure = "<p role=alert><b>Not set:</b> " + escape(e.getMessage()) + "</p>";
            }
        }
        byte[] html = page(failure).getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
        exchange.sendResponseHeaders(failure.isEmpty() ? 200 : 400, html.length);
        try (var out = exchange.getResponseBody()) {
            out.write(html);
        }
    }

    private void set(Map<String, String> form) {
        String kind = form.getOrDefault("kind", NONE);
        if (form.containsKey("detector")) {
            setAtBench(form.get("detector"), form);
            return;
        }
        String sensor = form.getOrDefault("sensor", "");
        if (kind.equals(NONE)) {
            faults.set(sensor, Optional.empty());
            return;
        }
        double strength = Double.parseDouble(form.getOrDefault("strength", "50"));
        if (!(strength >= 0 && strength <= 200)) {
            throw new IllegalArgumentException("strength is 0 to 200, was " + strength);
        }
        faults.set(sensor, Optional.of(new Fault(Fault.Kind.valueOf(kind), strength)));
    }

    private void setAtBench(String serial, Map<String, String> form) {
        var troubles = Stream.of("", "2")
                .flatMap(which ->
                        trouble(form.getOrDefault("kind" + which, NONE), form.getOrDefault("strength" + which, ""))
                                .stream())
                .toList();
        var seed = form.getOrDefault("seed", "");
        faults.setAtBench(
                serial,
                new Faults.AtBench(
                        new Troubles(troubles),
                        Optional.of(form.getOrDefault("cylinder", "").strip()).filter(tag -> !tag.isEmpty()),
                        seed.isBlank() ? OptionalLong.empty() : OptionalLong.of(Long.parseLong(seed.strip()))));
    }

    private static Optional<Trouble> trouble(String kind, String strength) {
        if (kind.equals(NONE)) {
            return Optional.empty();
        }
        var known = Trouble.Kind.valueOf(kind);
        return Optional.of(new Trouble(known, strength.isBlank() ? known.usual() : Double.parseDouble(strength)));
    }

    private static Map<String, String> form(String body) {
        return Arrays.stream(body.split("&"))
                .map(pair -> pair.split("=", 2))
                .filter(pair -> pair.length == 2)
                .collect(Collectors.toMap(
                        pair -> pair[0], pair -> URLDecoder.decode(pair[1], StandardCharsets.UTF_8), (a, b) -> b));
    }

    private String page(String failure) {
        var rows = detectors.get().stream()
                .flatMap(d -> d.sensors().stream().map(s -> row(d, s)))
                .collect(Collectors.joining("\n"));
        var benches = detectors.get().stream().map(this::bench).collect(Collectors.joining("\n"));
        return """
                <!doctype html><html lang="en"><meta charset="utf-8"><title>Stand-in detectors</title>
                <style>body{font:16px sans-serif;margin:2rem;max-width:60rem}td,th{padding:.2rem .6rem;text-align:left}</style>
                <h1>Stand-in detectors</h1>
                <p>Simulated instruments of the demo. A fault counts from the next run of that sensor.
                Weak: response in %. Slow: how many times slower. Wandering: steps of the display off zero.
                What is wrong at the bench of a detector counts from the next time that its valve is turned; the same seed
                makes the same noise and the same hands.</p>""" + failure
                + "<table><tr><th>Detector<th>At its bench</tr>" + benches
                + "</table><table><tr><th>Detector<th>Sensor<th>Gas<th>Fault</tr>" + rows + "</table>" + letters()
                + "</html>";
    }

    private String letters() {
        var letters = mailbox.letters();
        return "<h2>Letters in the demo's mailbox</h2>"
                + (letters.isEmpty()
                        ? "<p>None yet: the server looks a minute after it has started, then every hour.</p>"
                        : letters.stream()
                                .map(letter -> "<pre>" + escape(letter) + "</pre>")
                                .collect(Collectors.joining("<hr>")));
    }

    private String bench(LinkMessages.Detector detector) {
        var now = faults.atBenchOf(detector.serial());
        var all = now.troubles().all();
        return "<tr><td>" + escape(detector.serial())
                + "<td><form method=post><input type=hidden name=detector value=\"" + escape(detector.serial()) + "\">"
                + choice(detector, "", all.isEmpty() ? Optional.empty() : Optional.of(all.get(0)))
                + " and " + choice(detector, "2", all.size() < 2 ? Optional.empty() : Optional.of(all.get(1)))
                + " <label>only on cylinder <input name=cylinder size=6 placeholder=any value=\""
                + now.cylinder().map(ControlPage::escape).orElse("") + "\"></label>"
                + " <label>seed <input name=seed size=6 placeholder=\"each run its own\" value=\""
                + (now.seed().isPresent() ? now.seed().getAsLong() : "")
                + "\"></label> <button>Set</button></form></tr>";
    }

    private static String choice(LinkMessages.Detector detector, String which, Optional<Trouble> now) {
        var options = new StringBuilder("<option value=" + NONE + ">nothing wrong</option>");
        for (var kind : Trouble.Kind.values()) {
            boolean on = now.filter(t -> t.kind() == kind).isPresent();
            options.append("<option value=" + kind + (on ? " selected" : "") + ">"
                    + kind.name().toLowerCase().replace('_', ' ') + "</option>");
        }
        var whose = which + " at the bench of " + escape(detector.serial()) + "\"";
        return "<select name=kind" + which + " aria-label=\"trouble" + whose + ">" + options + "</select>"
                + " <input name=strength" + which + " size=4 aria-label=\"strength" + whose
                + " placeholder=usual value=\""
                + now.map(t -> String.valueOf(t.strength())).orElse("") + "\">";
    }

    private String row(LinkMessages.Detector detector, LinkMessages.Sensor sensor) {
        var now = faults.on(sensor.serial());
        var options = new StringBuilder("<option value=NONE>none</option>");
        for (var kind : Fault.Kind.values()) {
            boolean on = now.filter(f -> f.kind() == kind).isPresent();
            options.append("<option value=" + kind + (on ? " selected" : "") + ">"
                    + kind.name().toLowerCase() + "</option>");
        }
        return "<tr><td>" + escape(detector.serial()) + "<td>" + escape(sensor.serial()) + "<td>"
                + escape(sensor.spec().gasId())
                + "<td><form method=post><input type=hidden name=sensor value=\"" + escape(sensor.serial())
                + "\"><select name=kind aria-label=\"fault of " + escape(sensor.serial()) + "\">" + options
                + "</select> <input name=strength size=4 aria-label=\"strength\" value=\""
                + now.map(f -> f.strength()).orElse(46.0) + "\"> <button>Set</button></form></tr>";
    }

    private static String escape(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
    }
}
