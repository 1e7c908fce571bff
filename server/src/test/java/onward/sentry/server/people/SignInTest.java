package onward.sentry.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;

class SignInTest {

    private final TestServer server = TestServer.shared();

    @Test
    void aWrongPasswordIsRefusedWithoutSayingWhichOfTheTwoIsWrong() {
        var api = server.anybody();
        api.get("/api/v1/session");
        var wrongPassword = api.post("/api/v1/session", Map.of("signInName", "lead", "password", "not this one"));
        var wrongName = api.post("/api/v1/session", Map.of("signInName", "nobody", "password", "not this one"));
        assertThat(wrongPassword.status()).isEqualTo(422);
        assertThat(wrongPassword.text("code")).isEqualTo("sign-in-failed");
        assertThat(wrongName.body()).isEqualTo(wrongPassword.body());
        assertThat(api.get("/api/v1/today").status()).isEqualTo(401);
    }

    @Test
    void afterTenWrongPasswordsANameIsClosedForAQuarterOfAnHour() {
        var clock = (TestServer.TestClock) server.bean(Clock.class);
        var api = server.anybody();
        api.get("/api/v1/session");
        var wrong = Map.of("signInName", "viewer", "password", "a guess");
        for (int i = 0; i < 10; i++) {
            assertThat(api.post("/api/v1/session", wrong).text("code")).isEqualTo("sign-in-failed");
        }
        var right = Map.of("signInName", "Viewer", "password", TestServer.PASSWORD);
        assertThat(api.post("/api/v1/session", right).text("code")).isEqualTo("sign-in-closed");
        clock.set(TestServer.TestClock.START.plusSeconds(15 * 60));
        try {
            assertThat(api.post("/api/v1/session", right).status()).isEqualTo(200);
        } finally {
            clock.set(TestServer.TestClock.START);
        }
    }

    @Test
    void behindAProxyThatHoldsTheCertificateCookiesGoOverTlsOnly() throws Exception {
        try (var behind = TestServer.fresh("--server.forward-headers-strategy=framework")) {
            assertThat(cookies(behind, "https")).isNotEmpty().allMatch(cookie -> cookie.contains("Secure"));
            assertThat(cookies(behind, "http")).isNotEmpty().noneMatch(cookie -> cookie.contains("Secure"));
        }
        assertThat(cookies(server, "https"))
                .as("nobody's word is taken where no proxy stands")
                .noneMatch(cookie -> cookie.contains("Secure"));
    }

    private static List<String> cookies(TestServer server, String scheme) throws Exception {
        var request = HttpRequest.newBuilder(URI.create(server.url() + "/api/v1/session"))
                .header("X-Forwarded-Proto", scheme)
                .build();
        return HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.discarding())
                .headers()
                .allValues("Set-Cookie");
    }

    @Test
    void signedInTheSessionSaysWhoAndSignedOutItIsGone() {
        var api = server.signedIn(Role.TECHNICIAN);
        var session = api.get("/api/v1/session").body();
        assertThat(session.path("displayName").asString()).isEqualTo("technician person");
        assertThat(session.path("demoPeople")).isEmpty();
        assertThat(api.delete("/api/v1/session").status()).isEqualTo(200);
        assertThat(api.get("/api/v1/today").status()).isEqualTo(401);
    }

    @Test
    void aWriteWithoutTheCsrfTokenIsRefused() throws Exception {
        var request = HttpRequest.newBuilder(URI.create(server.url() + "/api/v1/session"))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString("{\"signInName\":\"lead\",\"password\":\"x\"}"))
                .build();
        var answer = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isIn(401, 403);
    }

    @Test
    void thePasswordIsStoredOnlyAsASaltedHashAndTheCookieIsOutOfReachOfScripts() throws Exception {
        var stored = server.jdbc()
                .sql("select password_hash from person where sign_in_name = 'lead'")
                .query(String.class)
                .single();
        assertThat(stored).startsWith("$2").doesNotContain(TestServer.PASSWORD);
        var http = HttpClient.newHttpClient();
        var open = http.send(
                HttpRequest.newBuilder(URI.create(server.url() + "/api/v1/session"))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        var token = open.headers().allValues("Set-Cookie").stream()
                .filter(c -> c.startsWith("XSRF-TOKEN="))
                .map(c -> c.substring("XSRF-TOKEN=".length(), c.indexOf(';')))
                .findFirst()
                .orElseThrow();
        var signedIn = http.send(
                HttpRequest.newBuilder(URI.create(server.url() + "/api/v1/session"))
                        .header("Content-Type", "application/json")
                        .header("Cookie", "XSRF-TOKEN=" + token)
                        .header("X-XSRF-TOKEN", token)
                        .POST(HttpRequest.BodyPublishers.ofString(
                                "{\"signInName\":\"lead\",\"password\":\"" + TestServer.PASSWORD + "\"}"))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertThat(signedIn.headers().allValues("Set-Cookie"))
                .anySatisfy(c -> assertThat(c).startsWith("SENTRY=").contains("HttpOnly", "SameSite=Lax"));
    }

    @Test
    void theFirstAdministratorIsMadeWithThePrintedCodeAndOnlyOnce() {
        var printed = new ByteArrayOutputStream();
        try (var empty = startPrintingTo(printed)) {
            var api = empty.anybody();
            assertThat(api.get("/api/v1/session").body().path("nobodyYet").asBoolean())
                    .isTrue();
            var wrong = api.post("/api/v1/first-administrator", administrator("AAAA-AAAA-AAAA", "long enough pass"));
            assertThat(wrong.text("code")).isEqualTo("code-wrong");
            assertThat(wrong.text("field")).isEqualTo("code");
            var code = printed.toString(StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> line.contains("One-time code"))
                    .map(line -> line.substring(line.lastIndexOf(' ') + 1))
                    .findFirst()
                    .orElseThrow();
            var tooShort = api.post("/api/v1/first-administrator", administrator(code, "short"));
            assertThat(tooShort.text("field")).isEqualTo("password");
            assertThat(api.post(
                                    "/api/v1/first-administrator",
                                    administrator(code.toLowerCase().replace("-", ""), "long enough pass"))
                            .status())
                    .isEqualTo(200);
            api.signIn("inga", "long enough pass");
            assertThat(api.get("/api/v1/session").text("role")).isEqualTo("ADMINISTRATOR");
            var again = api.post("/api/v1/first-administrator", administrator(code, "long enough pass"));
            assertThat(again.text("code")).isEqualTo("administrator-exists");
        }
    }

    private static Map<String, String> administrator(String code, String password) {
        return Map.of("code", code, "signInName", "Inga", "displayName", "Inga Rø", "password", password);
    }

    private static TestServer startPrintingTo(ByteArrayOutputStream printed) {
        var before = System.out;
        System.setOut(new PrintStream(printed, true, StandardCharsets.UTF_8));
        try {
            return TestServer.fresh();
        } finally {
            System.setOut(before);
        }
    }
}
