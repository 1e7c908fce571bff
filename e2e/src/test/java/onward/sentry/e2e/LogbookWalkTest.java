package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What was done is found again, put right, and proved to somebody from outside. */
class LogbookWalkTest {

    private static final LocatorAssertions.ContainsTextOptions LONG_ENOUGH =
            new LocatorAssertions.ContainsTextOptions().setTimeout(120_000);

    private final World world = World.demo();

    @Test
    void aRecordIsFoundPutRightAndGivenOutAsACertificateThatAnybodyCanCheck() {
        String code;
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/logbook").page();
            page.getByPlaceholder("a serial, a reason").fill("1013 calibration");
            page.getByLabel("Verdict").selectOption("pass");
            var entries = page.getByRole(AriaRole.LIST, new Page.GetByRoleOptions().setName("Entries"));
            assertThat(entries).containsText("Q4-1013");
            assertThat(entries).not().containsText("bump test");
            assertThat(page).hasURL(Pattern.compile("verdict=PASS"));
            marit.link("calibration").first().click();

            marit.button("Correct this entry").click();
            page.getByLabel("What is correct").fill("Worked in the ferry shed");
            page.getByLabel("Why it was wrong").fill("the room was mistyped");
            marit.button("Save correction").click();
            var record = page.getByRole(AriaRole.ARTICLE);
            assertThat(record).containsText("Corrected: Worked in the ferry shed");

            marit.button("Certificate").click();
            assertThat(page.getByRole(AriaRole.STATUS)).containsText("This certificate is valid.");
            assertThat(page.getByRole(AriaRole.ARTICLE)).containsText("Corrected on record: Worked in the ferry shed");
            code = page.url().substring(page.url().lastIndexOf('/') + 1);
            var file = page.request().get(world.url() + "/api/v1/certificates/" + code + "/pdf");
            assertThat(new String(file.body(), 0, 5, StandardCharsets.US_ASCII)).isEqualTo("%PDF-");

            entriesOfTheSiteAndOfAccountsHaveAreasOfTheirOwn(marit, entries);
            marit.open("/logbook?kind=correction");
            assertThat(entries).containsText("Worked in the ferry shed");
            marit.nothingWentWrong();
        }
        try (var anybody = new Walk(world)) {
            var page = anybody.page();
            page.navigate(world.url() + "/verify");
            page.getByLabel("Code of the certificate").fill(code.toLowerCase().replace("-", " "));
            anybody.button("Look it up").click();
            assertThat(page.getByRole(AriaRole.STATUS)).containsText("This certificate is valid.");
            assertThat(page.getByRole(AriaRole.ARTICLE)).containsText("Q4-1013");
        }
    }

    private static void entriesOfTheSiteAndOfAccountsHaveAreasOfTheirOwn(Walk marit, Locator entries) {
        marit.open("/logbook");
        assertThat(entries).not().containsText("registered detector");
        marit.button("Set-up").click();
        assertThat(entries).containsText(Pattern.compile("registered detector [A-Z0-9]+-\\d+"));
        assertThat(entries).not().containsText("signed the calibration");
        marit.button("Accounts").click();
        assertThat(entries).containsText(Pattern.compile("added \\w+ as (technician|viewer|lead|administrator)"));
    }

    /** A lead has everything looked through; a cylinder's use-before moved past the program is named, on Today too. */
    @Test
    void whatWasChangedPastTheProgramIsSaidToLeads() {
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/logbook").page();
            marit.link("Integrity check").click();
            var answer = page.getByRole(AriaRole.STATUS);
            marit.button("Check now").click();
            assertThat(answer).containsText("All records are intact. Checked", LONG_ENOUGH);
            world.tamper("update cylinder set use_before = use_before + 731 where tag = 'HM-02'");
            try {
                marit.button("Check now").click();
                assertThat(answer).containsText("1 finding. Checked", LONG_ENOUGH);
                assertThat(page.getByRole(AriaRole.MAIN)).containsText("cylinder HM-02 was changed: use_before is");
                marit.open("/");
                page.getByText("See what was changed").click();
                assertThat(page).hasURL(Pattern.compile("/logbook/proof$"));
            } finally {
                world.tamper("update cylinder set use_before = use_before - 731 where tag = 'HM-02'");
            }
            marit.button("Check now").click();
            assertThat(answer).containsText("All records are intact. Checked", LONG_ENOUGH);
            marit.nothingWentWrong();
        }
    }

    @Test
    void certificatesOfSomeDaysAreGivenOutTogetherAndPrintedAsOneFile() {
        try (var marit = new Walk(world).signIn("marit");
                var una = new Walk(world).signIn("una")) {
            var crew = "/certificates?crew=Ferry";
            var page = marit.open(crew).page();
            assertThat(page.getByRole(AriaRole.MAIN)).containsText("no certificate yet");
            assertThat(una.open(crew).page().getByRole(AriaRole.MAIN)).containsText("A lead issues them.");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Issue ")))
                    .click();
            assertThat(page.getByRole(AriaRole.MAIN)).not().containsText("no certificate yet");
            var printed = page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("PDF$")));
            var file = page.request().get(world.url() + printed.getAttribute("href"));
            assertThat(file.status()).isEqualTo(200);
            marit.nothingWentWrong();
        }
    }
}
