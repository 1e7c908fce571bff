package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A span that fails, what is suspected changed, and the pass on the second try; readings typed by hand. */
class SecondTryWalkTest {

    private final World world = World.demo();

    private static void type(Page page, String reading) {
        var field = page.getByLabel("Carbon monoxide reading in ppm");
        field.fill(reading);
        field.press("Enter");
    }

    @Test
    void aWeakCylinderIsChangedAndTheCellPasses() {
        try (var una = new Walk(world).signIn("una").readings("Typed by hand", 10)) {
            var page = una.page();
            una.open("/detectors/MC-2005").button("Calibrate").click();
            una.confirm("Check the detector before gas")
                    .confirm("Adapter off, clean air")
                    .asked("Type the reading of carbon monoxide");
            type(page, "0");
            una.confirm("Choose the cylinder").confirm("open the valve").asked("Type the reading of carbon monoxide");
            type(page, "30");
            gasThatNobodyMeasuresIsToldOnEveryPage(una);
            una.confirm("Close the valve").asked("Carbon monoxide failed: change what you suspect");
            una.button("another cylinder").click();
            una.confirm("Carbon monoxide failed")
                    .confirm("Choose the cylinder")
                    .confirm("open the valve")
                    .asked("Type the reading of carbon monoxide");
            type(page, "78");
            una.confirm("Close the valve").confirm("Save on the instrument").asked("Wait for clean air");
            type(page, "0");
            una.confirm("All sensors passed").asked("Signed");
            una.link("Open the record").click();
            assertThat(page.getByText("R = 37.5 % → fail")).isVisible();
            assertThat(page.getByText("R = 97.5 % → pass")).isVisible();
            assertThat(page.getByText("Tried again after a change: another cylinder"))
                    .isVisible();
            una.nothingWentWrong();
        }
    }

    /** The failure waits: first the valve, with what the gas has cost, also on a phone, on Today and on a locked device. */
    private static void gasThatNobodyMeasuresIsToldOnEveryPage(Walk una) {
        var page = una.page();
        una.asked("Close the valve");
        assertThat(page.getByLabel("Gas that is on")).containsText(Pattern.compile("Gas on .* drawn .* left in"));
        page.setViewportSize(390, 844);
        assertThat(page.getByLabel("Next action").getByText("Gas is off").first())
                .isVisible();
        page.setViewportSize(1280, 800);
        una.link("Today").click();
        var alarm = page.getByLabel("Gas that nobody watches");
        assertThat(alarm).containsText("MC-2005: Close the valve");
        una.button("Lock, or let somebody else work here").click();
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("MC-2005: Close the valve");
        page.getByLabel("PIN").fill("7394");
        page.keyboard().press("Enter");
        alarm.getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Go to MC-2005"))
                .click();
    }

    @Test
    void theSuggestedCylinderChangeLetsTheSecondTryPass() throws Exception {
        world.crew("Lamp crew", "LC-", 1, 120);
        world.cylinderLike("HM-02", "HM-77");
        world.atBenchOf("LC-101", "DECAYED_GAS", "0.3", "HM-77");
        try (var brand = new Walk(world).signIn("brand").readings("Over the link", 60)) {
            var page = brand.page();
            brand.open("/detectors/LC-101").button("Calibrate").click();
            brand.confirm("Check the detector before gas")
                    .asked("Choose the cylinder")
                    .choose("HM-77")
                    .confirm("Choose the cylinder")
                    .confirm("Adapter off, clean air")
                    .workTo("Hydrogen sulfide failed: change what you suspect");
            var diagnosis = page.getByLabel("Likely cause");
            assertThat(diagnosis).containsText("take another cylinder of this gas");
            assertThat(diagnosis).containsText("the reactive gas in the cylinder has lost strength");
            brand.button("I have done that").click();
            brand.confirm("Hydrogen sulfide failed")
                    .asked("Choose the cylinder")
                    .choose("HM-02")
                    .confirm("Choose the cylinder")
                    .workTo("Signed");
            brand.link("Open the record").click();
            assertThat(page.getByText("Tried again after a change: take another cylinder of this gas"))
                    .isVisible();
            assertThat(page.getByText("HM-02").first()).isVisible();
            brand.nothingWentWrong();
        }
        theDaysBeforeAreInDoubtUntilALeadHasLookedIntoThem();
    }

    @Test
    void nothingIsSavedWhileRoomAirIsInTheGas() throws Exception {
        world.crew("Leak crew", "LK-", 1, 1);
        world.atBenchOf("LK-101", "AIR_LEAK", "0.25", "");
        try (var brand = new Walk(world).signIn("brand").readings("Over the link", 60)) {
            var page = brand.page();
            brand.open("/detectors/LK-101").button("Calibrate").click();
            brand.workTo("Do not save yet: about");
            var doubt = page.getByLabel("Suspect gas");
            assertThat(doubt).containsText(Pattern.compile("About 2\\d % room air in the gas"));
            assertThat(doubt.getByRole(AriaRole.ROWHEADER)).hasCount(4);
            assertThat(page.getByLabel("Likely cause")).containsText("room air gets into the gas");
            world.atBenchOf("LK-101", "NONE", "", "");
            brand.button("I have done that").click();
            brand.confirm("Do not save yet").workTo("Signed");
            brand.link("Open the record").click();
            assertThat(page.getByText(Pattern.compile(
                            "Not to be saved before gas is applied again: about 2\\d % room air in the gas")))
                    .isVisible();
            brand.nothingWentWrong();
        }
    }

    private void theDaysBeforeAreInDoubtUntilALeadHasLookedIntoThem() {
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.page();
            var today = page.getByRole(
                    AriaRole.REGION, new Page.GetByRoleOptions().setName("Suspect periods: impact review"));
            today.getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("LC-101"))
                    .first()
                    .click();
            var doubt = page.getByLabel(Pattern.compile("H2S suspect period"));
            assertThat(doubt).containsText("120 days to");
            doubt.getByRole(AriaRole.BUTTON).click();
            page.getByLabel("What was found out").fill("the gas had lost its strength, the detector was good");
            page.getByRole(AriaRole.DIALOG)
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Close it"))
                    .click();
            assertThat(doubt).hasCount(0);
            marit.nothingWentWrong();
        }
    }
}
