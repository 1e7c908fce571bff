package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** Several detectors at once, on a manifold, by keyboard alone, and a colleague who takes one over. */
class LanesWalkTest {

    private static final long LONGEST_MILLIS = 150_000;

    private final World world = World.demo();

    /** The lanes of this technician as the server sees them. */
    @SuppressWarnings("unchecked")
    private static List<Map<String, Object>> lanes(Page page, String technician) {
        return ((List<Map<String, Object>>) page.evaluate("async () => (await (await fetch('/api/v1/bench')).json())"))
                .stream()
                        .filter(lane -> technician.equals(lane.get("technician")))
                        .toList();
    }

    @Test
    void sixOnAManifoldAreWorkedToTheEndByKeyboard() {
        try (var tam = new Walk(world).signIn("brand").readings("Over the link", 60)) {
            var page = tam.page();
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("Readings")))
                    .click();
            page.getByLabel("Lead to the lane that needs it").check();
            page.keyboard().press("Escape");
            tam.open("/");
            var button = page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("on one manifold")))
                    .last();
            button.focus();
            page.keyboard().press("Enter");
            page.waitForURL(java.util.regex.Pattern.compile("/bench/[0-9a-f-]{36}"));
            assertThat(page.getByLabel("On this manifold").getByRole(AriaRole.ROW))
                    .not()
                    .hasCount(1);
            var began = lanes(page, "Brand Osk").stream()
                    .map(lane -> lane.get("serial"))
                    .toList();
            assertThat(began).hasSizeGreaterThan(1);
            page.locator("body").press("Shift");

            var asked = new TreeSet<String>();
            long end = System.currentTimeMillis() + LONGEST_MILLIS;
            while (!lanes(page, "Brand Osk").isEmpty()) {
                assertThat(System.currentTimeMillis()).isLessThan(end);
                var confirm = tam.nextHand().locator("button:has(kbd)");
                if (confirm.count() == 1 && confirm.isEnabled()) {
                    asked.add(tam.nextHand().locator("p").first().textContent());
                    page.keyboard().press("Space");
                }
                page.waitForTimeout(200);
            }
            assertThat(asked)
                    .contains("Choose the cylinder", "Which alarms do you notice?", "The bump passed: sign it");
            tam.nothingWentWrong();
        }
    }

    @Test
    void aColleagueSeesTheLaneAndTakesItOver() {
        try (var una = new Walk(world).signIn("una").readings("Typed by hand", 1);
                var marit = new Walk(world).signIn("marit")) {
            una.putOnBench("Q4-1018").confirm("Check the detector before gas");
            var page = marit.open("/bench").page();
            var lane = page.getByRole(
                    AriaRole.BUTTON, new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("Q4-1018")));
            assertThat(lane).containsText("Una Haldane");
            marit.putOnBench("Q4-1018");
            assertThat(marit.nextHand()).containsText("warming up");
            una.page().waitForTimeout(100);
            assertThat(page.getByLabel("Beside the work")).containsText("Una Haldane");
        }
    }
}
