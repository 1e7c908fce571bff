package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What becomes of a run when the page or the server goes away in the middle of it. */
class ResumeWalkTest {

    private final World world = World.demo();

    @Test
    void aRunGoesOnWhereItWasAfterAReloadAndAfterTheServerWasKilledInTheMiddleOfASpan() throws Exception {
        try (var una = new Walk(world).signIn("una").readings("Over the link", 10)) {
            var page = una.page();
            una.putOnBench("Q4-1003").confirm("Check the detector before gas").asked("warming up");
            page.reload();
            una.asked("warming up")
                    .confirm("Choose the cylinder")
                    .confirm("Adapter off, clean air")
                    .workTo("Keep gas on: readings are settling");
            var address = page.url();

            world.kill();
            assertThat(page.getByText("No line to the server.")).isVisible();
            world.startAgain();
            assertThat(page.getByText("No line to the server.")).isHidden();
            // A server that starts slowly leaves gas on for longer than the card allows: it is applied again.
            una.workTo("Save on the instrument");

            page.navigate("about:blank");
            page.navigate(address);
            una.workTo("Signed");
            una.link("Open the record").click();
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .containsText("Q4-1003");
            var gasOn = page.getByText(Pattern.compile("Gas on, seen in the readings"));
            assertThat(gasOn.first()).isVisible();
            // As found and span; verify goes on with the same gas, unless it was on for longer than the card allows.
            org.assertj.core.api.Assertions.assertThat(gasOn.count()).isBetween(3, 7);
            una.nothingWentWrong();
        }
    }
}
