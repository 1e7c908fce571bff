package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;

/** The bump round before a shift, on a phone: one tap a detector when all is well. */
class RoundWalkTest {

    private static final int DETECTORS = 20;

    private final World world = World.demo();

    @Test
    void twentyDetectorsWithTwoFailuresOnAPhone() {
        var phone = new Browser.NewContextOptions().setViewportSize(390, 844).setHasTouch(true);
        try (var brand = new Walk(world, phone).signIn("brand")) {
            var page = brand.page();
            world.crew("Night shift", "NS-", DETECTORS, 1);
            brand.open("/round");
            page.getByText("Night shift").tap();
            assertThat(page.getByText("bumps 20 of 20").first()).isVisible();
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^Start with")))
                    .first()
                    .tap();
            page.waitForURL(java.util.regex.Pattern.compile("/round/[0-9a-f-]{36}"));
            int taps = 0;
            for (int i = 0; i < DETECTORS; i++) {
                assertThat(page.getByText((i) + " done")).isVisible();
                if (i == 4) {
                    brand.button("Problem").tap();
                    page.getByRole(
                                    AriaRole.BUTTON,
                                    new Page.GetByRoleOptions()
                                            .setName(java.util.regex.Pattern.compile("H.*2.*S responds")))
                            .tap();
                    brand.button("Record it so").tap();
                } else if (i == 11) {
                    brand.button("Problem").tap();
                    brand.button("All alarms were noticed").tap();
                    brand.button("Record it so").tap();
                } else {
                    page.getByRole(
                                    AriaRole.BUTTON,
                                    new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^Pass")))
                            .tap();
                    taps++;
                }
            }
            org.assertj.core.api.Assertions.assertThat(taps).isEqualTo(DETECTORS - 2);
            assertThat(page.getByText(DETECTORS + " done")).isVisible();
            assertThat(page.getByText("2 to calibration")).isVisible();
            assertThat(page.getByText("keep it out of use, calibrate it")).hasCount(2);
            brand.button("End the round").tap();
            assertThat(brand.nextHand()).containsText("The round is ended");
            brand.nothingWentWrong();
        }
    }

    @Test
    void numbersOverTheLinkAreSeenBesideTheQuestion() {
        try (var brand = new Walk(world).signIn("brand").readings("Over the link", 10)) {
            var page = brand.page();
            world.crew("Dawn shift", "DS-", 2, 1);
            brand.open("/round");
            page.getByText("Dawn shift", new Page.GetByTextOptions().setExact(true))
                    .click();
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^Start with")))
                    .first()
                    .click();
            page.waitForURL(java.util.regex.Pattern.compile("/round/[0-9a-f-]{36}"));
            assertThat(brand.nextHand()).containsText("DS-101");
            page.keyboard().press("l");
            var atHand = page.getByLabel("At hand");
            assertThat(atHand.getByText("responds")).hasCount(4);
            assertThat(brand.nextHand()).containsText("DS-101: every sensor responds. Did all alarms come?");
            page.keyboard().press("Space");
            assertThat(page.getByText("1 done")).isVisible();
            assertThat(brand.nextHand()).containsText("DS-102");
            brand.link("DS-101").click();
            assertThat(page.getByText("bumped it in a round, numbers over the link"))
                    .isVisible();
            brand.nothingWentWrong();
        }
    }
}
