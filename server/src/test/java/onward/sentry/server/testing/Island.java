package onward.sentry.server.testing;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntFunction;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.sim.Health;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.link.LinkTokens;
import onward.sentry.server.rules.ProcedureLibrary;
import tools.jackson.databind.JsonNode;

/** Makes detectors, cylinders and runs for tests, each with numbers of its own, through the API where people would. */
public final class Island {

    /** Today on the test clock. */
    public static final LocalDate TODAY = LocalDate.of(2026, 3, 2);

    private static final int MOST_ASKED = 40;

    private static final AtomicInteger NUMBER = new AtomicInteger(100);

    private final TestServer server;
    private final Api technician;

    public Island(TestServer server, Api technician) {
        this.server = server;
        this.technician = technician;
    }

    /** Registers a Quoin 4 and returns its serial. */
    public String quoin4() {
        return detector("Quoin 4", "Q4-", 4);
    }

    /** Registers a Quoin 5P, whose bump takes two cylinders, and returns its serial. */
    public String quoin5p() {
        return detector("Quoin 5P", "QP-", 5);
    }

    private String detector(String model, String prefix, int slots) {
        int n = NUMBER.incrementAndGet();
        var serial = prefix + n;
        var sensors = new ArrayList<Map<String, Object>>();
        for (int slot = 1; slot <= slots; slot++) {
            sensors.add(Map.of("slot", slot, "serial", "S" + slot + "-" + n, "fittedOn", "2026-02-01"));
        }
        var answer = technician.post(
                "/api/v1/detectors",
                Map.of(
                        "serial",
                        serial,
                        "assetTag",
                        "SK-" + n,
                        "model",
                        model,
                        "crew",
                        "Digester",
                        "location",
                        "biogas digester",
                        "sensors",
                        sensors));
        if (answer.status() != 201) {
            throw new IllegalStateException("not registered: " + answer);
        }
        return serial;
    }

    /** Registers a house mix and returns its id. */
    public String houseMix() {
        return cylinder(Map.of()).path("id").asString();
    }

    /** Registers a house mix with some fields otherwise and returns the answer's body. */
    public JsonNode cylinder(Map<String, Object> otherwise) {
        var registered =
                technician.post("/api/v1/cylinders", cylinderBody(otherwise)).body();
        server.bean(Shelf.class)
                .change(
                        registered.path("tag").asString(),
                        CylinderState.IN_USE,
                        "the first of its kind here",
                        "a lead");
        return registered;
    }

    public Map<String, Object> cylinderBody(Map<String, Object> otherwise) {
        int n = NUMBER.incrementAndGet();
        var body = new HashMap<String, Object>();
        body.put("tag", "HM-" + n);
        body.put("certificateNumber", "SKV-" + n);
        body.put("lot", "L" + n);
        body.put("balance", "nitrogen");
        body.put("madeOn", "2025-11-01");
        body.put("useBefore", "2027-03-02");
        body.put("volumeLitres", 103);
        body.put("fullBar", 69);
        body.put("gaugeBar", 60);
        body.put(
                "components",
                List.of(
                        part("methane", 1.25, "VOL_PERCENT"),
                        part("oxygen", 16.0, "VOL_PERCENT"),
                        part("carbon-monoxide", 80, "PPM"),
                        part("hydrogen-sulfide", 15, "PPM")));
        body.putAll(otherwise);
        return body;
    }

    public static Map<String, Object> part(String gas, double amount, String unit) {
        return Map.of("gas", gas, "amount", amount, "unit", unit, "uncertaintyPercent", 2);
    }

    /** Puts a detector on the bench and returns the run's view. */
    public JsonNode start(String serial, String job, String source) {
        var answer = technician.post(
                "/api/v1/runs",
                Map.of(
                        "clientId",
                        UUID.randomUUID().toString(),
                        "serial",
                        serial,
                        "job",
                        job,
                        "source",
                        source,
                        "room",
                        "room of " + serial));
        if (answer.status() != 201) {
            throw new IllegalStateException("not started: " + answer);
        }
        return answer.body();
    }

