package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The server is gone for a minute in mid-span: what is entered is kept on the device and sent once when it is back. */
class LineDownWalkTest {

    private static final double A_MINUTE_MILLIS = 60_000;

    private final World world = World.demo();

    private static void type(Page page, String reading) {
        var field = page.getByLabel("Carbon monoxide reading in ppm");
        field.fill(reading);
        field.press("Enter");
    }

    @Test
    void readingsInMidSpanAreKeptAndJudgedWhenTheServerIsBack() throws Exception {
        try (var una = new Walk(world).signIn("una").readings("Typed by hand", 10)) {
            var page = una.page();
            una.open("/detectors/MC-2006").button("Calibrate").click();
            una.confirm("Check the detector before gas")
                    .confirm("Adapter off, clean air")
                    .asked("Type the reading of carbon monoxide");
            type(page, "0");
            una.confirm("Choose the cylinder").confirm("open the valve").asked("type each reading");
            world.kill();
            type(page, "76");
            var notice = page.getByText(Pattern.compile("No line: 1 entry is kept on this device, not judged yet"));
            assertThat(notice).isVisible();
            assertThat(page.getByText("MC-2006 CO 76 ppm")).isVisible();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Gas is off"))
                    .click();
            assertThat(page.getByText(Pattern.compile("No line: 2 entries are kept")))
                    .isVisible();
            page.waitForTimeout(A_MINUTE_MILLIS);
            world.startAgain();
            assertThat(page.getByText(Pattern.compile("No line:"))).hasCount(0);
            // Gas was turned off before the card had its reading: it is applied again, and is no second try.
            una.confirm("open the valve").asked("Type the reading of carbon monoxide");
            type(page, "76");
            una.confirm("Close the valve").confirm("Save on the instrument").asked("clean air");
            type(page, "0");
            una.confirm("All sensors passed").asked("Signed");
            una.link("Open the record").click();
            assertThat(page.getByText("R = 95 % → pass")).isVisible();
            una.nothingWentWrong();
        }
    }
}
