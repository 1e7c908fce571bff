package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Keyboard;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Without a mouse, and with a barcode reader. */
class KeyboardWalkTest {

    private final World world = World.demo();

    /** Hands are slower than a scanner, whose keys are told apart by their pace. */
    private static void pause(Page page) {
        page.waitForTimeout(250);
    }

    /** Keys as a barcode reader sends them: all at once. */
    private static void scan(Page page, String text) {
        page.evaluate("""
                text => [...text, 'Enter'].forEach(key => (document.activeElement ?? document.body).dispatchEvent(
                    new KeyboardEvent('keydown', {key, code: key === ' ' ? 'Space' : '', bubbles: true, cancelable: true})))
                """, text);
    }

    @Test
    void aWholeRunIsWorkedByKeyboardAlone() {
        try (var una = new Walk(world)) {
            var page = una.open("/sign-in").page();
            page.getByLabel("Sign-in name").focus();
            page.keyboard().type("una");
            page.keyboard().press("Tab");
            page.keyboard().type("skerravoe-demo");
            page.keyboard().press("Enter");
            assertThat(page.getByText("detectors may be used now")).isVisible();
            page.evaluate(
                    "localStorage.setItem('sentry-bench', JSON.stringify({source: 'LINK', timeScale: 60, room: 'keyboard', leads: false}))");
            page.reload();
            assertThat(page.getByText("detectors may be used now")).isVisible();
            page.keyboard().press("/");
            page.keyboard().type("MC-2001", new Keyboard.TypeOptions().setDelay(60));
            page.keyboard().press("Enter");
            una.space("Check the detector before gas")
                    .space("Adapter off, clean air")
                    .space("Choose the cylinder")
                    .asked("Save on the instrument");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("it shows pass")))
                    .press("Enter");
            una.space("All sensors passed").asked("Signed");
            pause(page);
            page.keyboard().press("Space");
            assertThat(page.getByText("detectors may be used now")).isVisible();
            una.nothingWentWrong();
        }
    }

    @Test
    void theLastConfirmationIsTakenBackWithBackspace() {
        try (var una = new Walk(world).signIn("una").readings("Over the link", 1)) {
            una.putOnBench("Q4-1016").space("Check the detector before gas").asked("warming up");
            una.page().waitForTimeout(300); // no hand takes back what it confirmed a moment ago
            una.page().keyboard().press("Backspace");
            una.page()
                    .getByRole(AriaRole.DIALOG)
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Undo"))
                    .press("Enter");
            una.asked("Check the detector before gas");
        }
    }

    @Test
    void aScanAnywhereOpensTheBenchAndNeverConfirmsAnything() {
        try (var una = new Walk(world).signIn("una").readings("Over the link", 1)) {
            var page = una.page();
            scan(page, "Q4-1012");
            page.waitForURL(Pattern.compile("/bench/.+"));
            una.asked("Check the detector before gas");
            scan(page, "MC 2003");
            assertThat(page.getByText("Detector MC 2003 is not on record.")).isVisible();
            una.asked("Check the detector before gas");
            assertThat(page.getByLabel("Steps").locator("[aria-current=step]")).hasText("Before gas");
        }
    }

    @Test
    void placesAndDetectorsAreFoundFromThePaletteAndByShortcut() {
        try (var tam = new Walk(world).signIn("tam")) {
            var page = tam.page();
            page.keyboard().press("Control+k");
            assertThat(page.getByPlaceholder("A serial, a crew, a place …")).isFocused();
            page.keyboard().type("Q4-1010", new Keyboard.TypeOptions().setDelay(60));
            assertThat(page.getByRole(AriaRole.OPTION).first()).containsText("Q4-1010");
            page.keyboard().press("Enter");
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .hasText("Q4-1010");
            pause(page);
            page.keyboard().press("g");
            pause(page);
            page.keyboard().press("c");
            assertThat(page.getByRole(
                            AriaRole.HEADING,
                            new Page.GetByRoleOptions().setName("Cylinders").setLevel(1)))
                    .isVisible();
            pause(page);
            page.keyboard().press("?");
            assertThat(page.getByRole(AriaRole.DIALOG)).containsText("Undo the last confirmation, after a question");
        }
    }

    @Test
    void aViewerSeesTheBenchAndTheDetectorsButNothingToPress() {
        try (var tam = new Walk(world).signIn("tam")) {
            var page = tam.page();
            assertThat(page.getByRole(
                            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Calibrate"))))
                    .hasCount(0);
            tam.open("/detectors/Q4-1011");
            assertThat(page.getByText("A lead releases it.")).isVisible();
            assertThat(page.getByRole(
                            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Replace"))))
                    .hasCount(0);
        }
    }
}
