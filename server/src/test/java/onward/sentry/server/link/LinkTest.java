package onward.sentry.server.link;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.persistence.EntityManagerFactory;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import onward.sentry.core.trace.Reading;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.Test;

/** What a gateway may do, and what becomes of what it sends. */
class LinkTest {

    private final TestServer server = TestServer.shared();
    private final Island island = new Island(server, server.signedIn(Role.TECHNICIAN));

    @Test
    void aBatchThatIsSentAgainIsAcknowledgedAndChangesNothing() {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        island.command(runId, Map.of("kind", "CONFIRM_CHECKS", "step", 0));
        var last = gateway.until("CHOOSE_CYLINDER");
        long stored = batches(runId);
        var again = gateway.send(last);
        assertThat(again.status()).isEqualTo(200);
        assertThat(again.body().path("sequence").asLong()).isEqualTo(gateway.nextSequence() - 1);
        assertThat(batches(runId)).isEqualTo(stored);
    }

    @Test
    void aMissingBatchIsAskedForAndReadingsThatGoBackOrAheadAreRefused() {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        gateway.run(2);
        var gap = gateway.send(Map.of("sequence", gateway.nextSequence() + 1, "readings", gateway.nextReadings()));
        assertThat(gap.text("code")).isEqualTo("link-gap");
        assertThat(gap.text("wayOut")).isEqualTo("Send batch " + gateway.nextSequence() + " first.");
        var backwards = List.of(new Reading(9_000, Map.of(1, 0.0)), new Reading(8_000, Map.of(1, 0.0)));
        var disorder = gateway.send(Map.of("sequence", gateway.nextSequence(), "readings", backwards));
        assertThat(disorder.text("code")).isEqualTo("link-order");
        assertThat(disorder.text("field")).isEqualTo("readings");
        var strange = List.of(new Reading(9_000, Map.of(1, 0.0)), new Reading(9_500, Map.of(1, 0.0, 9, 3.0)));
        var lacking = gateway.send(Map.of("sequence", gateway.nextSequence(), "readings", strange));
        assertThat(lacking.text("code")).isEqualTo("link-slot");
        assertThat(lacking.text("detail")).contains("slot 9");
        var ahead = List.of(new Reading(9_000, Map.of(1, 0.0)), new Reading(69_001, Map.of(1, 0.0)));
        var future = gateway.send(Map.of("sequence", gateway.nextSequence(), "now", 9_000, "readings", ahead));
        assertThat(future.text("code")).isEqualTo("link-ahead");
        var before = List.of(new Reading(2_000, Map.of(1, 0.0)));
        var back = gateway.send(Map.of("sequence", gateway.nextSequence(), "readings", before));
        assertThat(back.text("code")).isEqualTo("link-back");
        assertThat(back.text("detail")).contains("2000 ms", "at 2000 ms");
        var sound = List.of(new Reading(9_000, Map.of(1, 0.0)));
        assertThat(gateway.send(Map.of("sequence", gateway.nextSequence(), "readings", sound))
                        .status())
                .as("nothing of a refused batch is kept")
                .isEqualTo(200);
    }

    @Test
    void aNewSessionEndsTheOneBeforeAndGoesOnWhereItsReadingsStopped() {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var first = island.gateway(serial, runId, Map.of());
        first.run(5);
        var second = island.gateway(serial, runId, Map.of());
        var late = first.send(Map.of("sequence", first.nextSequence(), "readings", first.nextReadings()));
        assertThat(late.text("code")).isEqualTo("link-session-ended");
        assertThat(second.nextReadings().get(0).at()).isEqualTo(5_250);
    }

    @Test
    void aConfirmationBelongsAfterReadingsThatAreStillOnTheirWay() {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        gateway.send(Map.of("sequence", gateway.nextSequence(), "now", 60_000, "readings", gateway.nextReadings()));
        var confirmed = island.command(runId, Map.of("kind", "CONFIRM_CHECKS", "step", 0));
        var warmUp = confirmed.body().path("next").path("countdown");
        assertThat(warmUp.path("from").asLong()).isEqualTo(60_000);
        assertThat(warmUp.path("until").asLong()).isEqualTo(120_000);
    }

