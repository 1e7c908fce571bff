package onward.sentry.tools.gateway;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Map;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody who is signed in to a site, without its pages. */
final class SiteClient {

    private static final Duration LONGEST = Duration.ofSeconds(30);
    private static final JsonMapper JSON = JsonMapper.shared();

    private final String url;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder()
            .cookieHandler(cookies)
            .connectTimeout(LONGEST)
            .build();

    SiteClient(String url) {
        this.url = url.replaceAll("/+$", "");
    }

    String url() {
        return url;
    }

    /** @throws Refused where the site does not let them in */
    void signIn(String name, String password) {
        get("/api/v1/session"); // for the token against forged requests, which changes when somebody signs in
        post("/api/v1/session", Map.of("signInName", name, "password", password));
        get("/api/v1/session");
    }

    JsonNode get(String path) {
        return sent(to(path).GET());
    }

    JsonNode post(String path, Object body) {
        return sent(to(path).header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body))));
    }

    void delete(String path) {
        sent(to(path).DELETE());
    }

    private HttpRequest.Builder to(String path) {
        try {
            return HttpRequest.newBuilder(URI.create(url + path))
                    .timeout(LONGEST)
                    .header("X-XSRF-TOKEN", forged());
        } catch (IllegalArgumentException e) {
            throw new Refused(new Refusal(
                    "address",
                    "",
                    "'" + url + "' is no address.",
                    "Set SENTRY_URL to one like http://127.0.0.1:8080."));
        }
    }

    private String forged() {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("none");
    }

    private JsonNode sent(HttpRequest.Builder request) {
        try {
            var answer = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            var body = answer.body().isBlank() ? JSON.createObjectNode() : JSON.readTree(answer.body());
            if (answer.statusCode() >= 400) {
                throw new Refused(new Refusal(
                        body.path("code").asString("refused"),
                        body.path("field").asString(""),
                        body.path("detail").asString("The site answers " + answer.statusCode() + "."),
                        body.path("wayOut").asString("Look at the server's output.")));
            }
            return body;
        } catch (IOException | JacksonException e) {
            throw new Refused(new Refusal(
                    "address",
                    "",
                    "No site answers at " + url + ".",
                    "Start it with ./sentry start, or set SENTRY_URL to where it runs."));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
