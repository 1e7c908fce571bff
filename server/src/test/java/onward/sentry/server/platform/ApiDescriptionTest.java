package onward.sentry.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * The API description in docs/formats is what the server serves; the web's types are made from it. To write it again:
 * {@code SENTRY_WRITE_API=true ./sentry test --quick}, then {@code npm run api} in web.
 */
class ApiDescriptionTest {

    private static final Path FILE = Path.of("../docs/formats/openapi.json");

    @Test
    void theFileIsWhatTheServerServes() throws IOException {
        var served =
                TestServer.shared().signedIn(Role.VIEWER).get("/api/v1/openapi").body();
        var mapper = JsonMapper.builder()
                .enable(SerializationFeature.INDENT_OUTPUT)
                .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
                .build();
        if ("true".equals(System.getenv("SENTRY_WRITE_API"))) {
            Files.writeString(FILE, mapper.writeValueAsString(served) + "\n");
        }
        assertThat(mapper.readTree(Files.readString(FILE))).isEqualTo(served);
        assertThat(served.path("paths").path("/api/v1/today").path("get").isObject())
                .isTrue();
    }
}
