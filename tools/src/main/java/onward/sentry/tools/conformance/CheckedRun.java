package onward.sentry.tools.conformance;

import java.time.Duration;
import java.util.Optional;
import java.util.UUID;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * A site as a gateway sees it, with one detector and one run that is worked in steps; each step looks at one thing that the
 * protocol asks for. Answers are what docs/formats/link-protocol.md says.
 */
final class CheckedRun {

    /** An answer; no status: the line breaks. */
    record HttpReply(Optional<Integer> status, ObjectNode body) {}

    private enum Stage {
        WAITING,
        SENDING,
        ERROR_SENT,
        SENDING_ON,
        ANSWER_LOST,
        SENDING_STILL,
        SESSION_GONE,
        LAST_SESSION,
        OVER,
        REVOKED,
        DONE
    }

    static final String SERIAL = "CHECK-1";
    private static final long FIRST_SEQUENCE = 4;
    private static final long FIRST_RUN_TIME = 12_000;
    private static final int BATCHES = 3;
    private static final int POLLS = 3;
    private static final long MOST_AHEAD_MILLIS = 60_000;
    private static final int MOST_READINGS = 5_000;

    private final JsonMapper json = JsonMapper.builder().build();
    private final Findings findings;
    private final String token;
    private final Duration leastBetweenPolls;
    private final String runId = UUID.randomUUID().toString();

    private Stage stage = Stage.WAITING;
    private String sessionId = "";
    private long nextSequence = FIRST_SEQUENCE;
    private long runTime = FIRST_RUN_TIME;
    private long lastAt = FIRST_RUN_TIME;
    private long firstAt = -1;
    private int readings;
    private int batches;
    private int polls;
    private int afterRevoked;
    private long lastPoll = Long.MIN_VALUE;
    private String unanswered = "";

    CheckedRun(Findings findings, String token, Duration leastBetweenPolls) {
        this.findings = findings;
        this.token = token;
        this.leastBetweenPolls = leastBetweenPolls;
    }

    synchronized boolean isDone() {
        return stage == Stage.DONE;
    }

    /** @param nanos of a monotonic clock, when the request came */
    synchronized HttpReply answer(String method, String path, String authorization, String body, long nanos) {
        boolean shown = authorization.equals("Bearer " + token);
        findings.note(
                Requirement.TOKEN, shown, method + " " + path + " came with Authorization '" + authorization + "'.");
        if (!shown) {
            return problem(401, "sign-in");
        }
        if (stage == Stage.REVOKED || stage == Stage.DONE) {
            return revoked(nanos);
        }
        if (method.equals("GET") && path.equals("/api/v1/link/detectors")) {
            return detectors(nanos);
        }
        if (method.equals("POST") && path.equals("/api/v1/link/detectors/" + SERIAL + "/sessions")) {
            return session(read(body));
        }
        if (method.equals("POST") && path.equals("/api/v1/link/sessions/" + sessionId + "/batches")) {
            return batch(body);
        }
        if (method.equals("POST") && path.startsWith("/api/v1/link/sessions/")) {
            return problem(422, "link-session-ended");
        }
        return problem(404, "not-found");
    }

