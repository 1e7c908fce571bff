package onward.sentry.server.testing;

import java.io.IOException;
import java.io.InputStream;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Speaks to the server as a page or a gateway would: cookies, CSRF token, JSON. */
public final class Api {

    /** An answer with its body read as JSON; a missing body is an empty object. */
    public record Answer(int status, JsonNode body) {
        public String text(String field) {
            return body.path(field).asString("");
        }
    }

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private final String url;
    private final Map<String, String> headers = new HashMap<>();
    private String password = "";

    Api(String url) {
        this.url = url;
    }

    public static Api withToken(TestServer server, String token) {
        var api = server.anybody();
        api.headers.put("Authorization", "Bearer " + token);
        return api;
    }

    public void signIn(String name, String password) {
        this.password = password;
        get("/api/v1/session");
        var answer = post("/api/v1/session", Map.of("signInName", name, "password", password));
        if (answer.status() != 200) {
            throw new IllegalStateException("cannot sign in: " + answer);
        }
        get("/api/v1/session");
    }

    public Answer get(String path) {
        return send("GET", path, null, Map.of());
    }

    public Answer delete(String path) {
        return send("DELETE", path, null, Map.of());
    }

    /** Shows who it is where that is asked for, as a page does: the tests' clock jumps by months. */
    public Answer post(String path, Object body) {
        var answer = postOnce(path, body);
        if (answer.text("code").equals("signature-wanted")) {
            postOnce("/api/v1/me/proof", Map.of("secret", password));
            return postOnce(path, body);
        }
        return answer;
    }

    /** Sends it and takes the answer as it comes. */
    public Answer postOnce(String path, Object body) {
        return send(
                "POST", path, body, Map.of("Idempotency-Key", UUID.randomUUID().toString()));
    }

    public Answer post(String path, Object body, String idempotencyKey) {
        return send("POST", path, body, Map.of("Idempotency-Key", idempotencyKey));
    }

    public Answer put(String path, Object body) {
        return send(
                "PUT", path, body, Map.of("Idempotency-Key", UUID.randomUUID().toString()));
    }

    /** Sends a file as the body. */
    public Answer upload(String path, byte[] file) {
        return sendFile("POST", path, file);
    }

    public Answer putFile(String path, byte[] file) {
        return sendFile("PUT", path, file);
    }

    private Answer sendFile(String method, String path, byte[] file) {
        return send(
                method,
                path,
                HttpRequest.BodyPublishers.ofByteArray(file),
                "application/octet-stream",
                Map.of("Idempotency-Key", UUID.randomUUID().toString()));
    }

    public Answer send(String method, String path, Object body, Map<String, String> more) {
        var publisher = body == null
                ? HttpRequest.BodyPublishers.noBody()
                : HttpRequest.BodyPublishers.ofString(
                        body instanceof String text ? text : JSON.writeValueAsString(body));
        return send(method, path, publisher, "application/json", more);
    }

    private Answer send(
            String method, String path, HttpRequest.BodyPublisher body, String contentType, Map<String, String> more) {
        var request = HttpRequest.newBuilder(URI.create(url + path)).timeout(Duration.ofSeconds(30));
        request.header("Content-Type", contentType);
        headers.forEach(request::header);
        more.forEach(request::header);
        cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .forEach(token -> request.header("X-XSRF-TOKEN", token));
        request.method(method, body);
        try {
            var response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            var type = response.headers().firstValue("Content-Type").orElse("");
            var text = response.body();
            return new Answer(
                    response.statusCode(),
                    text.isBlank() || !type.contains("json") ? JSON.createObjectNode() : JSON.readTree(text));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** Puts who this is on a request that is sent by other means. */
    public void introduce(HttpRequest.Builder request) {
        var own = cookies.getCookieStore().getCookies();
        if (!own.isEmpty()) {
            request.header(
                    "Cookie",
                    own.stream()
                            .map(one -> one.getName() + "=" + one.getValue())
                            .collect(Collectors.joining("; ")));
        }
        own.stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .forEach(token -> request.header("X-XSRF-TOKEN", token.getValue()));
    }

    /** Asks for a stream and reads nothing of it, on a line that takes in next to nothing; close it to go away. */
    public Socket stalled(String path) throws IOException {
        var address = URI.create(url + path);
        var socket = new Socket();
        socket.setReceiveBufferSize(4_096);
        socket.connect(new InetSocketAddress(address.getHost(), address.getPort()));
        var cookie = cookies.getCookieStore().getCookies().stream()
                .map(one -> one.getName() + "=" + one.getValue())
                .collect(Collectors.joining("; "));
        socket.getOutputStream()
                .write(("GET " + address.getRawPath() + "?" + address.getRawQuery() + " HTTP/1.1\r\nHost: "
                                + address.getAuthority() + "\r\nCookie: " + cookie + "\r\n\r\n")
                        .getBytes(StandardCharsets.US_ASCII));
        return socket;
    }

    /** What a page that is not JSON answers with. */
    public byte[] bytes(String path) {
        try {
            return http.send(
                            HttpRequest.newBuilder(URI.create(url + path)).build(),
                            HttpResponse.BodyHandlers.ofByteArray())
                    .body();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** Opens a stream of server-sent events; the caller closes it. */
    public InputStream stream(String path) throws IOException, InterruptedException {
        return http.send(
                        HttpRequest.newBuilder(URI.create(url + path)).build(),
                        HttpResponse.BodyHandlers.ofInputStream())
                .body();
    }

    public void forgetCookies() {
        cookies.getCookieStore().removeAll();
    }
}
