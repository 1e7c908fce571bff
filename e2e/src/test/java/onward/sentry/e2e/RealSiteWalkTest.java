package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** A site of its own, from an empty database to its first signed run, in real time, with a gateway of a third party. */
class RealSiteWalkTest {

    private static final long LONGEST_RUN_MILLIS = 900_000;
    private static final String MODEL = "Brae 5P";

    private Walk inga;
    private Page page;

    @Test
    void anEmptySiteComesToItsFirstSignedRun() throws Exception {
        try (var world = World.empty();
                var walk = new Walk(world)) {
            inga = walk;
            page = walk.page();
            firstAdministrator(world);
            site();
            card();
            cylinders();
            detectors();
            var token = gateway();
            var gateway = world.referenceGateway(token);
            try {
                firstRun();
            } finally {
                gateway.destroy();
            }
            board();
            inga.nothingWentWrong();
        }
    }

    private Locator field(String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    private Locator inDialog(String label) {
        return page.getByRole(AriaRole.DIALOG).getByLabel(label);
    }

    private void firstAdministrator(World world) {
        var code = Pattern.compile("One-time code for the first administrator: (\\S+)")
                .matcher(world.printed());
        Assertions.assertThat(code.find()).isTrue();
        inga.open("/");
        field("One-time code").fill(code.group(1));
        field("Your name").fill("Inga Rø");
        field("Sign-in name").fill("inga");
        field("Password").fill("a long password");
        inga.button("Begin").click();
        assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("First steps")))
                .isVisible();
    }

    private void site() {
        inga.open("/site");
        inga.button("Save").click();
        assertThat(page.getByText("Give the name that certificates and boards show."))
                .isVisible();
        field("Name").fill("Brae Works");
        field("Time zone").selectOption("Europe/Oslo");
        inga.button("Save").click();
        assertThat(page.getByText("Site saved.")).isVisible();
    }

    /** A five-gas pumped model that no example is of: begun from one that is like it, without the steps that it lacks. */
    private void card() {
        inga.open("/rules");
        inga.button("Start a card").click();
        inDialog("Model").fill(MODEL);
        inDialog("Start from").selectOption("the card of Quoin 5P");
        inga.button("Start the card").click();
        page.waitForURL(Pattern.compile("/rules/cards/Brae%205P"));
        for (var title : List.of("Block test", "Warm-up", "As found", "As found", "Verify", "Verify")) {
            var part = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Calibration"))
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile(title)))
                    .first();
            part.click();
            inga.button("Take the step out").click();
        }
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("The detector")))
                .click();
        var detector = page.getByRole(
                AriaRole.REGION, new Page.GetByRoleOptions().setName("Detector").setExact(true));
        detector.getByLabel("Rule", new Locator.GetByLabelOptions().setExact(true))
                .selectOption("a weekday of the following month");
        detector.getByLabel("Weekday").selectOption("Saturday");
        assertThat(page.getByText(Pattern.compile("Calibrated .*: due .*Sat")).first())
                .isVisible();
        inga.button("Publish as version 1").click();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .hasText(MODEL + " card version 1");
    }

    private void cylinders() {
        inga.open("/gas/new");
        page.getByLabel("Start from").selectOption("gases of " + MODEL);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Take component 5 out"))
                .click();
        page.getByLabel("Amount").nth(0).fill("1.25");
        page.getByLabel("Amount").nth(1).fill("16");
        page.getByLabel("Volume of gas (L)").fill("103");
        page.getByLabel("Full pressure (bar)").fill("69");
        register("HM-1", "SKV-1");
        for (var copy : List.of("HM-2", "HM-3")) {
            inga.open("/gas/new");
            page.getByLabel("Start from").selectOption("cylinder HM-1");
            register(copy, "SKV-" + copy);
        }
        inga.open("/gas/new");
        page.getByLabel("Gas", new Page.GetByLabelOptions().setExact(true)).selectOption("isobutylene");
        page.getByLabel("Amount").fill("120");
        page.getByLabel("Unit").selectOption("PPM");
        page.getByLabel("Balance").selectOption("air");
        page.getByLabel("Volume of gas (L)").fill("103");
        page.getByLabel("Full pressure (bar)").fill("69");
        register("IB-1", "SKV-5");
        inga.open("/gas/new");
        page.getByLabel("Start from").selectOption("cylinder IB-1");
        register("IB-2", "SKV-6");
        for (var tag : List.of("HM-1", "IB-1")) {
            inga.open("/gas/" + tag);
            assertThat(page.getByText("release it with the reason")).isVisible();
            inga.button("Release without comparison").click();
            inDialog("Why there is nothing to compare it with").fill("first of its gas");
            inga.button("Release").click();
            assertThat(page.getByText("In date.")).isVisible();
        }
    }

    private void register(String tag, String certificate) {
        page.getByLabel("Tag").fill(tag);
        page.getByLabel("Certificate number").fill(certificate);
        page.getByLabel("Lot").fill("L1");
        page.getByLabel("Made on").fill("2026-01-05");
        page.getByLabel("Expiry date").fill("2099-12-31");
        inga.button("Register the cylinder").click();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                .hasText(tag);
    }

    /** Nine from a table with two mistakes, three by hand. */
    private void detectors() {
        var table = new StringBuilder("serial;model;crew;sensor_1;sensor_2;sensor_3;sensor_4;sensor_5;fitted_on\n");
        for (int i = 1; i <= 9; i++) {
            table.append(i == 3 ? "BR 3" : "BR-" + i)
                    .append(';')
                    .append(i == 5 ? "brae-5p" : MODEL)
                    .append(";Quarry;A-" + i + ";B-" + i + ";C-" + i + ";D-" + i + ";E-" + i + ";2026-01-10\n");
        }
        inga.open("/exchange");
        page.getByLabel("Import detectors")
                .setInputFiles(
                        new FilePayload("brae.csv", "text/csv", table.toString().getBytes(StandardCharsets.UTF_8)));
        assertThat(page.getByText("2 refused").first()).isVisible();
        inga.button("Take the suggestions").click();
        inga.button("Apply 9 lines").click();
        assertThat(page.getByText("applied").first()).isVisible();
        for (var serial : List.of("BR-10", "BR-11", "BR-12")) {
            inga.open("/detectors/new");
            page.getByLabel("Model").selectOption(MODEL);
            field("Serial").fill(serial);
            field("Crew").fill("Quarry");
            for (int slot = 1; slot <= 5; slot++) {
                page.getByLabel("Serial of sensor " + slot).fill(serial + "-" + slot);
            }
            inga.button("Register the detector").click();
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .hasText(serial);
        }
        inga.open("/detectors");
        assertThat(page.getByRole(AriaRole.MAIN)).containsText("12");
    }

    private String gateway() {
        inga.open("/gateways");
        inga.button("Connect a gateway").click();
        field("Name").fill("quarry bench");
        page.getByLabel(MODEL).check();
        inga.button("Add, and show its token").click();
        var token = page.locator("code").last().textContent();
        inga.button("I have entered it").click();
        return token;
    }

    private void firstRun() {
        assertThat(page.getByText("heard just now"))
                .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(30_000));
        inga.putOnBench("BR-10").space("Check the detector before gas").workTo("Signed", LONGEST_RUN_MILLIS);
        inga.open("/detectors/BR-10");
        assertThat(page.getByText("May be used.")).isVisible();
        assertThat(page.getByText(Pattern.compile("Due Sat, ")).first()).isVisible();
        inga.open("/");
        assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("First steps")))
                .hasCount(0);
    }

    private void board() {
        inga.open("/board?crew=Quarry");
        assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Ready: 1 detector")))
                .containsText("BR-10");
        assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Do not use: 11 detectors")))
                .isVisible();
        assertThat(page.getByText("Brae Works")).isVisible();
    }
}
