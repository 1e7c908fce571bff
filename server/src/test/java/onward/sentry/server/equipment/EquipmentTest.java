package onward.sentry.server.equipment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import onward.sentry.server.people.Role;
import onward.sentry.server.plan.ComingUp;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;

/** Regulators and meters are checked too, and said to be due. */
class EquipmentTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);

    private Api.Answer check(String tag, String on, Object measured) {
        return technician.post(
                "/api/v1/equipment/" + tag + "/checks",
                Map.of("on", on, "measured", measured, "well", false, "remark", ""));
    }

    @Test
    void aRegulatorIsDueUntilItsFlowWasMeasuredAndFailsWhenItIsOff() {
        var body = Map.of("tag", "RG-77", "kind", "REGULATOR", "regulator", "FIXED", "flow", 0.5, "intervalMonths", 12);
        assertThat(technician.post("/api/v1/equipment", body).text("standing")).isEqualTo("DUE");
        assertThat(technician.post("/api/v1/equipment", body).text("code")).isEqualTo("tag-taken");
        assertThat(server.bean(ComingUp.class).list())
                .extracting(ComingUp.Coming::words)
                .contains("The regulator RG-77: check due");

        var good = check("RG-77", "2026-03-01", 0.48);
        assertThat(good.text("standing")).as(good.toString()).isEqualTo("GOOD");
        assertThat(good.body().path("regulator").path("litresPerMinute").asDouble())
                .isEqualTo(0.48);
        assertThat(good.text("dueOn")).isEqualTo("2027-03-01");
        assertThat(check("RG-77", "2026-03-02", 0.40).text("standing")).isEqualTo("FAILED");
        assertThat(check("RG-77", "2026-03-09", 0.5).text("field")).isEqualTo("on");
        assertThat(server.signedIn(Role.VIEWER).post("/api/v1/equipment", body).status())
                .isEqualTo(403);
    }
}
