package onward.sentry.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import onward.sentry.core.policy.Pin;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Many guesses at once are not more than one after the other, and nobody is locked out by a stranger. */
class GuessingTest {

    private static final int AT_ONCE = 150;

    private static List<Api.Answer> atOnce(List<Callable<Api.Answer>> requests) throws Exception {
        var pool = Executors.newFixedThreadPool(requests.size());
        try {
            var answers = new ArrayList<Api.Answer>();
            for (var future : pool.invokeAll(requests)) {
                answers.add(future.get());
            }
            return answers;
        } finally {
            pool.shutdown();
        }
    }

    private static long count(List<Api.Answer> answers, String code) {
        return answers.stream()
                .filter(answer -> answer.text("code").equals(code))
                .count();
    }

    @Test
    void ofManyPasswordsAtOnceNoMoreThanTenAreTried() throws Exception {
        try (var server = TestServer.withPeople()) {
            var guesses = new ArrayList<Callable<Api.Answer>>();
            for (int i = 0; i < AT_ONCE; i++) {
                var api = server.anybody();
                api.get("/api/v1/session");
                var guess = Map.of("signInName", "lead", "password", "guess number " + i);
                guesses.add(() -> api.post("/api/v1/session", guess));
            }
            var answers = atOnce(guesses);
            assertThat(count(answers, "sign-in-failed")).isBetween(1L, (long) SignInGuard.MOST_FAILURES);
            assertThat(count(answers, "sign-in-closed") + count(answers, "busy") + count(answers, "sign-in-failed"))
                    .isEqualTo(AT_ONCE);
        }
    }

    @Test
    void ofManyPinsAtOnceNoMoreThanFiveAreTried() throws Exception {
        try (var server = TestServer.withPeople()) {
            var owner = server.signedIn(Role.TECHNICIAN);
            assertThat(owner.post("/api/v1/me/pin", Map.of("password", TestServer.PASSWORD, "pin", "7394"))
                            .status())
                    .isEqualTo(200);
            var guesses = new ArrayList<Callable<Api.Answer>>();
            for (int i = 0; i < 40; i++) {
                var guess = Map.of("secret", String.valueOf(8_000 + i));
                guesses.add(() -> owner.postOnce("/api/v1/me/proof", guess));
            }
            var answers = atOnce(guesses);
            assertThat(count(answers, "proof-wrong")).isLessThanOrEqualTo(SignInGuard.MOST_FAILURES);
            assertThat(server.bean(People.class).isPinClosed("technician")).isTrue();
            assertThat(server.jdbc()
                            .sql("select pin_failures from person where sign_in_name = 'technician'")
                            .query(Integer.class)
                            .single())
                    .as("each one that was looked at is counted")
                    .isGreaterThanOrEqualTo(Pin.MOST_FAILURES);
        }
    }

    @Test
    void aStrangerElsewhereDoesNotLockTheOnlyAdministratorOut() {
        try (var server = TestServer.withPeople()) {
            server.signedIn(Role.ADMINISTRATOR);
            fail(server, "administrator");
            fail(server, "lead");
            server.signedIn(Role.ADMINISTRATOR);
            var lead = server.anybody();
            lead.get("/api/v1/session");
            var right = Map.of("signInName", "lead", "password", TestServer.PASSWORD);
            assertThat(lead.post("/api/v1/session", right).text("code"))
                    .as("who never signed in here waits")
                    .isEqualTo("sign-in-closed");
        }
    }

    /** As many wrong ones as close a name, from all over. */
    private static void fail(TestServer server, String signInName) {
        for (int i = 0; i < SignInGuard.MOST_FROM_ALL; i++) {
            server.jdbc()
                    .sql("insert into sign_in_failure (sign_in_name, source, at) values (?, ?, ?)")
                    .params(signInName, "198.51.100." + i, OffsetDateTime.parse("2026-03-02T07:59:00Z"))
                    .update();
        }
    }

    @Test
    void whoCameInAndWhatWentOutIsNotedForTheAdministrator() throws Exception {
        var file = Files.createTempFile("audit", ".jsonl");
        try (var server = TestServer.withPeople("--sentry.audit-file=" + file)) {
            var lead = server.signedIn(Role.LEAD);
            var stranger = server.anybody();
            stranger.get("/api/v1/session");
            stranger.post("/api/v1/session", Map.of("signInName", "lead", "password", "a guess"));
            lead.bytes("/api/v1/exports/detectors/csv");
            lead.delete("/api/v1/session");
            var administrator = server.signedIn(Role.ADMINISTRATOR);
            assertThat(kinds(administrator.get("/api/v1/audit?person=LEA").body()))
                    .containsExactly("SIGNED_OUT", "EXPORTED", "SIGN_IN_FAILED", "SIGNED_IN");
            var exported = administrator.get("/api/v1/audit?kind=EXPORTED").body();
            assertThat(exported.get(0).path("detail").asString()).isEqualTo("detectors as csv");
            assertThat(exported.get(0).path("source").asString()).isEqualTo("127.0.0.1");
            assertThat(administrator.get("/api/v1/audit?until=2026-03-01").body())
                    .isEmpty();
            assertThat(server.signedIn(Role.LEAD).get("/api/v1/audit").status()).isEqualTo(403);
            assertThat(Files.readAllLines(file))
                    .hasSize(6)
                    .first()
                    .isEqualTo("{\"at\":\"2026-03-02T08:00:00Z\",\"kind\":\"SIGNED_IN\",\"person\":\"lead\","
                            + "\"source\":\"127.0.0.1\",\"detail\":\"\"}");
        } finally {
            Files.delete(file);
        }
    }

    private static List<String> kinds(JsonNode lines) {
        return lines.valueStream().map(line -> line.path("kind").asString()).toList();
    }

    @Test
    void theOneTimeCodeMakesOneAdministratorWhateverComesAtOnce() throws Exception {
        try (var server = TestServer.fresh()) {
            var code = server.bean(FirstAdministrator.class).code();
            var requests = new ArrayList<Callable<Api.Answer>>();
            for (int i = 0; i < 30; i++) {
                var api = server.anybody();
                api.get("/api/v1/session");
                Map<String, Object> body = Map.of(
                        "code",
                        code,
                        "signInName",
                        "first" + i,
                        "displayName",
                        "First " + i,
                        "password",
                        TestServer.PASSWORD);
                requests.add(() -> api.post("/api/v1/first-administrator", body));
            }
            assertThat(atOnce(requests))
                    .filteredOn(answer -> answer.status() == 200)
                    .hasSize(1);
            assertThat(server.jdbc()
                            .sql("select count(*) from person")
                            .query(Long.class)
                            .single())
                    .isEqualTo(1);
        }
    }
}
