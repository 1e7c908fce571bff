package onward.sentry.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Walks the one table of roles: every address against every role, and every mapped address against the table. */
class AccessTest {

    private static final Set<Integer> KEPT_OUT = Set.of(401, 403);

    private final TestServer server = TestServer.shared();

    @TestFactory
    java.util.stream.Stream<DynamicTest> everyAddressAgainstEveryRole() {
        var nobody = server.anybody();
        nobody.get("/api/v1/session");
        Map<Role, Api> people =
                java.util.Arrays.stream(Role.values()).collect(Collectors.toMap(r -> r, server::signedIn));
        return AccessTable.ROWS.stream()
                .filter(row -> row.role().isPresent())
                .map(row -> DynamicTest.dynamicTest(row.method() + " " + row.pattern(), () -> {
                    var least = row.role().orElseThrow();
                    assertThat(ask(nobody, row)).as("nobody").isEqualTo(401);
                    people.forEach((role, api) -> {
                        boolean may = role.compareTo(least) >= 0;
                        assertThat(KEPT_OUT.contains(ask(api, row)))
                                .as("%s", role)
                                .isEqualTo(!may);
                    });
                }));
    }

    private static int ask(Api api, AccessTable.Row row) {
        var path = row.pattern()
                .replace("{serial}", "NO-SUCH")
                .replace("{tag}", "NO-SUCH")
                .replace("{slot}", "1")
                .replace("{seq}", "1")
                .replace("{table}", "none")
                .replace("{form}", "csv")
                .replace("{code}", "0000-0000-0000")
                .replace("{day}", "2026-03-02")
                .replace("{step}", "0")
                .replace("{signInName}", "nobody")
                .replace("{model}", "none")
                .replace("{name}", "none")
                .replace("{version}", "1")
                .replace("{calculation}", "vol_to_lel")
                .replace("{id}", "00000000-0000-0000-0000-000000000000");
        if (path.endsWith("/stream")) {
            path += "?run=not-an-id";
        }
        return switch (row.method().name()) {
            case "GET" -> api.get(path).status();
            case "DELETE" -> api.delete(path).status();
            case "PUT" -> api.send("PUT", path, Map.of(), Map.of()).status();
            default -> api.post(path, Map.of()).status();
        };
    }

    @Test
    void everyMappedAddressIsInTheTableOrIsTheLink() {
        var mapped = server
                .bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .keySet()
                .stream()
                .flatMap(info -> info.getMethodsCondition().getMethods().stream()
                        .flatMap(method -> info.getPatternValues().stream().map(pattern -> method + " " + pattern)))
                .filter(address -> address.contains("/api/v1/"))
                .filter(address -> !address.contains("/api/v1/link/") && !address.contains("/api/v1/openapi"))
                .collect(Collectors.toCollection(TreeSet::new));
        var listed = AccessTable.ROWS.stream()
                .map(row -> row.method() + " " + row.pattern())
                .collect(Collectors.toCollection(TreeSet::new));
        assertThat(mapped).isEqualTo(listed);
    }

    @Test
    void anAddressThatIsInNoTableIsRefusedEvenToTheAdministrator() {
        assertThat(server.signedIn(Role.ADMINISTRATOR).get("/api/v1/no-such").status())
                .isEqualTo(403);
    }

    @Test
    void metricsAreForTheAdministratorAndHealthIsForAnybody() {
        assertThat(server.anybody().get("/actuator/health").text("status")).isEqualTo("UP");
        assertThat(server.anybody().get("/actuator/prometheus").status()).isEqualTo(401);
        assertThat(server.signedIn(Role.LEAD).get("/actuator/prometheus").status())
                .isEqualTo(403);
        assertThat(server.signedIn(Role.ADMINISTRATOR)
                        .get("/actuator/prometheus")
                        .status())
                .isEqualTo(200);
    }
}
