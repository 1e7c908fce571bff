package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Several detectors at once, on a manifold, by keyboard alone, and a colleague who takes one over. */
class LanesWalkTest {

    private static final int SIX = 6;
    private static final long LONGEST_MILLIS = 480_000;
    /** Notes the pitch of every tone that the page plays, in Hz. */
    private static final String LISTEN = """
            window.heard = [];
            const start = OscillatorNode.prototype.start;
            OscillatorNode.prototype.start = function (...from) {
              window.heard.push(this.frequency.value);
              start.apply(this, from);
            };""";

    private static final int HAND_HZ = 392;

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
    @SuppressWarnings("unchecked")
    void sixCalibrationsOnAManifoldAreWorkedToTheEndByKeyboard() {
        world.crew("Pier gang", "PG-", SIX, 140);
        try (var brand = new Walk(world).signIn("brand").readings("Over the link", 10)) {
            var page = brand.page();
            page.addInitScript(LISTEN);
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Readings")))
                    .click();
            page.getByLabel("Go to the lane that needs action").check();
            page.getByLabel("Sound when action is needed").check();
            page.keyboard().press("Escape");
            brand.open("/");
            page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName(Pattern.compile("Calibrate Quoin 4")))
                    .getByRole(AriaRole.BUTTON)
                    .filter(new Locator.FilterOptions().setHasText("The first 6 on one manifold"))
                    .focus();
            page.keyboard().press("Enter");
            page.waitForURL(Pattern.compile("/bench/[0-9a-f-]{36}"));
            assertThat(page.getByLabel("On this manifold").getByRole(AriaRole.ROW))
                    .hasCount(SIX + 1);
            page.locator("body").press("Shift");

            var asked = new TreeSet<String>();
            long end = System.currentTimeMillis() + LONGEST_MILLIS;
            while (!lanes(page, "Brand Osk").isEmpty()) {
                assertThat(System.currentTimeMillis()).as(asked.toString()).isLessThan(end);
                brand.keyOn().ifPresent(asked::add);
                page.waitForTimeout(200);
            }
            assertThat(asked)
                    .contains("Choose the cylinder", "Save on the instrument, then note what it shows")
                    .anyMatch(sentence -> sentence.startsWith("All sensors passed"));
            assertThat((List<Object>) page.evaluate("heard")).contains(HAND_HZ);
            for (int i = 1; i <= SIX; i++) {
                brand.open("/detectors/PG-10" + i);
                assertThat(page.getByRole(AriaRole.MAIN)).containsText("pass");
                assertThat(page.getByRole(AriaRole.MAIN)).not().containsText("overdue");
            }
            brand.nothingWentWrong();
        }
    }

    @Test
    void aColleagueSeesTheLaneAndTakesItOver() {
        world.crew("Quarry", "QY-", 1, 120);
        try (var una = new Walk(world).signIn("una").readings("Typed by hand", 1);
                var marit = new Walk(world).signIn("marit")) {
            una.putOnBench("QY-101").confirm("Check the detector before gas");
            var page = marit.open("/bench").page();
            var lane = page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("QY-101")));
            assertThat(lane).containsText("Una Haldane");
            marit.putOnBench("QY-101");
            assertThat(marit.nextHand()).containsText("warming up");
            marit.button("Take over").click();
            assertThat(marit.button("Take over")).hasCount(0);
            assertThat(una.button("Take over")).isVisible();
            assertThat(una.page().getByLabel("Beside the work")).containsText("Marit");
        }
    }
}
