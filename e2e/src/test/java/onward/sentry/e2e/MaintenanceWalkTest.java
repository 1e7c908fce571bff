package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Work between calibrations: guided step by step, and a status changed by hand, as the board of the crew shows it. */
class MaintenanceWalkTest {

    private final World world = World.demo();

    @Test
    void aFilterIsReplacedStepByStepAndTheDetectorIsDueAfterwards() {
        var prefix = "M" + System.nanoTime() % 100_000 + "-";
        world.crew("Filters " + prefix, prefix, 1, 0);
        var serial = prefix + "101";
        try (var una = new Walk(world).signIn("una")) {
            var page = una.open("/parts").page();
            una.button("Add a part").click();
            var sheet = page.getByRole(AriaRole.DIALOG);
            sheet.getByLabel("Name").fill("diffusion filter");
            sheet.getByLabel("In stock").fill("3");
            sheet.getByLabel("Order more at").fill("2");
            una.button("Save").click();
            assertThat(sheet).hasCount(0);

            una.open("/detectors/" + serial);
            una.button("Replace the filter").click();
            page.waitForURL(Pattern.compile("/maintenance/"));
            una.asked("Take the old filter off.");
            assertThat(page.getByText("3 in stock")).isVisible();
            una.button("Done").click();
            una.asked("Press the new filter on until it clicks.");
            page.reload();
            una.asked("Press the new filter on until it clicks.");
            una.button("Done").click();
            una.asked("All steps are done.");
            una.button("Finish the work").click();
            una.asked("Finished.");
            una.link("Open " + serial + " to calibrate it").click();
            assertThat(page.getByText("May not be used.")).isVisible();
            assertThat(page.getByText("replace the filter done").first()).isVisible();
            una.open("/parts");
            assertThat(page.getByRole(AriaRole.LISTITEM)
                            .filter(new Locator.FilterOptions().setHasText("diffusion filter")))
                    .containsText("Order more.");
            una.nothingWentWrong();
        }
    }

    @Test
    void aCrackedCaseIsPutOnHoldAndTheBoardOnTheWallSaysSo() {
        var prefix = "K" + System.nanoTime() % 100_000 + "-";
        var crew = "Kiln " + prefix;
        world.crew(crew, prefix, 2, 0);
        var serial = prefix + "101";
        try (var marit = new Walk(world).signIn("marit");
                var una = new Walk(world).signIn("una");
                var wall = new Walk(world)) {
            var lead = marit.open("/boards").page();
            marit.button("Add an address").click();
            lead.getByRole(AriaRole.DIALOG).getByLabel("Name").fill("Kiln hut " + prefix);
            lead.getByRole(AriaRole.DIALOG).getByLabel("Crew").selectOption(crew);
            marit.button("Add, and show the address").click();
            var address = lead.locator("code").first().textContent();
            marit.button("Done").click();
            var board = wall.open(address.substring(address.indexOf("/board/"))).page();
            assertThat(group(board, "Ready")).containsText(serial);

            var page = una.open("/detectors/" + serial).page();
            una.button("Change status").click();
            page.getByRole(AriaRole.DIALOG).getByText("Put on hold").click();
            page.getByLabel("Reason, for example: case cracked").fill("case cracked");
            una.button("Put on hold: " + serial).click();
            assertThat(page.getByText("May not be used.")).isVisible();
            assertThat(group(board, "Do not use")).containsText(serial);
            assertThat(group(board, "Do not use")).containsText("case cracked.");

            una.button("Edit details").click();
            page.getByLabel("Notes").fill("wait for a new case");
            una.button("Save").click();
            assertThat(page.getByText("wait for a new case")).isVisible();
            marit.open("/boards");
            marit.button("Revoke Kiln hut " + prefix).click();
            board.reload();
            assertThat(board.getByText("Board").first()).isVisible();
            assertThat(group(board, "Ready")).hasCount(0);
            una.nothingWentWrong();
            marit.nothingWentWrong();
        }
    }

    private static Locator group(Page board, String title) {
        return board.getByRole(
                AriaRole.REGION, new Page.GetByRoleOptions().setName(Pattern.compile("^" + title + ":")));
    }
}
