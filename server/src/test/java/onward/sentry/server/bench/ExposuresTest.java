package onward.sentry.server.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.people.Role;
import onward.sentry.server.platform.Site;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;

class ExposuresTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    @Test
    void gasOfTheLastDayIsCountedAndNoOther() {
        var serial = island.quoin4();
        var id = server.bean(Fleet.class).bySerial(serial).id();
        var exposures = server.bean(Exposures.class);
        var now = server.bean(Site.class).now();
        assertThat(exposures.secondsBefore(id, now)).isZero();
        island.calibrate(serial, island.houseMix(), Map.of());
        double once = exposures.secondsBefore(id, now);
        assertThat(once).as("as found, span and verify").isBetween(150.0, 600.0);
        island.calibrate(serial, island.houseMix(), Map.of());
        assertThat(exposures.secondsBefore(id, now)).isGreaterThan(1.8 * once);
        assertThat(exposures.secondsBefore(id, now.plus(Duration.ofHours(25)))).isZero();
    }
}
