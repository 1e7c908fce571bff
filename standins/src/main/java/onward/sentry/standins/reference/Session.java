package onward.sentry.standins.reference;

import java.io.IOException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Serves one run: four readings a second, in batches of a second, each kept until it is acknowledged. */
final class Session {

    private static final int A_SECOND = 4;
    private static final long BETWEEN_MILLIS = 1_000 / A_SECOND;

    private final JsonMapper json = JsonMapper.builder().build();
    private final Link link;
    private final String serial;
    private final Display display;
    private final long batchMillis;

    /** @param batchMillis how long a batch takes by the clock; 1,000 but in tests */
    Session(Link link, JsonNode detector, long batchMillis) {
        this.link = link;
        this.serial = detector.path("serial").asString();
        this.display = new Display(detector);
        this.batchMillis = batchMillis;
    }

    /** Until the run wants no more readings. */
    void serve(JsonNode offered) throws IOException, InterruptedException {
        var run = offered;
        var opened = link.open(serial, run.path("runId").asString());
        if (!opened.isGood()) {
            return;
        }
        var session = opened.body().path("sessionId").asString();
        long sequence = opened.body().path("nextSequence").asLong();
        long at = opened.body().path("runTime").asLong();
        while (!run.isNull()) {
            Thread.sleep(batchMillis);
            display.work(run.path("asksFor").asString());
            var batch = json.createObjectNode().put("sequence", sequence);
            at = readings(batch, at, run);
            batch.put("now", at);
            var answer = acknowledged(session, batch);
            if (answer.code().equals("link-session-ended")) {
                opened = link.open(serial, run.path("runId").asString());
                if (!opened.isGood()) {
                    return;
                }
                session = opened.body().path("sessionId").asString();
                sequence = opened.body().path("nextSequence").asLong();
                at = opened.body().path("runTime").asLong();
            } else if (answer.isGood()) {
                sequence++;
                run = answer.body().path("run");
            } else {
                return;
            }
        }
    }

    private long readings(ObjectNode batch, long after, JsonNode run) {
        double scale = run.path("timeScale").asDouble(1);
        var readings = batch.putArray("readings");
        long at = after;
        for (int i = 0; i < A_SECOND; i++) {
            long step = Math.round(BETWEEN_MILLIS * scale);
            at += step;
            display.pass(step / 1_000.0, run.path("gas"));
            var values = readings.addObject().put("at", at).putObject("values");
            display.values().forEach((slot, value) -> values.put(Integer.toString(slot), value));
        }
        return at;
    }

    /** Sends a batch until there is an answer that is not a failure. */
    private Link.LinkResponse acknowledged(String session, JsonNode batch) throws InterruptedException {
        while (true) {
            try {
                var answer = link.send(session, batch);
                if (answer.status() < 500) {
                    return answer;
                }
            } catch (IOException lost) {
                // The line is gone: the batch stays and is sent again.
            }
            Thread.sleep(batchMillis);
        }
    }
}
