package onward.sentry.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.util.Map;
import java.util.stream.StreamSupport;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class PeopleTest {

    private static TestServer server;
    private static Api administrator;

    @BeforeAll
    static void start() {
        server = TestServer.withPeople();
        administrator = server.signedIn(Role.ADMINISTRATOR);
    }

    @AfterAll
    static void close() {
        server.close();
    }

    @Test
    void somebodyNewChoosesAnOwnPasswordBeforeAnythingElse() {
        var first = add("jon", "Jon Rask", "TECHNICIAN");
        var jon = signedIn("jon", first);
        assertThat(jon.get("/api/v1/session").body().path("passwordTemporary").asBoolean())
                .isTrue();
        assertThat(jon.get("/api/v1/today").status()).isEqualTo(403);
        assertThat(choose(jon, "wrong one", "a long enough one").text("field")).isEqualTo("before");
        assertThat(choose(jon, first, "short").text("field")).isEqualTo("fresh");
        assertThat(choose(jon, first, first).text("code")).isEqualTo("password-same");
        assertThat(choose(jon, first, "three old boats").status()).isEqualTo(200);
        assertThat(jon.get("/api/v1/today").status()).as("signed out by it").isEqualTo(401);

        assertThat(signIn(server.anybody(), "jon", first).status()).isEqualTo(422);
        assertThat(signedIn("jon", "three old boats").get("/api/v1/today").status())
                .isEqualTo(200);
    }

    @Test
    void namesAreNotTakenTwiceNorUnreadable() {
        add("ina", "Ina Berg", "VIEWER");
        assertThat(tryToAdd("INA", "Somebody else").text("code")).isEqualTo("sign-in-name-taken");
        assertThat(tryToAdd("ina2", "ina berg").text("field")).isEqualTo("displayName");
        assertThat(tryToAdd("a b", "Ab Cd").text("field")).isEqualTo("signInName");
        assertThat(tryToAdd("abc", " ").text("field")).isEqualTo("displayName");
        assertThat(server.signedIn(Role.LEAD)
                        .post("/api/v1/people", Map.of("signInName", "x1", "displayName", "X", "role", "VIEWER"))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void aNewRoleHoldsFromTheNextSignInAndEndsTheSessionsOfTheOldOne() {
        var pal = withPassword("pal", "Pal Vik", "VIEWER");
        assertThat(post("/api/v1/people/pal/role", Map.of("role", "LEAD")).status())
                .isEqualTo(200);
        assertThat(pal.get("/api/v1/today").status()).isEqualTo(401);
        assertThat(signedIn("pal", "three old boats").get("/api/v1/people").status())
                .isEqualTo(200);
    }

    @Test
    void whoLeftCannotSignInUntilBackAndStaysInTheRecords() {
        var liv = withPassword("liv", "Liv Ness", "TECHNICIAN");
        assertThat(post("/api/v1/people/liv/leaving", Map.of())
                        .body()
                        .path("leftOn")
                        .asString())
                .isEqualTo("2026-03-02");
        assertThat(liv.get("/api/v1/today").status()).isEqualTo(401);
        assertThat(signIn(server.anybody(), "liv", "three old boats").text("code"))
                .isEqualTo("sign-in-failed");
        assertThat(server.bean(People.class).workers())
                .noneMatch(worker -> worker.displayName().equals("Liv Ness"));
        post("/api/v1/people/liv/return", Map.of());
        assertThat(signIn(server.anybody(), "liv", "three old boats").status()).isEqualTo(200);
    }

    @Test
    void aGivenPasswordIsTypedOnceAndOnesOwnIsAskedForBeforeItIsChanged() {
        var given = post(
                        "/api/v1/people",
                        Map.of("signInName", "sunniva", "displayName", "Sunniva Aune", "role", "TECHNICIAN"))
                .body()
                .path("password")
                .asString();
        var sunniva = signedIn("sunniva", given);
        assertThat(sunniva.post("/api/v1/me/password", Map.of("fresh", given)).text("code"))
                .isEqualTo("password-same");
        assertThat(sunniva.post("/api/v1/me/password", Map.of("fresh", "three old boats"))
                        .status())
                .isEqualTo(200);
        var own = signedIn("sunniva", "three old boats");
        assertThat(own.post("/api/v1/me/password", Map.of("fresh", "four new boats"))
                        .text("code"))
                .isEqualTo("password-before");
    }

    @Test
    void theLastAdministratorStays() {
        assertThat(post("/api/v1/people/administrator/leaving", Map.of()).text("code"))
                .isEqualTo("last-administrator");
        assertThat(post("/api/v1/people/administrator/role", Map.of("role", "LEAD"))
                        .text("code"))
                .isEqualTo("last-administrator");
    }

    @Test
    void aClosedNameIsOpenedByANewPassword() {
        withPassword("eli", "Eli Moe", "VIEWER");
        for (int i = 0; i < 10; i++) {
            signIn(server.anybody(), "eli", "a guess");
        }
        assertThat(person("eli").path("closed").asBoolean()).isTrue();
        assertThat(signIn(server.anybody(), "eli", "three old boats").text("code"))
                .isEqualTo("sign-in-closed");
        var fresh = post("/api/v1/people/eli/password", Map.of())
                .body()
                .path("password")
                .asString();
        assertThat(signIn(server.anybody(), "eli", fresh).status()).isEqualTo(200);
        assertThat(person("eli").path("closed").asBoolean()).isFalse();
    }

    @Test
    void onesOwnSessionsAreListedAndTheOthersEnded() {
        var here = withPassword("siv", "Siv Aas", "VIEWER");
        var there = signedIn("siv", "three old boats");
        var listed = here.get("/api/v1/me/sessions").body();
        assertThat(listed).hasSize(2);
        assertThat(StreamSupport.stream(listed.spliterator(), false)
                        .filter(one -> one.path("thisOne").asBoolean()))
                .hasSize(1);
        assertThat(person("siv").path("sessions").asInt()).isEqualTo(2);
        assertThat(here.delete("/api/v1/me/sessions").status()).isEqualTo(200);
        assertThat(there.get("/api/v1/today").status()).isEqualTo(401);
        assertThat(here.get("/api/v1/today").status()).isEqualTo(200);
    }

    @Test
    void aSessionEndsOnEveryCopyOfTheServer() {
        try (var copy = server.copy()) {
            withPassword("ask", "Ask Ruud", "VIEWER");
            var there = copy.anybody();
            signIn(there, "ask", "three old boats");
            assertThat(there.get("/api/v1/today").status()).isEqualTo(200);
            post("/api/v1/people/ask/leaving", Map.of());
            assertThat(there.get("/api/v1/today").status()).isEqualTo(401);
        }
    }

    @Test
    void aCompetenceEndsAndWithItWhatItAllows() {
        withPassword("odd", "Odd Lie", "TECHNICIAN");
        var people = server.bean(People.class);
        var path = "/api/v1/people/odd/competences";
        post(path, Map.of("competence", "breath alcohol", "until", Island.TODAY.toString()));
        assertThat(people.competences("odd")).containsExactly("breath alcohol");
        var clock = (TestServer.TestClock) server.bean(Clock.class);
        clock.set(TestServer.TestClock.START.plusSeconds(86_400));
        try {
            assertThat(people.competences("odd")).isEmpty();
            assertThat(person("odd").path("competences").get(0).path("holds").asBoolean())
                    .isFalse();
            post(path, Map.of("competence", "breath alcohol", "until", "2027-03-02"));
            assertThat(people.competences("odd")).containsExactly("breath alcohol");
            assertThat(person("odd").path("competences")).hasSize(1);
        } finally {
            clock.set(TestServer.TestClock.START);
        }
        assertThat(administrator.delete(path + "/breath%20alcohol").status()).isEqualTo(200);
        assertThat(people.competences("odd")).isEmpty();
        assertThat(administrator.delete(path + "/breath%20alcohol").status()).isEqualTo(404);
        assertThat(post(path, Map.of("competence", " ")).text("field")).isEqualTo("competence");
    }

    @Test
    void noPasswordStandsInTheLedgerOrAmongTheAnswers() {
        var first = add("kai", "Kai Holm", "VIEWER");
        var fresh = post("/api/v1/people/kai/password", Map.of())
                .body()
                .path("password")
                .asString();
        for (var password : new String[] {first, fresh}) {
            assertThat(server.jdbc()
                            .sql("select (select count(*) from ledger where body like '%' || ? || '%')"
                                    + " + (select count(*) from idempotent_answer where answer like '%' || ? || '%')")
                            .params(password, password)
                            .query(Long.class)
                            .single())
                    .isZero();
        }
    }

    private static String add(String signInName, String displayName, String role) {
        return administrator
                .post("/api/v1/people", Map.of("signInName", signInName, "displayName", displayName, "role", role))
                .body()
                .path("password")
                .asString();
    }

    private static Api.Answer tryToAdd(String signInName, String displayName) {
        return administrator.post(
                "/api/v1/people", Map.of("signInName", signInName, "displayName", displayName, "role", "VIEWER"));
    }

    private static Api withPassword(String signInName, String displayName, String role) {
        var first = add(signInName, displayName, role);
        choose(signedIn(signInName, first), first, "three old boats");
        return signedIn(signInName, "three old boats");
    }

    private static Api signedIn(String signInName, String password) {
        var api = server.anybody();
        assertThat(signIn(api, signInName, password).status()).isEqualTo(200);
        return api;
    }

    private static Api.Answer signIn(Api api, String signInName, String password) {
        api.get("/api/v1/session");
        var answer = api.post("/api/v1/session", Map.of("signInName", signInName, "password", password));
        api.get("/api/v1/session");
        return answer;
    }

    private static Api.Answer choose(Api api, String before, String fresh) {
        return api.post("/api/v1/me/password", Map.of("before", before, "fresh", fresh));
    }

    private static Api.Answer post(String path, Object body) {
        return administrator.post(path, body);
    }

    private static JsonNode person(String signInName) {
        return StreamSupport.stream(administrator.get("/api/v1/people").body().spliterator(), false)
                .filter(person -> person.path("signInName").asString().equals(signInName))
                .findFirst()
                .orElseThrow();
    }
}