    private HttpReply detectors(long nanos) {
        boolean idle = stage == Stage.WAITING || stage == Stage.OVER;
        if (idle && lastPoll != Long.MIN_VALUE) {
            var since = Duration.ofNanos(nanos - lastPoll);
            findings.note(
                    Requirement.POLLING,
                    since.compareTo(leastBetweenPolls) >= 0,
                    "Two requests came " + since.toMillis() + " ms apart.");
        }
        lastPoll = nanos;
        polls++;
        var detector = json.createObjectNode()
                .put("serial", SERIAL)
                .put("model", "Check")
                .put("lelBasis", "HANDBOOK");
        var sensors = detector.putArray("sensors");
        sensors.addObject()
                .put("serial", "C-1")
                .put("fittedOn", "2026-01-05")
                .putObject("spec")
                .put("slot", 1)
                .put("gasId", "carbon-monoxide")
                .put("unit", "PPM")
                .put("resolution", 1);
        sensors.addObject()
                .put("serial", "C-2")
                .put("fittedOn", "2026-01-05")
                .putObject("spec")
                .put("slot", 2)
                .put("gasId", "oxygen")
                .put("unit", "VOL_PERCENT")
                .put("resolution", 0.1);
        if (stage == Stage.OVER && polls > POLLS) {
            findings.met(Requirement.RUN_OVER);
            stage = Stage.REVOKED;
            lastPoll = Long.MIN_VALUE;
        }
        boolean offered = stage != Stage.OVER && stage != Stage.REVOKED && (stage != Stage.WAITING || polls >= POLLS);
        detector.set("run", offered ? run() : json.nullNode());
        var all = json.createObjectNode();
        all.putArray("list").add(detector);
        return new HttpReply(Optional.of(200), all);
    }

    private ObjectNode run() {
        return json.createObjectNode()
                .put("runId", runId)
                .put("timeScale", 1)
                .put("calibrating", false)
                .put("asksFor", "WAIT_ZERO")
                .putNull("gas")
                .put("lagSeconds", 0)
                .put("heldBack", false);
    }

    private HttpReply session(JsonNode body) {
        findings.note(
                Requirement.SESSION,
                body.path("runId").asString("").equals(runId),
                "It asked for the run '" + body.path("runId").asString("") + "', which was not offered.");
        if (stage == Stage.SESSION_GONE) {
            findings.met(Requirement.SESSION_ENDED);
            nextSequence = 1;
            runTime = lastAt;
            stage = Stage.LAST_SESSION;
            batches = 0;
        } else if (stage == Stage.WAITING) {
            stage = Stage.SENDING;
        }
        sessionId = UUID.randomUUID().toString();
        return new HttpReply(
                Optional.of(201),
                json.createObjectNode()
                        .put("sessionId", sessionId)
                        .put("nextSequence", nextSequence)
                        .put("runTime", runTime));
    }

    private HttpReply batch(String text) {
        var body = read(text);
        if (stage == Stage.ERROR_SENT || stage == Stage.ANSWER_LOST) {
            var requirement =
                    stage == Stage.ERROR_SENT ? Requirement.REPEAT_AFTER_ERROR : Requirement.REPEAT_WITHOUT_ANSWER;
            findings.note(
                    requirement,
                    same(body, read(unanswered)),
                    "Batch " + read(unanswered).path("sequence") + " was to come again with the same readings; batch "
                            + body.path("sequence") + " came.");
            boolean taken = stage == Stage.ANSWER_LOST;
            stage = stage == Stage.ERROR_SENT ? Stage.SENDING_ON : Stage.SENDING_STILL;
            batches = 0;
            return taken ? acknowledged(body) : taken(body);
        }
        if (stage == Stage.OVER) {
            findings.broken(Requirement.RUN_OVER, "Batch " + body.path("sequence") + " came after the end.");
            return acknowledged(body);
        }
        return taken(body);
    }

    private static boolean same(JsonNode one, JsonNode other) {
        return one.path("sequence").equals(other.path("sequence"))
                && one.path("readings").equals(other.path("readings"));
    }

