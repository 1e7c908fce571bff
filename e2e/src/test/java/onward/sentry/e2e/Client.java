package onward.sentry.e2e;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody who speaks to the program without its pages. */
final class Client {

    private static final Pattern CODE = Pattern.compile("first administrator: (\\S+)");
    private static final JsonMapper JSON = JsonMapper.shared();

    private final String url;
    private final CookieManager cookies;
    private final HttpClient http;
    private String token = "";

    Client(World world) {
        this(world.url(), new CookieManager());
    }

    private Client(String url, CookieManager cookies) {
        this.url = url;
        this.cookies = cookies;
        this.http = HttpClient.newBuilder().cookieHandler(cookies).build();
    }

    /** Nobody who is signed in, but a gateway with its token. */
    Client showing(String token) {
        this.token = token;
        return this;
    }

    /** The same person, whose proxy leads to another copy of the program. */
    Client at(String copy) {
        return new Client(copy, cookies);
    }

    /** The first one on an empty site, who may do everything. */
    static Client first(World world) throws IOException, InterruptedException {
        var client = new Client(world);
        client.get("/api/v1/session");
        var code = CODE.matcher(world.printed());
        if (!code.find()) {
            throw new IllegalStateException("no code was printed");
        }
        client.post(
                "/api/v1/first-administrator",
                "{\"code\":\"" + code.group(1)
                        + "\",\"signInName\":\"first\",\"displayName\":\"First Person\",\"password\":\"three old boats\"}",
                "");
        return client.signIn("first", "three old boats");
    }

    Client signIn(String name, String password) throws IOException, InterruptedException {
        get("/api/v1/session");
        int status = post("/api/v1/session", "{\"signInName\":\"" + name + "\",\"password\":\"" + password + "\"}", "");
        if (status != 200) {
            throw new IllegalStateException("cannot sign in: " + status);
        }
        get("/api/v1/session");
        return this;
    }

    String get(String path) throws IOException, InterruptedException {
        return http.send(to(path).build(), HttpResponse.BodyHandlers.ofString()).body();
    }

    JsonNode read(String path) throws IOException, InterruptedException {
        return JSON.readTree(get(path));
    }

    int status(String path) throws IOException, InterruptedException {
        return http.send(to(path).build(), HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    int post(String path, String body, String key) throws IOException, InterruptedException {
        return sent(path, body, key).statusCode();
    }

    HttpResponse<String> sent(String path, String body, String key) throws IOException, InterruptedException {
        return http.send(
                writing(path, key)
                        .header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    HttpResponse<String> upload(String path, byte[] file, String key) throws IOException, InterruptedException {
        return http.send(
                writing(path, key)
                        .header("Content-Type", "application/octet-stream")
                        .POST(HttpRequest.BodyPublishers.ofByteArray(file))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    /** A stream of server-sent events; the caller closes it. */
    Stream<String> lines(String path) throws IOException, InterruptedException {
        return http.send(to(path).build(), HttpResponse.BodyHandlers.ofLines()).body();
    }

    /** A request as it goes over the wire, for those who break the line themselves. */
    String raw(String path, String body, String key) {
        return "POST " + path + " HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nIdempotency-Key: "
                + key
                + "\r\nX-XSRF-TOKEN: " + cookie("XSRF-TOKEN") + "\r\nCookie: SENTRY=" + cookie("SENTRY")
                + "; XSRF-TOKEN="
                + cookie("XSRF-TOKEN") + "\r\nContent-Length: " + body.length() + "\r\n\r\n" + body;
    }

    private HttpRequest.Builder writing(String path, String key) {
        return to(path).header("Idempotency-Key", key.isEmpty() ? "none" : key)
                .header("X-XSRF-TOKEN", cookie("XSRF-TOKEN"));
    }

    private HttpRequest.Builder to(String path) {
        var request = HttpRequest.newBuilder(URI.create(url + path));
        return token.isEmpty() ? request : request.header("Authorization", "Bearer " + token);
    }

    private String cookie(String name) {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals(name))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("none");
    }
}
