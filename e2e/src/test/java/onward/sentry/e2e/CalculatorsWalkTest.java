package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The arithmetic on its own, by keyboard. */
class CalculatorsWalkTest {

    private final World world = World.demo();

    @Test
    void aCalculationIsWorkedOutOnBothBasesAsItIsTypedAndItsAddressHoldsIt() {
        try (var tam = new Walk(world).signIn("tam")) {
            var page = tam.page();
            tam.open("/calculators");
            page.getByLabel("The gas").focus();
            page.keyboard().type("Methane");
            page.keyboard().press("Tab");
            page.keyboard().type("1.10");
            var handbook = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("handbook values"));
            var iec = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("IEC 60079-20-1"));
            assertThat(handbook).containsText("22 %LEL");
            assertThat(iec).containsText("25 %LEL");
            assertThat(iec).containsText("%LEL = 100 · 1.1 vol% ÷ 4.4 vol%");

            page.reload();
            assertThat(iec).containsText("25 %LEL");

            page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Calculations"))
                    .getByRole(AriaRole.LINK)
                    .filter(new com.microsoft.playwright.Locator.FilterOptions().setHasText("photo-ionisation"))
                    .focus();
            page.keyboard().press("Enter");
            page.waitForURL(Pattern.compile("/calculators/pid_true"));
            page.getByLabel("What it displays, ppm as isobutylene").fill("3");
            page.getByLabel("The gas that is there").selectOption("Methane");
            assertThat(page.getByLabel("Result")).containsText("cannot be seen");
            tam.nothingWentWrong();
        }
    }

    @Test
    void aFigureOfTheSiteTakesThePlaceOfTheHandbooksAndSaysWhoseItIs() {
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/calculators/gas-library").page();
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName(Pattern.compile("Toluene, response factor")))
                    .click();
            assertThat(page.getByRole(AriaRole.DIALOG)).containsText("handbook value");
            page.getByLabel("The site’s figure").fill("0");
            page.getByLabel("Where it comes from").fill("certificate of the lamp");
            page.getByLabel("Why the rules change").fill("new lamps");
            page.keyboard().press("Enter");
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("above 0 and at most 500, not 0");
            page.getByLabel("The site’s figure").fill("0.55");
            page.keyboard().press("Enter");
            assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
            assertThat(page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions()
                                    .setName(Pattern.compile("Toluene, response.*0.55, figure of the site"))))
                    .isVisible();

            marit.open("/calculators/pid_true?displayed=10&seen=toluene&lamp=10.6");
            assertThat(page.getByLabel("Result")).containsText("5.5 ppm");
            assertThat(page.getByLabel("Result")).containsText("site: certificate of the lamp");

            marit.open("/calculators/gas-library");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Toluene, response")))
                    .click();
            page.getByLabel("Why the rules change").fill("lamps went back");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Back to what ships"))
                    .click();
            assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
            assertThat(page.getByText("figure of the site")).hasCount(0);
            marit.nothingWentWrong();
        }
    }
}
