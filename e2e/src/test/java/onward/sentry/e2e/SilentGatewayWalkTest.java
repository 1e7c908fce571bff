package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The gateway falls silent while gas is on: the valve comes first, and old figures are shown as old. */
class SilentGatewayWalkTest {

    private final World world = World.demo();

    @Test
    void theValveComesFirstWhereverTheTechnicianIsAndTheRunGoesOnOnceReadingsAreBack() throws Exception {
        world.crew("Kelp", "KP-", 1, 120);
        try (var una = new Walk(world).signIn("una").readings("Over the link", 10)) {
            var page = una.putOnBench("KP-101")
                    .confirm("Check the detector before gas")
                    .confirm("Choose the cylinder")
                    .asked("readings are settling")
                    .page();
            var run = page.url().substring(world.url().length());
            world.gatewayStandsStill(true);
            try {
                assertThat(page.getByText(Pattern.compile("^[0-9]+ s old$")).first())
                        .isVisible();
                una.asked("No readings from the detector: close the valve");
                page.setViewportSize(390, 844);
                assertThat(una.confirmButton()).isInViewport();
                page.setViewportSize(1280, 800);
                una.link("Today").click();
                assertThat(page.getByLabel("Gas that nobody watches")).containsText("KP-101");
                una.open(run).confirm("close the valve");
                assertThat(page.getByLabel("Gas that is on")).hasCount(0);
            } finally {
                world.gatewayStandsStill(false);
            }
            assertThat(page.getByText(Pattern.compile("^[0-9]+ s old$"))).hasCount(0);
            assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Type readings")))
                    .isVisible();
            una.stopRun();
            una.asked("Stopped");
        }
    }
}
