package onward.sentry.server.gas;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;

/** A new cylinder sets nothing until a healthy detector has compared it with the outgoing one. */
class ComparisonTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    private String registered() {
        return technician
                .post("/api/v1/cylinders", island.cylinderBody(Map.of()))
                .text("tag");
    }

    private Api.Answer compare(String tag, String outgoing, String detector, double carbonMonoxide) {
        var readings = new HashMap<String, Object>();
        readings.put("1", Map.of("outgoing", 25, "incoming", 25));
        readings.put("2", Map.of("outgoing", 16.0, "incoming", 16.0));
        readings.put("3", Map.of("outgoing", 80, "incoming", carbonMonoxide));
        readings.put("4", Map.of("outgoing", 15.0, "incoming", 15.1));
        return technician.post(
                "/api/v1/cylinders/" + tag + "/comparison",
                Map.of("outgoing", outgoing, "detector", detector, "readings", readings));
    }

    private String standing(String tag) {
        return technician
                .get("/api/v1/cylinders/" + tag)
                .body()
                .path("cylinder")
                .path("status")
                .asString();
    }

    @Test
    void itIsInUseWhenItAgreesAndHeldWhenItDoesNot() {
        var mix = island.cylinder(Map.of());
        var outgoing = mix.path("tag").asString();
        var detector = island.quoin4();
        island.calibrate(detector, mix.path("id").asString(), Map.of());
        var good = registered();
        assertThat(standing(good)).isEqualTo("NEW");
        var toRead = technician
                .get("/api/v1/cylinders/" + good + "/comparison?outgoing=" + outgoing + "&detector=" + detector)
                .body();
        assertThat(toRead.size()).isEqualTo(4);
        assertThat(toRead.get(2).path("incoming").asString()).isEqualTo("80 ppm");

        assertThat(compare(good, good, detector, 80).text("code")).isEqualTo("comparison-outgoing");
        var agrees = compare(good, outgoing, detector, 81);
        assertThat(agrees.body().path("agrees").asBoolean())
                .as(agrees.toString())
                .isTrue();
        assertThat(standing(good)).isEqualTo("IN_DATE");
        assertThat(compare(good, outgoing, detector, 81).text("code")).isEqualTo("comparison-not-new");

        var bad = registered();
        assertThat(compare(bad, outgoing, detector, 70).body().path("agrees").asBoolean())
                .isFalse();
        var page = technician.get("/api/v1/cylinders/" + bad).body();
        assertThat(page.path("cylinder").path("status").asString()).isEqualTo("ON_HOLD");
        assertThat(page.path("stateReason").asString()).contains("does not agree");
        assertThat(page.path("comparisons").get(0).path("workings").size()).isEqualTo(4);
    }

    @Test
    void aDetectorThatFailedIsNoMeasure() {
        var mix = island.cylinder(Map.of());
        var worn = island.quoin4();
        island.calibrate(worn, mix.path("id").asString(), Map.of(3, 0.2));
        assertThat(compare(registered(), mix.path("tag").asString(), worn, 80).text("field"))
                .isEqualTo("detector");
    }
}
