package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.util.Base64;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A lead writes a card: changed in place, checked as it is typed, tried, published, held against the one before. */
class CardWalkTest {

    private static final String ONE_POINT =
            "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==";

    private final World world = World.demo();

    private static Locator button(Page page, String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(name)));
    }

    private static Locator region(Page page, String name) {
        return page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName(name));
    }

    @Test
    void aLeadEditsDryRunsAndPublishesACard() {
        try (var marit = new Walk(world).signIn("marit");
                var tam = new Walk(world).signIn("tam")) {
            var page = marit.open("/rules").page();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Reed Vapour"))
                    .click();
            assertThat(region(page, "Calibration")).containsText("from 10 °C 90 s");

            button(page, "New tube").first().focus();
            page.keyboard().press("Enter");
            page.getByLabel("Note for the operator of this instrument").fill("Break both ends in the holder.");
            page.getByLabel("Picture for this step")
                    .setInputFiles(new FilePayload(
                            "tube.png", "image/png", Base64.getDecoder().decode(ONE_POINT)));
            assertThat(button(page, "New tube").first()).containsText("A picture has a description of what it shows.");
            assertThat(button(page, "Publish as version 3")).isDisabled();
            page.getByLabel("What the picture shows").fill("Arrow towards the instrument");

            button(page, "Gas.*benzene|Gas.*C6H6").first().click();
            page.getByLabel("Takes (s)").first().fill("-5");
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("from above 0 s on");
            page.getByLabel("Takes (s)").first().fill("150");
            assertThat(region(page, "Against version 2")).containsText("from 0 °C 150 s");
            assertThat(region(page, "Against version 2")).containsText("Picture: Arrow towards the instrument");

            page.getByLabel("Sensors").selectOption("1");
            page.getByLabel("Fault").selectOption("DEAD");
            button(page, "Run on a simulated detector").click();
            assertThat(region(page, "Dry run")).containsText("no response");
            page.getByLabel("Sensors").selectOption("");
            button(page, "Run on a simulated detector").click();
            assertThat(region(page, "Dry run").getByRole(AriaRole.STATUS)).containsText("pass");

            marit.open("/rules");
            assertThat(page.getByRole(
                            AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("Reed Vapour"))))
                    .containsText("draft open");
            marit.open("/rules/cards/Reed%20Vapour");
            assertThat(region(page, "Calibration")).containsText("Break both ends in the holder.");
            button(page, "Publish as version 3").click();
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .hasText("Reed Vapour card version 3");
            assertThat(region(page, "Between versions")).containsText("from 0 °C 150 s");

            var read = tam.open("/rules/cards/Reed%20Vapour").page();
            assertThat(region(read, "Calibration")).containsText("Break both ends in the holder.");
            assertThat(region(read, "Between versions")).containsText("from 0 °C 120 s");
            assertThat(button(read, "Publish")).hasCount(0);
            marit.nothingWentWrong();
            tam.nothingWentWrong();
        }
    }

    @Test
    void aCardByWhichASoundDetectorFailsIsNotPublishedAndADroppedDraftIsGone() {
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/rules").page();
            button(page, "Start a card").click();
            page.getByRole(AriaRole.DIALOG).getByLabel("Model").fill("Fell Try");
            page.getByLabel("Start from").selectOption("the card of Fell CO₂");
            button(page, "Start the card").click();
            page.waitForURL(Pattern.compile("/rules/cards/Fell%20Try"));
            var warmUp = region(page, "Calibration")
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("Warm-up")));
            warmUp.click();
            button(page, "Take the step out").click();
            assertThat(warmUp).hasCount(0);
            button(page, "Undo the last change").click();
            assertThat(warmUp).isVisible();

            var gas = button(page, "Gas.*span").first();
            gas.click();
            page.getByLabel("Rule").first().selectOption("countdown");
            page.getByLabel("After (s)").first().fill("6");
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("averaged lie within the 6 s");
            page.getByLabel("Mean of the last").first().fill("0");
            button(page, "Publish as version 1").click();
            assertThat(page.getByRole(AriaRole.ALERT))
                    .containsText("A sound detector does not pass the calibration by this card");

            button(page, "Drop this draft").click();
            button(page, "Drop it for good").click();
            page.waitForURL(Pattern.compile("/rules$"));
            assertThat(page.getByText("Fell Try")).hasCount(0);
            marit.nothingWentWrong();
        }
    }
}
