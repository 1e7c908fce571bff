package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The fleet as a list: the same done to several, kept views; and what is set for one detector alone. */
class FleetWalkTest {

    private final World world = World.demo();

    private static Locator sheet(Page page) {
        return page.getByRole(AriaRole.DIALOG);
    }

    @Test
    void severalAreLentTogetherOnceItWasSaidWhatItComesTo() {
        world.crew("Tower", "TW-", 2, 0);
        world.crew("Bridge", "BR-", 1, 120);
        try (var una = new Walk(world).signIn("una")) {
            var page = una.open("/detectors?find=Tower").page();
            page.getByLabel("Choose all that are listed").check();
            page.getByPlaceholder("crew, model, state …").fill("Bridge");
            page.getByLabel("Choose BR-101", new Page.GetByLabelOptions().setExact(true))
                    .check();
            var chosen = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Selected"));
            assertThat(chosen).containsText("3 detectors selected");
            chosen.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Check out"))
                    .click();
            sheet(page).getByLabel("Who takes them").fill("Quarry crew");
            una.button("Preview").click();
            assertThat(sheet(page)).containsText("TW-101: out. With Quarry crew");
            assertThat(sheet(page)).containsText("BR-101, not changed: BR-101 is overdue and may not be checked out");
            una.button("Apply to 2").click();
            assertThat(chosen).hasCount(0);

            una.open("/detectors/TW-102");
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("With Quarry crew since");
            una.button("Return").click();
            assertThat(una.button("Check out")).isVisible();
            una.nothingWentWrong();
        }
    }

    @Test
    void aViewWithItsColumnsIsKeptAndOpenedAgain() {
        try (var brand = new Walk(world).signIn("brand")) {
            var page = brand.open("/detectors?state=OVERDUE&order=DUE").page();
            page.locator("summary").click();
            page.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName("Why"))
                    .click();
            assertThat(page.getByRole(AriaRole.COLUMNHEADER, new Page.GetByRoleOptions().setName("Why")))
                    .hasCount(0);
            page.getByLabel("Name for this view").fill("late ones");
            brand.button("Keep it").click();
            brand.open("/detectors");
            assertThat(page.getByRole(AriaRole.COLUMNHEADER, new Page.GetByRoleOptions().setName("Why")))
                    .isVisible();
            brand.link("late ones").click();
            page.waitForURL(Pattern.compile("state=OVERDUE.*without=why|without=why.*state=OVERDUE"));
            assertThat(page.getByRole(AriaRole.COLUMNHEADER, new Page.GetByRoleOptions().setName("Why")))
                    .hasCount(0);
            brand.button("Let the view late ones go").click();
            assertThat(brand.link("late ones")).hasCount(0);
            brand.nothingWentWrong();
        }
    }

    @Test
    void aLeadHasOneDetectorComeRoundSoonerAndCareIsNoted() {
        world.crew("Silo", "SI-", 1, 3);
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/detectors/SI-101").page();
            var due = page.getByText(Pattern.compile("^Due ")).first();
            var before = due.textContent();
            marit.button("Change the calibration interval").click();
            sheet(page)
                    .getByLabel("Days", new Locator.GetByLabelOptions().setExact(true))
                    .fill("0");
            sheet(page).getByLabel("Why").fill("stands in the dust");
            marit.button("Set it").click();
            assertThat(sheet(page)).containsText("1 to 2,000 days");
            sheet(page)
                    .getByLabel("Days", new Locator.GetByLabelOptions().setExact(true))
                    .fill("10");
            marit.button("Set it").click();
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("every 10 days: the earlier counts");
            assertThat(due.textContent()).isNotEqualTo(before);

            marit.open("/detectors/HN-4001")
                    .button("HN-4001: look at the battery, done")
                    .click();
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("next on");
            marit.open("/parts");
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("Interval review");
            assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Quoin 4")))
                    .containsText(Pattern.compile("CO\\d+ of \\d+"));
            marit.nothingWentWrong();
        }
    }

    @Test
    void aLeadAcceptsThatAModelComesRoundSoonerAndGoesOnToItsCard() {
        world.foundOut("Mote CO");
        try (var una = new Walk(world).signIn("una")) {
            una.open("/parts");
            assertThat(review(una.page())).containsText("every 2 months");
            assertThat(review(una.page()).getByRole(AriaRole.BUTTON)).hasCount(0);
        }
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/parts").page();
            review(page)
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Accept"))
                    .click();
            sheet(page).getByRole(AriaRole.TEXTBOX).fill("too many were found out");
            marit.button("Accept it").click();
            assertThat(review(page)).containsText("Accepted by Marit");
            assertThat(review(page)).containsText("too many were found out");
            marit.link("Change its card").click();
            page.waitForURL("**/rules/cards/Mote%20CO");
            marit.nothingWentWrong();
        }
    }

    private static Locator review(Page page) {
        return page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Mote CO"));
    }
}
