package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.node.ObjectNode;

/** Signing with a PIN, and a tablet that several people work on. */
class SigningWalkTest {

    private final World world = World.demo();

    private static ObjectNode signing(ObjectNode rules) {
        return (ObjectNode) rules.get("signing");
    }

    private static void strike(Locator sheet, String pin) {
        for (var digit : pin.split("")) {
            sheet.getByRole(
                            AriaRole.BUTTON,
                            new Locator.GetByRoleOptions().setName(digit).setExact(true))
                    .click();
        }
    }

    @Test
    void whereItIsAskedForAPinGoesBeforeTheSignatureAndTheWorkGoesOnByItself() throws Exception {
        try (var each = new OtherRules(world, rules -> signing(rules).put("proof", "EACH"));
                var una = new Walk(world).signIn("una")) {
            var prefix = "S" + System.nanoTime() % 100_000 + "-";
            world.crew("Signing " + prefix, prefix, 1, 20);
            var page = una.open("/detectors/" + prefix + "101/elsewhere").page();
            page.getByText("at a laboratory").click();
            page.getByLabel("Laboratory", new Page.GetByLabelOptions().setExact(true))
                    .fill("Outer Sound Laboratory");
            page.getByLabel("Number of the certificate").fill("OS-119");
            page.getByLabel("Carbon monoxide that was applied").fill("100");
            page.getByLabel("Carbon monoxide as left").fill("97");
            una.button("Store as calibrated").click();

            var sheet = page.getByRole(AriaRole.DIALOG);
            assertThat(sheet).containsText("Sign as Una Haldane");
            assertThat(sheet.getByLabel("PIN")).isFocused();
            page.keyboard().type("9071");
            page.keyboard().press("Enter");
            assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("That is not your PIN.");
            strike(sheet, "7394");
            page.keyboard().press("Enter");
            assertThat(page.getByText("Calibrated by Outer Sound Laboratory, certificate OS-119"))
                    .isVisible();
            una.nothingWentWrong();
        }
    }

    @Test
    void aTabletIsLockedAndTheNextPersonGoesOnAsThemself() {
        try (var una = new Walk(world).signIn("una")) {
            var page = una.open("/detectors").page();
            lock(una);
            page.keyboard().press("Escape");
            assertThat(page.getByText("Who works here?")).isVisible();
            una.button("Somebody else").click();
            page.getByLabel("Sign-in name").fill("brand");
            page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Password"))
                    .fill("skerravoe-demo");
            una.button("Sign in").click();
            assertThat(page.getByText("Brand Osk")).isVisible();

            lock(una);
            una.button("Una Haldane").click();
            page.keyboard().type("7394");
            page.keyboard().press("Enter");
            assertThat(page.getByText("Una Haldane")).isVisible();
            assertThat(page.getByText("Who works here?")).hasCount(0);
            una.nothingWentWrong();
        }
    }

    @Test
    void aTabletThatNobodyTouchesLocksByItself() {
        try (var una = new Walk(world)) {
            var page = una.page();
            page.clock().install();
            una.signIn("una").open("/detectors");
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .containsText("Detectors");
            page.clock().fastForward("13:00");
            page.mouse().click(5, 5);
            page.clock().fastForward("13:00");
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .containsText("Detectors");
            page.clock().fastForward("03:00");
            assertThat(page.getByText("Who works here?")).isVisible();

            page.reload();
            assertThat(page.getByText("Who works here?")).isVisible();
            una.button("Una Haldane").click();
            page.keyboard().type("7394");
            page.keyboard().press("Enter");
            assertThat(page.getByText("Who works here?")).hasCount(0);
            una.nothingWentWrong();
        }
    }

    @Test
    void aLeadCountersignsAtTheBenchForACompetenceThatHasEnded() throws Exception {
        wasQualified("breath alcohol", LocalDate.now().minusDays(3));
        try (var countersigned = new OtherRules(world, rules -> signing(rules).put("countersigned", true));
                var brand = new Walk(world).signIn("brand")) {
            var page = brand.readings("Typed by hand", 1)
                    .open("/detectors/TB-7003")
                    .page();
            brand.button("Calibrate").click();
            brand.button("A lead countersigns").click();
            var sheet = page.getByRole(AriaRole.DIALOG);
            sheet.getByLabel("Sign-in name of the lead").fill("una");
            strike(sheet, "7394");
            brand.button("Countersign").click();
            assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("no lead");
            sheet.getByLabel("Sign-in name of the lead").fill("marit");
            strike(sheet, "7394");
            brand.button("Countersign").click();
            assertThat(page.getByText("Marit Voe answers for it: adjusted under countersignature."))
                    .isVisible();
            assertThat(brand.button("A lead countersigns")).hasCount(0);
            brand.nothingWentWrong();
        }
    }

    private void wasQualified(String competence, LocalDate until) {
        try (var runa = new Walk(world).signIn("runa")) {
            var page = runa.open("/people").page();
            runa.button("Add a competence for Brand Osk").click();
            page.getByLabel("Qualified for", new Page.GetByLabelOptions().setExact(true))
                    .fill(competence);
            page.getByLabel("Through").fill(until.toString());
            runa.button("Save").click();
            assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
        }
    }

    private static void lock(Walk walk) {
        walk.button("Lock, or let somebody else work here").click();
        assertThat(walk.page().getByText("Who works here?")).isVisible();
    }
}
