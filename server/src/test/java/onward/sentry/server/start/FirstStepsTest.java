package onward.sentry.server.start;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;

/** The first steps of a new site; what they are on an empty one is walked in the browser. */
class FirstStepsTest {

    private final TestServer server = TestServer.shared();
    private final Island island = new Island(server, server.signedIn(Role.TECHNICIAN));

    @Test
    void onceARunWasSignedNoneIsLeft() {
        var serial = island.quoin4();
        island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(server.signedIn(Role.VIEWER)
                        .get("/api/v1/first-steps")
                        .body()
                        .path("steps")
                        .size())
                .isZero();
    }
}
