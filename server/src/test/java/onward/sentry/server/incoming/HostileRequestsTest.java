package onward.sentry.server.incoming;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Whatever is sent to whichever address in whichever role: no fault, no page, no word of how the program is made. */
class HostileRequestsTest {

    private static final int REQUESTS = Integer.getInteger("sentry.hostile", 3_000);
    private static final Pattern INSIDES = Pattern.compile(
            "onward\\.sentry\\.|org\\.springframework|java\\.lang|Exception|hibernate|psql|<html",
            Pattern.CASE_INSENSITIVE);

    private static final List<String> PATH_PARTS = List.of(
            "x",
            "%00",
            "%2f",
            "%5c..%5c",
            "..",
            "%F0%9F%98%80",
            "%ED%A0%80",
            "a%20b",
            "null",
            "-1",
            "0",
            "1e999",
            "'",
            "%22",
            "9999999999999999999",
            "00000000-0000-0000-0000-000000000000",
            ";x=1",
            "%25",
            "Q4-1",
            "MIXED%0d%0aSet-Cookie:x=1",
            "a".repeat(3_000));
    private static final List<String> QUERIES = List.of(
            "",
            "",
            "",
            "?from=x",
            "?limit=-1",
            "?from=-1&limit=99999999999",
            "?on=2026-99-99",
            "?id=%00",
            "?q=%00",
            "?text=%00%01",
            "?kind=NOPE&sort=DROP",
            "?from=2026-01-01&until=0001-01-01",
            "?page=1e3",
            "?=",
            "?a[]=1&a[0]=2",
            "?crew=" + "z".repeat(4_000),
            "?units=NaN",
            "?months=Infinity",
            "?order=SERIAL&from=2147483648");
    private static final List<String> BODIES = List.of(
            "",
            "{}",
            "[]",
            "null",
            "\"x\"",
            "0",
            "true",
            "{",
            "[[[[[[",
            "{\"a\":1e999}",
            "{\"a\":NaN}",
            "[null]",
            "[{}]",
            "[[null]]",
            "{\"\":null}",
            "\u0000",
            "{\"serial\":\"\\u0000\"}",
            "{\"serial\":\"\\ud800\"}",
            "not json",
            "[1,2,3]",
            "{\"serial\":null,\"sensors\":[null],\"components\":[null],\"ids\":[null],\"serials\":[null],\"readings\":[null]}",
            "{\"serial\":{},\"tag\":[],\"kind\":7,\"step\":\"x\",\"verdicts\":{\"x\":null},\"readings\":{\"a\":\"b\"}}",
            "{\"kind\":\"CONFIRM_CHECKS\",\"step\":-1}",
            "{\"kind\":\"SKIP\",\"slot\":99,\"reason\":\"\"}",
            "{\"litres\":-1,\"bar\":1e308,\"gaugeBar\":-5,\"volumeLitres\":0,\"fullBar\":0}",
            "[{\"serial\":\"x\",\"on\":\"yesterday\"}]",
            "{\"on\":\"+999999999-12-31\",\"until\":\"-999999999-01-01\"}",
            "{\"signInName\":\"" + "n".repeat(5_000) + "\",\"password\":\"p\"}",
            "{\"a\":".repeat(600) + "1" + "}".repeat(600));
    private static final List<String> TYPES = List.of(
            "application/json",
            "application/json",
            "application/json",
            "text/plain",
            "application/octet-stream",
            "*/*",
            "nonsense",
            "multipart/form-data; boundary=x",
            "application/x-www-form-urlencoded",
            "application/json;charset=nope",
            "");
    private static final List<String> ACCEPTS = List.of(
            "*/*",
            "*/*",
            "application/json",
            "text/html",
            "image/png",
            "nonsense",
            "application/pdf;q=0",
            "text/event-stream;q=0.1");
    private static final Set<String> METHODS = Set.of("GET", "POST", "PUT", "DELETE", "PATCH", "OPTIONS");

