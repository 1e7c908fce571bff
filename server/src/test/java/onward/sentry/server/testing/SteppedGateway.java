package onward.sentry.server.testing;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.sim.Atmosphere;
import onward.sentry.core.sim.Hands;
import onward.sentry.core.sim.Health;
import onward.sentry.core.sim.SimDetector;
import onward.sentry.core.trace.Reading;
import tools.jackson.databind.JsonNode;

/** A gateway with one simulated detector; run time goes on only as far as the test asks for. */
public final class SteppedGateway {

    /** Batches until something must have happened. */
    private static final int MOST_BATCHES = 300;
    /** Four seconds of readings in a batch keep the tests short. */
    private static final int AT_ONCE = 16;

    /** What goes on by itself, or is seen in the readings. */
    private static final Set<NextAction.Kind> BY_READINGS = EnumSet.of(
            NextAction.Kind.WAIT_WARM_UP,
            NextAction.Kind.WAIT_ZERO,
            NextAction.Kind.OPEN_GAS,
            NextAction.Kind.WAIT_SETTLE,
            NextAction.Kind.CLOSE_GAS,
            NextAction.Kind.WAIT_CLEAR);

    private final Api link;
    private final SimDetector instrument;
    private final Hands hands;
    private final String sessionId;
    private long sequence;
    private JsonNode run;

    SteppedGateway(Api link, String serial, String runId, ProcedureCard card, Map<Integer, Health> health) {
        this.link = link;
        var opened = link.post("/api/v1/link/detectors/" + serial + "/sessions", Map.of("runId", runId));
        if (opened.status() != 201) {
            throw new IllegalStateException("no session: " + opened);
        }
        this.sessionId = opened.text("sessionId");
        this.sequence = opened.body().path("nextSequence").asLong();
        this.instrument = new SimDetector(
                card.lelBasis(),
                card.sensors(),
                health,
                7,
                opened.body().path("runTime").asLong());
        this.hands = new Hands(instrument, 7);
        this.run = wanted(link, serial);
    }

    private static JsonNode wanted(Api link, String serial) {
        for (var detector : link.get("/api/v1/link/detectors").body()) {
            if (detector.path("serial").asString().equals(serial)) {
                return detector.path("run");
            }
        }
        throw new IllegalStateException("not listed: " + serial);
    }

    /** Sends readings until the run asks for this, and returns the last batch that was sent. */
    public Map<String, Object> until(String kind) {
        Map<String, Object> batch = Map.of();
        for (int i = 0; i < MOST_BATCHES && !asksFor().name().equals(kind); i++) {
            batch = readings(AT_ONCE);
        }
        if (!asksFor().name().equals(kind)) {
            throw new IllegalStateException("still asks for " + asksFor() + ", not " + kind);
        }
        return batch;
    }

    /** Sends readings until the run asks for a hand that must be confirmed. */
    public void untilAsked() {
        readings(AT_ONCE);
        for (int i = 0; i < MOST_BATCHES && BY_READINGS.contains(asksFor()); i++) {
            readings(AT_ONCE);
        }
    }

    /** Sends the readings of some seconds. */
    public void run(int seconds) {
        for (int i = 0; i < seconds; i++) {
            readings(4);
        }
    }

    private Map<String, Object> readings(int count) {
        var readings = new ArrayList<Reading>();
        for (int i = 0; i < count; i++) {
            hands.follow(asksFor(), run.path("calibrating").asBoolean(), gas(), 0);
            readings.add(instrument.step(250));
        }
        Map<String, Object> batch = Map.of("sequence", sequence++, "readings", readings);
        var answer = send(batch);
        if (answer.status() != 200) {
            throw new IllegalStateException("batch refused: " + answer);
        }
        run = answer.body().path("run");
        return batch;
    }

    public Api.Answer send(Map<String, Object> batch) {
        return link.post("/api/v1/link/sessions/" + sessionId + "/batches", batch);
    }

    public long nextSequence() {
        return sequence;
    }

    public List<Reading> nextReadings() {
        return List.of(instrument.step(250));
    }

    private NextAction.Kind asksFor() {
        return run.isObject() ? NextAction.Kind.valueOf(run.path("asksFor").asString()) : NextAction.Kind.DONE;
    }

    private Atmosphere gas() {
        var gas = run.path("gas");
        if (!gas.isObject()) {
            return Atmosphere.cleanAir();
        }
        var parts = new ArrayList<Atmosphere.GasShare>();
        for (var part : gas.path("components")) {
            parts.add(new Atmosphere.GasShare(
                    part.path("gas").asString(),
                    part.path("value").asDouble(),
                    Unit.valueOf(part.path("unit").asString())));
        }
        return Atmosphere.ofCylinder(parts, gas.path("balance").asString());
    }
}
