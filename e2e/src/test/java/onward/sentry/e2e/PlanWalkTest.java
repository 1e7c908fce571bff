package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.time.LocalDate;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The bench plan: made, moved in by keyboard, followed to the bench, and left by what is done. */
class PlanWalkTest {

    private static final double LONGEST_SEARCH_MILLIS = 75_000;

    private final World world = World.demo();

    private static Locator job(Page page, String serial) {
        return page.locator("[data-job='" + serial + "']");
    }

    private static Locator day(Page page, String serial) {
        return page.getByLabel("Bench days")
                .getByRole(AriaRole.LISTITEM)
                .filter(new Locator.FilterOptions().setHas(job(page, serial)));
    }

    /** The words of a bench day before its load changes: the date. */
    private static String dateOf(Page page, String serial) {
        return day(page, serial).getAttribute("aria-label").replaceFirst(", \\d+ jobs.*", "");
    }

    /** Until the search for a better plan has ended by itself. */
    private static void plan(Walk walk) {
        var page = walk.open("/plan").page();
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(Pattern.compile("^(Make the plan|Replan)$")))
                .click();
        assertThat(page.getByText(Pattern.compile("^Made "))).isVisible();
        assertThat(page.getByText("Looking for a better plan"))
                .hasCount(0, new LocatorAssertions.HasCountOptions().setTimeout(LONGEST_SEARCH_MILLIS));
    }

    /** Whatever day of the week the walk is taken on. */
    private void worksToday() throws IOException, InterruptedException {
        var marit = new Client(world).signIn("marit", "skerravoe-demo");
        var day = "{\"day\":\"" + LocalDate.now() + "\",\"minutes\":360,\"remark\":\"a walk\"}";
        assertThat(marit.post("/api/v1/plan/days", day, "today-" + System.nanoTime()))
                .isEqualTo(200);
    }

    @Test
    void fromATriggerOverThePlanAndTheBenchToTheNextDueDay() throws Exception {
        var prefix = "HB" + System.nanoTime() % 100_000 + "-";
        var serial = prefix + "101";
        world.crew("Harbour " + prefix, prefix, 2, 20);
        worksToday();
        try (var una = new Walk(world).signIn("una").readings("Over the link", 60)) {
            var page = una.page();
            una.open("/detectors/" + serial).button("Report an event").click();
            page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName(Pattern.compile("dropped")))
                    .check();
            una.button("Make it due").click();
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("Due at once");

            plan(una);
            assertThat(day(page, serial)).containsText("Today");
            job(page, serial).click();
            assertThat(page.getByRole(AriaRole.COMPLEMENTARY)).containsText(serial + " is due on");

            una.open("/");
            assertThat(page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText(serial)))
                    .containsText("Planned for today.");
            una.putOnBench(serial).space("Check the detector before gas").workTo("Signed");
            una.open("/plan");
            assertThat(page.getByLabel("Bench days")).isVisible();
            assertThat(job(page, serial)).hasCount(0);
            una.open("/detectors/" + serial);
            assertThat(page.getByRole(AriaRole.MAIN)).not().containsText("Due at once");
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("In date until");
            una.nothingWentWrong();
        }
    }

    @Test
    void aJobIsMovedByKeyboardStaysThereAndIsLetGo() {
        var prefix = "MI" + System.nanoTime() % 100_000 + "-";
        var serial = prefix + "101";
        world.crew("Mill " + prefix, prefix, 1, 12);
        try (var brand = new Walk(world).signIn("brand")) {
            var page = brand.page();
            plan(brand);
            var before = dateOf(page, serial);
            job(page, serial).focus();
            page.keyboard().press("Shift+ArrowUp");
            assertThat(page.getByText(Pattern.compile(serial + " stays on"))).isVisible();
            var after = dateOf(page, serial);
            assertThat(after).isNotEqualTo(before);
            assertThat(job(page, serial)).isFocused();
            page.keyboard().press("Enter");
            var beside = page.getByRole(AriaRole.COMPLEMENTARY);
            assertThat(beside).containsText("It is pinned to this day by hand.");

            plan(brand);
            assertThat(dateOf(page, serial)).isEqualTo(after);
            job(page, serial).click();
            brand.button("Unpin").click();
            assertThat(brand.button("Unpin")).hasCount(0);

            brand.button("Back to the plan").click();
            job(page, serial).dragTo(page.locator("li[aria-label^='" + before + ",']"));
            assertThat(page.locator("li[aria-label^='" + before + ",'] [data-job='" + serial + "']"))
                    .isVisible();
            brand.nothingWentWrong();
        }
    }

    @Test
    void aDayThatIsClosedBreaksThePlanUntilItIsMadeAnew() {
        try (var marit = new Walk(world).signIn("marit");
                var tam = new Walk(world).signIn("tam")) {
            var page = marit.page();
            plan(marit);
            marit.button("Days and people").click();
            var form = page.getByRole(AriaRole.FORM, new Page.GetByRoleOptions().setName("A day of its own"));
            var date = java.time.LocalDate.now().plusDays(1);
            while (date.getDayOfWeek().getValue() > 5) {
                date = date.plusDays(1);
            }
            form.getByLabel("Day", new Locator.GetByLabelOptions().setExact(true))
                    .fill(date.toString());
            form.getByLabel("Remark").fill("feast of the harbour");
            form.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Enter the day"))
                    .click();
            assertThat(page.getByText(Pattern.compile("closed, feast of the harbour")))
                    .isVisible();
            page.keyboard().press("Escape");
            plan(marit);
            assertThat(page.getByText(Pattern.compile("The bench is closed on")))
                    .hasCount(0);
            marit.button("Days and people").click();
            marit.button("As usual").click();
            assertThat(page.getByText(Pattern.compile("closed, feast of the harbour")))
                    .hasCount(0);

            tam.open("/plan");
            assertThat(tam.page().getByLabel("Bench days")).isVisible();
            assertThat(tam.button("Replan")).hasCount(0);
            marit.nothingWentWrong();
            tam.nothingWentWrong();
        }
    }
}