    /** Looks at a batch that is new, and answers as the stage has it. */
    private HttpReply taken(JsonNode body) {
        long sequence = body.path("sequence").asLong(-1);
        findings.note(
                Requirement.FIRST_SEQUENCE,
                sequence == nextSequence,
                "Batch " + nextSequence + " was to come; batch " + sequence + " came.");
        look(body.path("readings"), body.path("now"));
        nextSequence = sequence + 1;
        batches++;
        if (batches < BATCHES) {
            return acknowledged(body);
        }
        unanswered = body.toString();
        switch (stage) {
            case SENDING -> {
                // Not stored: what was looked at comes again.
                stage = Stage.ERROR_SENT;
                nextSequence = sequence;
                lastAt = body.path("readings").isEmpty() ? lastAt : firstOf(body) - 1;
                return problem(503, "busy");
            }
            case SENDING_ON -> {
                stage = Stage.ANSWER_LOST;
                return new HttpReply(Optional.empty(), json.createObjectNode());
            }
            case SENDING_STILL -> {
                stage = Stage.SESSION_GONE;
                sessionId = "";
                return problem(422, "link-session-ended");
            }
            case LAST_SESSION -> {
                rate();
                stage = Stage.OVER;
                polls = 0;
                lastPoll = Long.MIN_VALUE;
                return new HttpReply(
                        Optional.of(200),
                        json.createObjectNode().put("sequence", sequence).putNull("run"));
            }
            default -> {
                return acknowledged(body);
            }
        }
    }

    private static long firstOf(JsonNode body) {
        return body.path("readings").get(0).path("at").asLong();
    }

    private void look(JsonNode sent, JsonNode now) {
        findings.note(Requirement.RATE, sent.size() <= MOST_READINGS, "A batch had " + sent.size() + " readings.");
        long before = lastAt;
        for (var reading : sent) {
            long at = reading.path("at").asLong(-1);
            findings.note(
                    Requirement.RUN_TIME,
                    at > before,
                    "A reading at " + at + " ms came after one at " + before + " ms.");
            before = at;
            firstAt = firstAt < 0 ? at : firstAt;
            readings++;
            for (var value : reading.path("values").properties()) {
                boolean known = value.getKey().equals("1") || value.getKey().equals("2");
                findings.note(
                        Requirement.VALUES,
                        known && value.getValue().isNumber(),
                        "A reading held \"" + value.getKey() + "\": " + value.getValue() + ".");
            }
        }
        lastAt = before;
        findings.note(
                Requirement.NOW,
                now.isMissingNode() || now.isNull() || now.asLong() + MOST_AHEAD_MILLIS >= before,
                "A reading at " + before + " ms came with now = " + now + ".");
    }

    private void rate() {
        double seconds = (lastAt - firstAt) / 1_000.0;
        double aSecond = seconds > 0 ? (readings - 1) / seconds : 0;
        findings.note(
                Requirement.RATE, aSecond >= 0.9 && aSecond <= 5.5, "%.1f readings a second came.".formatted(aSecond));
    }

    private HttpReply revoked(long nanos) {
        if (lastPoll != Long.MIN_VALUE) {
            var since = Duration.ofNanos(nanos - lastPoll);
            findings.note(
                    Requirement.REVOKED,
                    since.compareTo(leastBetweenPolls) >= 0,
                    "Two requests came " + since.toMillis() + " ms apart after 401.");
        }
        lastPoll = nanos;
        afterRevoked++;
        if (afterRevoked >= POLLS) {
            stage = Stage.DONE;
        }
        return problem(401, "sign-in");
    }

    /** A gateway that stops altogether after 401 asks no more, which is as good. */
    synchronized void silent() {
        if (stage == Stage.REVOKED && afterRevoked > 0) {
            findings.met(Requirement.REVOKED);
            stage = Stage.DONE;
        }
    }

    private HttpReply acknowledged(JsonNode body) {
        var answer =
                json.createObjectNode().put("sequence", body.path("sequence").asLong());
        answer.set("run", run());
        return new HttpReply(Optional.of(200), answer);
    }

    private HttpReply problem(int status, String code) {
        return new HttpReply(
                Optional.of(status),
                json.createObjectNode().put("status", status).put("code", code).put("detail", code));
    }

    private JsonNode read(String text) {
        try {
            return json.readTree(text);
        } catch (tools.jackson.core.JacksonException broken) {
            findings.broken(Requirement.VALUES, "What was sent is no JSON: " + broken.getOriginalMessage());
            return json.createObjectNode();
        }
    }
}
