package onward.sentry.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.node.ObjectNode;

/** Many people change many kinds of things at once: nobody waits in a circle, and nobody is told of a fault of the server. */
class LockOrderTest {

    private static final int WRITERS = 8;
    private static final Duration LONG = Duration.ofSeconds(60);

    @Test
    void eightWritersOverAllKindsMeetNoDeadlockAndNoServerError() throws Exception {
        try (var server = TestServer.withPeople()) {
            var technician = server.signedIn(Role.TECHNICIAN);
            var lead = server.signedIn(Role.LEAD);
            var island = new Island(server, technician);
            var tags = new ArrayList<String>();
            var ids = new ArrayList<String>();
            var serials = new ArrayList<String>();
            for (int i = 0; i < 3; i++) {
                var cylinder = island.cylinder(Map.of("lot", "L-ALL"));
                tags.add(cylinder.path("tag").asString());
                ids.add(cylinder.path("id").asString());
                serials.add(island.quoin4());
            }
            island.calibrate(serials.get(0), ids.get(0), Map.of());
            var failures = new ConcurrentLinkedQueue<String>();
            var stored = new ConcurrentHashMap<Integer, Integer>();
            long before = deadlocks(server);
            var until = Instant.now().plus(LONG);
            var pool = Executors.newFixedThreadPool(WRITERS);
            var done = new ArrayList<Future<?>>();
            for (int writer = 0; writer < WRITERS; writer++) {
                int kind = writer;
                done.add(pool.submit(() -> {
                    var random = new Random(kind);
                    while (Instant.now().isBefore(until)) {
                        var answer = write(kind, random, technician, lead, tags, ids, serials);
                        if (answer.status() >= 500) {
                            failures.add(kind + ": " + answer);
                        } else if (answer.status() < 300) {
                            stored.merge(kind, 1, Integer::sum);
                        }
                    }
                }));
            }
            for (var one : done) {
                one.get();
            }
            pool.shutdown();
            assertThat(failures).isEmpty();
            assertThat(stored.keySet())
                    .as("every kind has stored something: " + stored)
                    .contains(0, 1, 2, 3, 4, 5, 7);
            assertThat(deadlocks(server) - before).isZero();
        }
    }

    private static long deadlocks(TestServer server) {
        return server.jdbc()
                .sql("select deadlocks from pg_stat_database where datname = current_database()")
                .query(Long.class)
                .single();
    }

    private static Api.Answer write(
            int kind,
            Random random,
            Api technician,
            Api lead,
            List<String> tags,
            List<String> ids,
            List<String> serials) {
        var tag = tags.get(random.nextInt(tags.size()));
        var serial = serials.get(random.nextInt(serials.size()));
        return switch (kind) {
            case 0, 1 -> paper(technician, serial, ids.get(random.nextInt(ids.size())));
            case 2 ->
                technician.postOnce("/api/v1/cylinders/" + tag + "/gauge", Map.of("bar", 20 + random.nextInt(30)));
            case 3, 4 -> recallAndBack(lead, random, tag);
            case 5 ->
                technician.postOnce(
                        "/api/v1/detectors/" + serial + "/triggers",
                        Map.of("cause", "DROPPED", "remark", "no " + random.nextInt()));
            case 6 -> lead.postOnce("/api/v1/detectors/" + serial + "/release", Map.of("remark", "looked at"));
            default -> policy(lead, random);
        };
    }

    private static Api.Answer recallAndBack(Api lead, Random random, String tag) {
        boolean lot = random.nextBoolean();
        var recall = lead.postOnce(
                "/api/v1/recalls",
                Map.of("scope", lot ? "LOT" : "CYLINDER", "named", lot ? "L-ALL" : tag, "reason", "doubt"));
        return recall.status() == 201
                ? lead.postOnce("/api/v1/recalls/" + recall.text("id") + "/withdrawal", Map.of("reason", "none"))
                : recall;
    }

    /** A job from paper is signed at once: run, results, cylinder, detector and ledger in one transaction. */
    private static Api.Answer paper(Api technician, String serial, String cylinderId) {
        return technician.postOnce(
                "/api/v1/detectors/" + serial + "/paper-runs",
                Map.of(
                        "job",
                        "CALIBRATION",
                        "on",
                        "2026-03-02",
                        "doneBy",
                        "Una",
                        "cylinderId",
                        cylinderId,
                        "sensors",
                        List.of(
                                Map.of("slot", 1, "zero", 0, "onGas", 24),
                                Map.of("slot", 2, "zero", 20.9, "onGas", 16.1),
                                Map.of("slot", 3, "zero", 0, "onGas", 78),
                                Map.of("slot", 4, "zero", 0, "onGas", 14.6))));
    }

    /** A change of the policy works out every state again, and locks the ledger. */
    private static Api.Answer policy(Api lead, Random random) {
        var policy = lead.get("/api/v1/site-rules").body().path("policy");
        var changed = (ObjectNode) policy.deepCopy();
        changed.put("warnBeforeExpiryDays", 10 + random.nextInt(50));
        return lead.postOnce("/api/v1/site-rules", Map.of("policy", changed, "reason", "tried"));
    }
}