    /** A gateway for one run, whose sensors answer with these shares of the applied gas. */
    public SteppedGateway gateway(String serial, String runId, Map<Integer, Double> responses) {
        return gateway(serial, runId, slot -> new Health(responses.getOrDefault(slot, 0.95), 1, 0));
    }

    /** One whose sensors have got as weak as this since the instrument was set. */
    public SteppedGateway weakened(String serial, String runId, Map<Integer, Double> responses) {
        return gateway(serial, runId, slot -> new Health(responses.getOrDefault(slot, 1.0), 1, 0, 1));
    }

    private SteppedGateway gateway(String serial, String runId, IntFunction<Health> healthOf) {
        var detector = server.bean(Fleet.class).bySerial(serial);
        var token = server.bean(LinkTokens.class).issue("test " + runId, List.of(detector.id()));
        var card = server.bean(ProcedureLibrary.class).latestCard(detector.model());
        var health = new HashMap<Integer, Health>();
        card.sensors().forEach(s -> health.put(s.slot(), healthOf.apply(s.slot())));
        return new SteppedGateway(Api.withToken(server, token), serial, runId, card, health);
    }

    /** Sends a command with an id of its own. */
    public Api.Answer command(String runId, Map<String, Object> command) {
        var body = new HashMap<>(command);
        body.putIfAbsent("clientId", UUID.randomUUID().toString());
        return technician.post("/api/v1/runs/" + runId + "/commands", body);
    }

    /** Works a calibration from the checks to the signature; the instrument itself says pass. */
    public JsonNode calibrate(String serial, String cylinderId, Map<Integer, Double> responses) {
        var runId = start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = gateway(serial, runId, responses);
        work(runId, gateway, cylinderId, "SIGN", 1);
        return confirm(runId, Map.of("kind", "SIGN")).body();
    }

    /** Works a run until it asks for this for the n-th time; whatever comes before is done as it is asked for. */
    public JsonNode work(String runId, SteppedGateway gateway, String cylinderId, String until, int nth) {
        int seen = 0;
        for (int i = 0; i < MOST_ASKED; i++) {
            gateway.untilAsked();
            var next = view(runId).path("next");
            var kind = next.path("kind").asString();
            seen += kind.equals(until) ? 1 : 0;
            if (seen == nth) {
                return next;
            }
            var answer = answer(runId, kind, cylinderId);
            if (answer.status() != 200) {
                throw new IllegalStateException("refused at " + kind + ": " + answer);
            }
        }
        throw new IllegalStateException(
                "never asked for " + until + ", stands at " + view(runId).path("next"));
    }

    private Api.Answer answer(String runId, String kind, String cylinderId) {
        return switch (kind) {
            case "CHOOSE_CYLINDER" -> confirm(runId, Map.of("kind", kind, "cylinderId", cylinderId));
            case "CONFIRM_SAVED" ->
                confirm(runId, Map.of("kind", kind, "verdicts", Map.of(1, "PASS", 2, "PASS", 3, "PASS", 4, "PASS")));
            case "CONFIRM_ALARMS" ->
                confirm(runId, Map.of("kind", kind, "audible", true, "visual", true, "vibration", true));
            case "TRY_AGAIN" -> confirm(runId, Map.of("kind", "LEAVE_FAILED"));
            default -> confirm(runId, Map.of("kind", kind));
        };
    }

    /** Sends a command for the step that the run is at. */
    public Api.Answer confirm(String runId, Map<String, Object> command) {
        var body = new HashMap<>(command);
        body.put("step", view(runId).path("next").path("step").asInt());
        return command(runId, body);
    }

    public JsonNode view(String runId) {
        return technician.get("/api/v1/runs/" + runId).body();
    }
}