    private final Random random = new Random(20261130);

    @Test
    void nothingThatIsSentMakesAFault() throws Exception {
        try (var server = TestServer.withPeople()) {
            var addresses = addresses(server);
            var people = new ArrayList<Api>();
            people.add(server.anybody());
            for (var role : Role.values()) {
                people.add(server.signedIn(role));
            }
            var http = HttpClient.newHttpClient();
            var wrong = new TreeMap<String, String>();
            int sent = 0;
            for (int i = 0; sent < REQUESTS; i++) {
                var address = addresses.get(i % addresses.size());
                if (address.path().contains("stream")) {
                    continue;
                }
                var api = people.get(random.nextInt(people.size()));
                var request = request(server.url(), address, api);
                if (request == null) {
                    continue;
                }
                sent++;
                check(http, request, wrong);
            }
            assertThat(wrong).isEmpty();
        }
    }

    private record Address(String method, String path) {}

    private static List<Address> addresses(TestServer server) {
        var all = new ArrayList<Address>();
        server.bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .keySet()
                .forEach(mapping -> mapping.getPatternValues().forEach(path -> {
                    var methods = mapping.getMethodsCondition().getMethods();
                    for (var method : methods.isEmpty() ? Set.of(RequestMethod.GET) : methods) {
                        all.add(new Address(method.name(), path));
                    }
                }));
        all.sort(java.util.Comparator.comparing(Address::path).thenComparing(Address::method));
        return all;
    }

    private HttpRequest request(String url, Address address, Api api) {
        var path = Pattern.compile("\\{[^}]+}")
                .matcher(address.path())
                .replaceAll(part -> java.util.regex.Matcher.quoteReplacement(one(PATH_PARTS)));
        try {
            var request = HttpRequest.newBuilder(new URI(url + path + one(QUERIES)));
            var method = random.nextInt(12) == 0 ? one(List.copyOf(METHODS)) : address.method();
            var body = one(BODIES);
            request.method(
                    method,
                    method.equals("GET") || body.isEmpty()
                            ? HttpRequest.BodyPublishers.noBody()
                            : HttpRequest.BodyPublishers.ofString(body));
            var type = one(TYPES);
            if (!type.isEmpty()) {
                request.header("Content-Type", type);
            }
            request.header("Accept", one(ACCEPTS));
            request.header("Idempotency-Key", random.nextInt(4) == 0 ? " " : "key-" + random.nextInt(40));
            api.introduce(request);
            return request.build();
        } catch (URISyntaxException | IllegalArgumentException e) {
            return null; // this client cannot send it
        }
    }

    private <T> T one(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private static void check(HttpClient http, HttpRequest request, TreeMap<String, String> wrong)
            throws IOException, InterruptedException {
        var answer = http.send(request, HttpResponse.BodyHandlers.ofString());
        var type = answer.headers().firstValue("Content-Type").orElse("");
        var problem = answer.statusCode() < 400
                ? ""
                : answer.statusCode() >= 500
                        ? "fault"
                        : !type.startsWith("application/problem+json") ? "no problem but '" + type + "'" : "";
        if (problem.isEmpty()
                && answer.statusCode() >= 400
                && INSIDES.matcher(answer.body()).find()) {
            problem = "insides";
        }
        if (!problem.isEmpty()) {
            var path = request.uri().getRawPath();
            wrong.putIfAbsent(
                    problem + " " + request.method() + " " + path.substring(0, Math.min(90, path.length())) + " "
                            + answer.statusCode(),
                    Arrays.asList(
                                    request.uri().getRawQuery(),
                                    request.headers().map().get("Content-Type"),
                                    request.headers().map().get("Accept"),
                                    answer.body()
                                            .substring(
                                                    0,
                                                    Math.min(160, answer.body().length())))
                            .toString());
        }
    }
}
