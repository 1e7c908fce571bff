package onward.sentry.server.logbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.people.Role;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

class LogbookTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Api lead = server.signedIn(Role.LEAD);
    private final Island island = new Island(server, technician);

    @Test
    void aRunIsFoundByEveryThingThatIsKnownOfIt() {
        var serial = island.quoin4();
        var run = island.calibrate(serial, island.houseMix(), Map.of(3, 0.62));
        var found = only(entries("detector=" + serial + "&kind=run-signed"));
        assertThat(found.path("job").asString()).isEqualTo("CALIBRATION");
        assertThat(found.path("by").asString()).isEqualTo("technician person");
        assertThat(found.path("verdict").asString()).isEqualTo("MARGINAL");
        assertThat(found.path("runId").asString()).isEqualTo(run.path("id").asString());
        var cylinder = found.path("cylinder").asString();
        assertThat(cylinder).startsWith("HM-");
        assertThat(found.path("strip").path("marks").size()).isEqualTo(16);

        var seq = found.path("seq").asLong();
        var day = found.path("at").asString().substring(0, 10);
        for (var wish : List.of(
                "words=" + serial.toLowerCase() + " cal",
                "words=" + cylinder,
                "words=" + serial.substring(serial.indexOf('-') + 1),
                "cylinder=" + cylinder + "&verdict=MARGINAL",
                "detector=" + serial + "&model=Quoin 4&person=technician person",
                "detector=" + serial + "&from=" + day + "&until=" + day)) {
            assertThat(numbers(entries(wish))).as(wish).contains(seq);
        }
        for (var wish : List.of(
                "cylinder=" + cylinder + "&verdict=PASS",
                "detector=" + serial + "&model=Hollin NO",
                "detector=" + serial + "&crew=Nobody",
                "detector=" + serial + "&until=2020-01-01",
                "words=" + serial + " zebra")) {
            assertThat(entries(wish)).as(wish).isEmpty();
        }
    }

    @Test
    void aPageLeadsToTheNextAndNothingComesTwiceOrIsLeftOut() {
        var serial = island.quoin4();
        var ledger = server.bean(Ledger.class);
        server.bean(TransactionTemplate.class).executeWithoutResult(transaction -> {
            for (int i = 0; i < Logbook.PAGE * 2; i++) {
                ledger.append(
                        LedgerKind.MADE_DUE, "technician person", Map.of("detector", serial, "cause", "cause " + i));
            }
        });
        var all = new ArrayList<Long>();
        var next = "";
        do {
            var page = page("detector=" + serial + (next.isEmpty() ? "" : "&before=" + next));
            page.path("entries").forEach(entry -> all.add(entry.path("seq").asLong()));
            next = page.path("next").asString("");
        } while (!next.isEmpty());
        assertThat(all).hasSize(Logbook.PAGE * 2 + 1);
        assertThat(new HashSet<>(all)).hasSameSizeAs(all);
        assertThat(all).isSortedAccordingTo((a, b) -> Long.compare(b, a));
    }

    /** Older than all that is looked through first, and older than a page: the index has to find them, in order. */
    @Test
    void wordsOfLongAgoAreFoundBehindThousandsOfNewerEntries() {
        var ledger = server.bean(Ledger.class);
        var longAgo = Instant.parse("2019-05-04T08:00:00Z");
        server.bean(TransactionTemplate.class).executeWithoutResult(transaction -> {
            for (int i = 0; i < Logbook.PAGE + 5; i++) {
                ledger.append(
                        LedgerKind.MADE_DUE, "Old Hand", Map.of("cause", "kelp in the inlet"), longAgo.plusSeconds(i));
            }
        });
        server.jdbc()
                .sql("insert into ledger (seq, at, kind, by, body, prev_hash, hash)"
                        + " select -n, now(), 'made-due', 'Newer Hand', '{}', '', '' from generate_series(1, 6000) n")
                .update();
        try {
            var first = page("words=kelp inlet");
            assertThat(first.path("entries")).hasSize(Logbook.PAGE);
            var second = page("words=kelp inlet&before=" + first.path("next").asString());
            assertThat(second.path("entries")).hasSize(5);
            assertThat(second.path("entries").get(4).path("at").asString()).isEqualTo("2019-05-04T08:00:00Z");
            assertThat(second.path("next").isNull()).isTrue();
        } finally {
            forgetThoseBelowZero();
        }
    }

    /** Too thin among those that are looked through first for a page: the look goes farther, and nothing is left out. */
    @Test
    void wordsThatOneInSomeHundredEntriesSaysFillPageAfterPage() {
        server.jdbc()
                .sql("insert into ledger (seq, at, kind, by, body, prev_hash, hash)"
                        + " select -n, now() - n * interval '1 second', 'made-due', 'Thin Hand', case when n % 350 = 0"
                        + " then '{\"cause\":\"eelgrass\"}' else '{}' end, '', '' from generate_series(1, 25000) n")
                .update();
        try {
            var first = page("words=eelgrass");
            assertThat(first.path("entries")).hasSize(Logbook.PAGE);
            assertThat(first.path("entries").get(0).path("seq").asLong()).isEqualTo(-350);
            assertThat(first.path("entries").get(59).path("seq").asLong()).isEqualTo(-350 * 60);
            var second = page("words=eelgrass&before=" + first.path("next").asString());
            assertThat(second.path("entries")).hasSize(11);
            assertThat(second.path("entries").get(10).path("seq").asLong()).isEqualTo(-350 * 71);
        } finally {
            forgetThoseBelowZero();
        }
    }

    private void forgetThoseBelowZero() {
        var keeper = JdbcClient.create(server.keeper());
        keeper.sql("alter table ledger disable trigger user").update();
        keeper.sql("delete from ledger where seq < 0").update();
        keeper.sql("alter table ledger enable trigger user").update();
    }

    @ParameterizedTest
    @ValueSource(strings = {"'", "a'b", "\\", "& | !", "(:*", "<->", "a:b:*", "%", "' or 1=1 --"})
    void whateverIsTypedIsWordsAndNothingElse(String words) {
        assertThat(technician
                        .get("/api/v1/logbook?words=" + URLEncoder.encode(words, StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void workSetUpAndAccountsAreAreasOfTheirOwn() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        lead.post("/api/v1/detectors/" + serial + "/tolerance", Map.of("percent", 5, "reason", "close to people"));
        var ofDetector = "detector=" + serial + "&area=";
        assertThat(kinds(ofDetector + "WORK")).containsExactly("run-signed");
        assertThat(kinds(ofDetector + "SETUP")).containsExactly("tolerance-set", "detector-registered");
        assertThat(kinds(ofDetector + "ACCOUNTS")).isEmpty();
        assertThat(only(entries(ofDetector + "SETUP&kind=tolerance-set"))
                        .path("facts")
                        .path("percent")
                        .asString())
                .isEqualTo("5");
        var choices = technician.get("/api/v1/logbook-choices").body().path("kinds");
        assertThat(StreamSupport.stream(choices.spliterator(), false)
                        .filter(kind -> kind.path("kind").asString().equals("tolerance-set"))
                        .map(kind -> kind.path("area").asString()))
                .containsExactly("SETUP");
        assertThat(technician.get("/api/v1/logbook?area=HOLIDAYS").text("field"))
                .isEqualTo("area");
    }

    @Test
    void aPlaceThatIsNoneIsRefusedByName() {
        assertThat(technician.get("/api/v1/logbook?before=yesterday").text("field"))
                .isEqualTo("before");
        assertThat(technician.get("/api/v1/logbook?from=yesterday").text("wayOut"))
                .isEqualTo("Give a day as YYYY-MM-DD.");
        assertThat(technician.get("/api/v1/logbook?verdict=splendid").text("field"))
                .isEqualTo("verdict");
    }

    @Test
    void aRecordIsPutRightByAnEntryThatPointsToItAndStaysAsItWas() {
        var serial = island.quoin4();
        var run =
                island.calibrate(serial, island.houseMix(), Map.of()).path("id").asString();
        var before = only(entries("detector=" + serial + "&kind=run-signed"));
        var seq = before.path("seq").asLong();

        var answer = correct(technician, seq, "The CO sensor was K-88", "read its label wrong", true);
        assertThat(answer.status()).isEqualTo(200);
        var after = only(entries("detector=" + serial + "&kind=run-signed"));
        assertThat(after.path("hash")).isEqualTo(before.path("hash"));
        assertThat(after.path("facts")).isEqualTo(before.path("facts"));
        var correction = only(entries("detector=" + serial + "&kind=correction"));
        assertThat(correction.path("corrects").asLong()).isEqualTo(seq);
        assertThat(after.path("correctedBy").get(0)).isEqualTo(correction.path("seq"));

        var record = technician.get("/api/v1/runs/" + run + "/record").body();
        assertThat(record.path("entry").asLong()).isEqualTo(seq);
        assertThat(record.path("corrections").get(0).path("right").asString()).isEqualTo("The CO sensor was K-88");
        assertThat(record.path("corrections").get(0).path("why").asString()).isEqualTo("read its label wrong");
        var detector = technician.get("/api/v1/detectors/" + serial).body().path("detector");
        assertThat(detector.path("state").asString()).isEqualTo("DUE");
        assertThat(detector.path("reason").asString()).contains("record corrected: The CO sensor was K-88");
    }

    @Test
    void whatSomebodyElseEnteredIsPutRightByALeadOnly() {
        var serial = island.quoin4();
        lead.post("/api/v1/detectors/" + serial + "/tolerance", Map.of("percent", 5, "reason", "close to people"));
        var byLead = only(entries("detector=" + serial + "&person=lead person"))
                .path("seq")
                .asLong();
        var refused = correct(technician, byLead, "10 %", "mistyped", false);
        assertThat(refused.text("code")).isEqualTo("correction-of-others");
        assertThat(refused.text("detail")).contains("lead person");
        assertThat(correct(lead, byLead, "10 %", "mistyped", false).status()).isEqualTo(200);
        assertThat(correct(lead, byLead, " ", "mistyped", false).text("field")).isEqualTo("right");
        assertThat(correct(lead, byLead, "10 %", "x".repeat(501), false).text("field"))
                .isEqualTo("why");
        assertThat(correct(lead, 99_999_999, "10 %", "mistyped", false).status())
                .isEqualTo(404);
    }

    private static Api.Answer correct(Api who, long seq, String right, String why, boolean checkAgain) {
        return who.post(
                "/api/v1/logbook/" + seq + "/corrections",
                Map.of("right", right, "why", why, "checkAgain", checkAgain));
    }

    private JsonNode page(String query) {
        var answer = technician.get("/api/v1/logbook?" + query.replace(" ", "%20"));
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        return answer.body();
    }

    private List<JsonNode> entries(String query) {
        return StreamSupport.stream(page(query).path("entries").spliterator(), false)
                .toList();
    }

    private List<String> kinds(String query) {
        return entries(query).stream()
                .map(entry -> entry.path("kind").asString())
                .toList();
    }

    private static List<Long> numbers(List<JsonNode> entries) {
        return entries.stream().map(entry -> entry.path("seq").asLong()).toList();
    }

    private static JsonNode only(List<JsonNode> entries) {
        assertThat(entries).hasSize(1);
        return entries.get(0);
    }
}
