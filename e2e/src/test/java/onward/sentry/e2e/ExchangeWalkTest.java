package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A fleet that stands in a table of another program comes in, and a wrong table goes out again. */
class ExchangeWalkTest {

    private final World world = World.demo();

    @Test
    void aTableIsLookedAtMendedPutInForceAndTakenBack() {
        var table = """
                serial;model;crew;location;sensor_1;sensor_2;sensor_3;sensor_4
                EX-1;Quoin 4;Kelp store;shed;C-1;O-1;M-1;S-1
                EX-2;quoin-4;Kelp store;shed;C-2;O-2;M-2;S-2
                EX-3;Trumpet;Kelp store;shed;C-3;O-3;M-3;S-3
                """;
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/detectors").page();
            marit.link("Import and export").click();
            page.getByLabel("Import detectors")
                    .setInputFiles(new FilePayload("kelp.csv", "text/csv", table.getBytes(StandardCharsets.UTF_8)));
            var in = page.getByRole(
                    AriaRole.REGION,
                    new Page.GetByRoleOptions().setName("Import").setExact(true));
            assertThat(in).containsText("2 refused");
            assertThat(in).containsText("line 3");
            assertThat(in).containsText("Suggested: Quoin 4");
            assertThat(in).containsText("There is no procedure card for 'Trumpet'.");
            marit.button("Take the suggestions").click();
            assertThat(in).containsText("1 refused");
            marit.button("Apply 2 lines").click();
            var listed = in.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("kelp.csv"));
            assertThat(listed).containsText("applied");

            marit.open("/detectors?crew=Kelp%20store");
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("EX-2");
            marit.open("/exchange");
            listed.getByText("Void", new Locator.GetByTextOptions().setExact(true))
                    .click();
            page.getByLabel("What was wrong with it").fill("last year's table");
            page.getByRole(AriaRole.DIALOG)
                    .getByText("Void", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(listed).containsText("withdrawn");
            marit.open("/detectors/EX-1");
            assertThat(page.getByRole(AriaRole.MAIN))
                    .containsText(Pattern.compile("retired", Pattern.CASE_INSENSITIVE));

            var csv = page.request().get(world.url() + "/api/v1/exports/detectors/csv");
            assertThat(csv.text()).contains("EX-1", "Kelp store");
            marit.nothingWentWrong();
        }
    }

    @Test
    void jobsOnPaperComeInAsATableAreSignedAndTakenBack() {
        var prefix = "T" + System.nanoTime() % 100_000 + "-";
        world.crew("Tables " + prefix, prefix, 2, 20);
        var on = LocalDate.now().minusDays(2);
        var table = "detector;job;on;done_by;cylinder;gas_1;gas_2;gas_3;gas_4\n"
                + prefix + "101;bump;" + on + ";Old Halvard;HM-01;25;16;100;25\n"
                + prefix + "102;Bump test;" + on + ";Old Halvard;hm-01;25;16;3;25\n";
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/exchange").page();
            page.getByLabel("Import jobs on paper")
                    .setInputFiles(new FilePayload("round.csv", "text/csv", table.getBytes(StandardCharsets.UTF_8)));
            var in = page.getByRole(
                    AriaRole.REGION,
                    new Page.GetByRoleOptions().setName("Import").setExact(true));
            assertThat(in).containsText("Suggested: bump");
            marit.button("Take the suggestions").click();
            assertThat(in).containsText("Suggested: HM-01");
            marit.button("Take the suggestions").click();
            marit.button("2 new").click();
            assertThat(in.getByRole(AriaRole.LISTITEM)
                            .filter(new Locator.FilterOptions().setHasText(prefix + "102"))
                            .first())
                    .containsText("fail");
            marit.button("Sign and store 2 jobs").click();
            var listed = in.getByRole(AriaRole.LISTITEM)
                    .filter(new Locator.FilterOptions().setHasText("round.csv"))
                    .first();
            assertThat(listed).containsText("applied");

            marit.open("/detectors/" + prefix + "102");
            var due = page.getByText("bump failed");
            assertThat(due.first()).isVisible();
            assertThat(page.getByText("from paper")).isVisible();

            marit.open("/exchange");
            listed.getByText("Void", new Locator.GetByTextOptions().setExact(true))
                    .click();
            page.getByLabel("What was wrong with it").fill("another yard's round");
            page.getByRole(AriaRole.DIALOG)
                    .getByText("Void", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(listed).containsText("withdrawn");
            marit.open("/detectors/" + prefix + "102");
            assertThat(page.getByText("void", new Page.GetByTextOptions().setExact(true)))
                    .isVisible();
            assertThat(due).hasCount(0);
            marit.nothingWentWrong();
        }
    }
}
