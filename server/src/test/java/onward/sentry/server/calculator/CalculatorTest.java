package onward.sentry.server.calculator;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;

class CalculatorTest {

    private final Api viewer = TestServer.shared().signedIn(Role.VIEWER);

    @Test
    void aCalculationIsAnsweredWithItsUnitAndItsWorking() {
        var answer = viewer.post(
                "/api/v1/calculators/simulant_set_point",
                Map.of("methane_lel", "30", "vapour", "n-heptane", "basis", "handbook"));
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.body().path("number").asDouble()).isEqualTo(78.0);
        assertThat(answer.text("unit")).isEqualTo("%LEL");
        assertThat(answer.body().path("working").path("result").asString()).isEqualTo("78 %LEL");
    }

    @Test
    void badInputIsRefusedWithTheFieldToBlame() {
        var blind = viewer.post("/api/v1/calculators/pid_true", Map.of("displayed", "3", "seen", "methane"));
        assertThat(blind.status()).isEqualTo(422);
        assertThat(blind.text("code")).isEqualTo("not-seen");
        assertThat(blind.text("field")).isEqualTo("seen");
        assertThat(viewer.post("/api/v1/calculators/bearing", Map.of()).text("code"))
                .isEqualTo("calculation-unknown");
    }

    @Test
    void theListSaysWhatEachOneNeeds() {
        var listed = viewer.get("/api/v1/calculators").body();
        var first = listed.get(0).path("calculations").get(0);
        assertThat(listed.findValues("takesGases")).hasSizeGreaterThan(20);
        assertThat(first.path("name").asString()).isEqualTo("vol_to_lel");
        assertThat(first.path("inputs").get(0).path("kind").asString()).isEqualTo("GAS");
        assertThat(first.path("inputs").get(0).path("usual").isNull()).isTrue();
    }
}
