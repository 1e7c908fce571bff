package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What happens to a detector between two calibrations. */
class TriggerWalkTest {

    private final World world = World.demo();

    @Test
    void aDroppedDetectorIsDueAtOnceAndStandsOnToday() {
        world.crew("Cooperage", "CP-", 1, 1);
        try (var una = new Walk(world).signIn("una");
                var tam = new Walk(world).signIn("tam")) {
            var page = una.open("/detectors/CP-101").page();
            una.button("Report an event").click();
            page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName(Pattern.compile("dropped or hit")))
                    .check();
            page.getByLabel("Remark").fill("off the quay");
            una.button("Make it due").click();
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("Due at once: dropped or hit: off the quay.");
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("May not be used.");
            assertThat(una.button("Check out")).hasCount(0);

            una.button("Report an event").click();
            page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName(Pattern.compile("battery went flat")))
                    .check();
            una.button("Make it due").click();
            assertThat(page.getByRole(AriaRole.MAIN))
                    .containsText("Due at once: battery went flat; dropped or hit: off the quay.");

            una.open("/");
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("CP-101");
            var read = tam.open("/detectors/CP-101").page();
            assertThat(read.getByRole(AriaRole.MAIN)).containsText("off the quay");
            assertThat(tam.button("Report an event")).hasCount(0);
        }
    }

    @Test
    void aDetectorShowsHowItsSensorsFade() {
        try (var tam = new Walk(world).signIn("tam")) {
            var page = tam.open("/detectors/Q4-1012").page();
            var fading = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Sensor sensitivity"));
            assertThat(fading).containsText("% a month");
            assertThat(fading.getByRole(AriaRole.IMG).first()).isVisible();
            fading.getByText("Why?").first().click();
            assertThat(fading).containsText("median of the slopes between every two spans");
            tam.nothingWentWrong();
        }
    }
}