    @Test
    void aGatewayOfManyDetectorsCostsNoMoreQuestionsThanOneOfOne() {
        var statistics = server.bean(EntityManagerFactory.class)
                .unwrap(SessionFactory.class)
                .getStatistics();
        statistics.setStatisticsEnabled(true);
        try {
            var one = questions(statistics, 1);
            assertThat(questions(statistics, 4)).isEqualTo(one).isPositive();
        } finally {
            statistics.setStatisticsEnabled(false);
        }
    }

    /** The least of eight: what the server's own clocks ask meanwhile is counted too, and can only add. */
    private long questions(Statistics statistics, int detectors) {
        var gateway = Api.withToken(
                server,
                tokenFor(Stream.generate(island::quoin4).limit(detectors).toArray(String[]::new)));
        gateway.get("/api/v1/link/detectors");
        return LongStream.generate(() -> {
                    long before = statistics.getPrepareStatementCount();
                    assertThat(gateway.get("/api/v1/link/detectors").body().size())
                            .isEqualTo(detectors);
                    return statistics.getPrepareStatementCount() - before;
                })
                .limit(8)
                .min()
                .orElseThrow();
    }

    @Test
    void aTokenReachesTheLinkAndNothingElse() {
        var serial = island.quoin4();
        var token = tokenFor(serial);
        var gateway = Api.withToken(server, token);
        assertThat(gateway.get("/api/v1/link/detectors").body().size()).isEqualTo(1);
        assertThat(gateway.get("/api/v1/today").status()).isEqualTo(401);
        assertThat(gateway.get("/api/v1/detectors/" + serial).status()).isEqualTo(401);
        assertThat(server.signedIn(Role.ADMINISTRATOR)
                        .get("/api/v1/link/detectors")
                        .status())
                .isEqualTo(401);
        assertThat(server.anybody().get("/api/v1/link/detectors").status()).isEqualTo(401);
    }

    @Test
    void aTokenIsGoodForListedDetectorsOnlyIsStoredAsAHashAndCanBeRevoked() {
        var mine = island.quoin4();
        var other = island.quoin4();
        var runId = island.start(other, "CALIBRATION", "LINK").path("id").asString();
        var token = tokenFor(mine);
        var gateway = Api.withToken(server, token);
        var refused = gateway.post("/api/v1/link/detectors/" + other + "/sessions", Map.of("runId", runId));
        assertThat(refused.text("code")).isEqualTo("link-detector");
        assertThat(server.jdbc()
                        .sql("select count(*) from link_token where token_hash = ? or name = ?")
                        .params(token, token)
                        .query(Long.class)
                        .single())
                .isZero();
        server.bean(LinkTokens.class).revoke("gateway of " + mine);
        assertThat(gateway.get("/api/v1/link/detectors").status()).isEqualTo(401);
    }

    @Test
    void aSessionOfAnotherTokenCannotBeUsed() {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var owner = Api.withToken(server, tokenFor(serial));
        var session = owner.post("/api/v1/link/detectors/" + serial + "/sessions", Map.of("runId", runId))
                .text("sessionId");
        var stranger = Api.withToken(server, tokenFor(island.quoin4()));
        var sent = stranger.post(
                "/api/v1/link/sessions/" + session + "/batches",
                Map.of("sequence", 1, "readings", List.of(new Reading(250, Map.of(1, 0.0)))));
        assertThat(sent.status()).isEqualTo(404);
    }

    @Test
    void readingsForARunThatHasEndedAreAcknowledgedAndTheGatewayIsToldThatNothingIsWanted() {
        var serial = island.quoin4();
        var runId = island.start(serial, "CALIBRATION", "LINK").path("id").asString();
        var gateway = island.gateway(serial, runId, Map.of());
        gateway.run(1);
        island.command(runId, Map.of("kind", "STOP", "reason", "wrong one"));
        long before = batches(runId);
        var answer = gateway.send(Map.of("sequence", gateway.nextSequence(), "readings", gateway.nextReadings()));
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.body().path("run").isNull()).isTrue();
        assertThat(batches(runId)).isEqualTo(before);
    }

    private String tokenFor(String... serials) {
        var ids = Stream.of(serials)
                .map(serial -> server.bean(Fleet.class).bySerial(serial).id())
                .toList();
        return server.bean(LinkTokens.class).issue("gateway of " + serials[0], ids);
    }

    private long batches(String runId) {
        return server.jdbc()
                .sql("select count(*) from reading_batch where run_id = ?")
                .param(java.util.UUID.fromString(runId))
                .query(Long.class)
                .single();
    }
}
