package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The arithmetic on its own, by keyboard. */
class WorkingsWalkTest {

    private final World world = World.demo();

    @Test
    void aCalculationIsWorkedOutOnBothBasesAsItIsTypedAndItsAddressHoldsIt() {
        try (var tam = new Walk(world).signIn("tam")) {
            var page = tam.page();
            tam.open("/workings");
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
            page.waitForURL(Pattern.compile("/workings/pid_true"));
            page.getByLabel("What it displays, ppm as isobutylene").fill("3");
            page.getByLabel("The gas that is there").selectOption("Methane");
            assertThat(page.getByLabel("Result")).containsText("cannot be seen");
            tam.nothingWentWrong();
        }
    }
}
