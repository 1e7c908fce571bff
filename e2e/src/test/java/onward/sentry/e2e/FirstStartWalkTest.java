package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** From an empty database to a detector on the bench that a gateway reads. */
class FirstStartWalkTest {

    @Test
    void theFirstAdministratorBeginsWithThePrintedCodeRegistersGasAndADetectorAndConnectsAGateway() throws Exception {
        try (var world = World.empty();
                var inga = new Walk(world)) {
            var code = Pattern.compile("One-time code for the first administrator: (\\S+)")
                    .matcher(world.printed());
            org.assertj.core.api.Assertions.assertThat(code.find()).isTrue();
            var page = inga.open("/").page();
            page.getByLabel("One-time code").fill("AAAA-BBBB-CCCC");
            page.getByLabel("Your name").fill("Inga Rø");
            page.getByLabel("Sign-in name").fill("inga");
            page.getByLabel("Password").fill("a long password");
            inga.button("Begin").click();
            assertThat(page.getByText("This is not the code that ./sentry start printed last."))
                    .isVisible();
            page.getByLabel("One-time code").fill(code.group(1));
            inga.button("Begin").click();
            assertThat(page.getByText("No detector is registered yet.")).isVisible();
            var steps = page.getByRole(
                    AriaRole.REGION, new com.microsoft.playwright.Page.GetByRoleOptions().setName("First steps"));
            assertThat(steps.getByLabel("not done")).hasCount(7);

            inga.open("/plan");
            assertThat(page.getByText("there is nothing to plan yet")).isVisible();
            assertThat(page.getByRole(AriaRole.ALERT)).hasCount(0);

            inga.open("/");
            steps.getByRole(AriaRole.LISTITEM)
                    .filter(new Locator.FilterOptions().setHasText("Register the first cylinder"))
                    .getByRole(AriaRole.LINK)
                    .click();
            inga.button("Register the cylinder").click();
            assertThat(page.getByText("Without a certificate a cylinder may not be used."))
                    .isVisible();
            page.getByLabel("Tag").fill("CO-01");
            page.getByLabel("Certificate number").fill("SKV-1");
            page.getByLabel("Lot").fill("L1");
            page.getByLabel("Balance").selectOption("air");
            page.getByLabel("Made on").fill("2026-01-05");
            page.getByLabel("Expiry date").fill("2025-12-31");
            page.getByLabel("Volume of gas (L)").fill("58");
            page.getByLabel("Full pressure (bar)").fill("35");
            page.getByLabel("Gauge reads (bar)").fill("30");
            page.getByLabel("Gas", new com.microsoft.playwright.Page.GetByLabelOptions().setExact(true))
                    .selectOption("carbon-monoxide");
            page.getByLabel("Amount").fill("80");
            page.getByLabel("Unit").selectOption("PPM");
            page.getByLabel("Coverage").selectOption("k = 2");
            inga.button("Register the cylinder").click();
            assertThat(page.getByText("is before the day it was made, 5 Jan 2026")
                            .first())
                    .isVisible();
            page.getByLabel("Expiry date").fill("2099-12-31");
            inga.button("Register the cylinder").click();
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("80 ppm ±2 % (k = 2)");
            assertThat(inga.open("/gas")
                            .page()
                            .getByRole(AriaRole.LISTITEM)
                            .filter(new Locator.FilterOptions().setHasText("CO-01")))
                    .containsText("49.7 of 58 L");

            page.getByLabel("Scan or type a serial").fill("MC-1");
            page.getByLabel("Scan or type a serial").press("Enter");
            inga.button("Register a detector").click();
            assertThat(page.getByLabel("Serial", new com.microsoft.playwright.Page.GetByLabelOptions().setExact(true)))
                    .hasValue("MC-1");
            page.getByLabel("Model").selectOption("Mote CO");
            page.getByLabel("Crew").fill("Slip");
            page.getByLabel("Serial of sensor 1").fill("C-1");
            inga.button("Register the detector").click();
            assertThat(page.getByRole(
                            AriaRole.HEADING, new com.microsoft.playwright.Page.GetByRoleOptions().setLevel(1)))
                    .hasText("MC-1");

            inga.open("/gateways");
            assertThat(page.getByText("No gateway is connected. Until one is, readings are typed at the bench."))
                    .isVisible();
            inga.button("Connect a gateway").click();
            page.getByLabel("Name", new com.microsoft.playwright.Page.GetByLabelOptions().setExact(true))
                    .fill("slip bench");
            inga.button("Add, and show its token").click();
            assertThat(page.getByText("A gateway serves at least one detector; none was chosen."))
                    .isVisible();
            page.getByLabel("Mote CO").check();
            inga.button("Add, and show its token").click();
            var token = page.locator("code").last().textContent();
            inga.button("I have entered it").click();
            assertThat(page.getByText("never heard yet")).isVisible();
            var gateway = new Client(world).showing(token);
            org.assertj.core.api.Assertions.assertThat(
                            gateway.read("/api/v1/link/detectors").toString())
                    .contains("\"MC-1\"", "\"run\":null");
            inga.open("/gateways");
            assertThat(page.getByText("heard just now")).isVisible();
            inga.open("/");
            assertThat(steps.getByLabel("done", new Locator.GetByLabelOptions().setExact(true)))
                    .hasCount(4);
            inga.open("/detectors/MC-1");
            inga.button("Calibrate").click();
            inga.asked("Check the detector before gas");
            org.assertj.core.api.Assertions.assertThat(
                            gateway.read("/api/v1/link/detectors").toString())
                    .as("its readings come over the link, for a gateway serves it")
                    .contains("\"asksFor\":\"CONFIRM_CHECKS\"");

            inga.open("/gateways");
            inga.button("Revoke").click();
            inga.button("Revoke its token").click();
            assertThat(page.getByRole(
                            AriaRole.HEADING, new com.microsoft.playwright.Page.GetByRoleOptions().setName("Revoked")))
                    .isVisible();
            org.assertj.core.api.Assertions.assertThat(gateway.status("/api/v1/link/detectors"))
                    .isEqualTo(401);
            inga.nothingWentWrong();
        }
    }
}
