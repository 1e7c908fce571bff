package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What is not bench work: the site rules, cards, and jobs that were done on paper. */
class SiteRulesWalkTest {

    private final World world = World.demo();

    @Test
    void aLeadSeesWhatAnotherRuleWouldChangePutsItInForceAndBackAgain() {
        try (var marit = new Walk(world).signIn("marit");
                var una = new Walk(world).signIn("una")) {
            var page = marit.open("/rules").page();
            var version = page.getByText(Pattern.compile("^version \\d+$")).first(); // others change the rules too
            var before = version.textContent();
            var held = new ArrayList<Route>();
            page.route("**/api/v1/site-rules/impact", held::add);
            page.getByLabel("guard band", new Page.GetByLabelOptions().setExact(true))
                    .check();
            assertThat(page.getByText("Fetching what it would reach …")).isVisible();
            assertThat(marit.button("Put it in force")).isDisabled();
            held.forEach(Route::resume);
            page.unroute("**/api/v1/site-rules/impact");
            var change = page.getByRole(AriaRole.FORM, new Page.GetByRoleOptions().setName("Change of the rules"));
            assertThat(change).containsText("The uncertainty is taken off the tolerance");
            assertThat(change).containsText("Quoin 5P");
            change.getByLabel("Why").fill("audit asked for it");
            marit.button("Put it in force").click();
            assertThat(page.getByText("Marit Voe: audit asked for it")).isVisible();
            assertThat(version).not().hasText(before);

            var looked = una.open("/rules").page();
            assertThat(looked.getByLabel("guard band", new Page.GetByLabelOptions().setExact(true)))
                    .isChecked();
            assertThat(looked.getByLabel("guard band", new Page.GetByLabelOptions().setExact(true)))
                    .isDisabled();

            page.getByLabel("no guard band", new Page.GetByLabelOptions().setExact(true))
                    .check();
            change.getByLabel("Why").fill("tried it");
            marit.button("Put it in force").click();
            assertThat(page.getByText("Marit Voe: tried it")).isVisible();
            marit.nothingWentWrong();
        }
    }

    @Test
    void aSiteWhoseGaugesShowPsiReadsAndTypesPsi() {
        var tag = "ZA-" + System.nanoTime() % 100_000;
        world.cylinderLike("ZA-02", tag);
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/rules").page();
            page.getByLabel("psi", new Page.GetByLabelOptions().setExact(true)).check();
            page.getByLabel("°F", new Page.GetByLabelOptions().setExact(true)).check();
            page.getByLabel("2026-03-26").check();
            inForce(marit, "gauges from another place");

            marit.open("/gas/" + tag);
            assertThat(page.getByText(
                            Pattern.compile("The gauge read \\d+ of 1001 psi on [A-Z][a-z]{2} \\d{4}-\\d{2}-\\d{2};")))
                    .isVisible();
            marit.button("Read the gauge").click();
            page.getByLabel("Gauge reads (psi)").fill("5000");
            marit.button("Record it").click();
            assertThat(page.getByText("A gauge shows 0 to 4351 psi, not 5000.")).isVisible();
            page.getByLabel("Gauge reads (psi)").fill("725");
            page.getByLabel("Cylinder at (°F)").fill("68");
            marit.button("Record it").click();
            assertThat(page.getByText("The gauge read 725 of 1001 psi")).isVisible();

            marit.open("/rules");
            page.getByLabel("bar", new Page.GetByLabelOptions().setExact(true)).check();
            page.getByLabel("°C", new Page.GetByLabelOptions().setExact(true)).check();
            page.getByLabel("26 Mar 2026").check();
            inForce(marit, "our own gauges are back");
            marit.open("/gas/" + tag);
            assertThat(page.getByText("The gauge read 50 of 69 bar")).isVisible();
            marit.nothingWentWrong();
        }
    }

    private static void inForce(Walk lead, String why) {
        lead.page().getByLabel("Why").fill(why);
        lead.button("Put it in force").click();
        assertThat(lead.page().getByText(": " + why)).isVisible();
    }

    @Test
    void whatAChangeOfTheRhythmWouldDoIsShownAndDropped() {
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/rules").page();
            var change = page.getByRole(AriaRole.FORM, new Page.GetByRoleOptions().setName("Change of the rules"));
            page.getByLabel("How many days does a good bump count?").fill("2.5");
            assertThat(page.getByText("A whole number from 0 to 31")).isVisible();
            assertThat(change).hasCount(0);
            page.getByLabel("How many days does a good bump count?").fill("4");
            assertThat(change).containsText("How many days does a good bump count?");
            assertThat(change.getByRole(AriaRole.REGION, new Locator.GetByRoleOptions().setName("Due days and use")))
                    .containsText(Pattern.compile("None moves\\.\\d+ more detectors? could go out today"));
            marit.button("Leave it as it is").click();
            page.getByLabel("on a weekday of the next month").check();
            page.getByLabel("Which one of the month").selectOption("second");
            page.getByLabel("Weekday", new Page.GetByLabelOptions().setExact(true))
                    .selectOption("Wednesday");
            assertThat(change).containsText("Due dates move");
            marit.button("Leave it as it is").click();
            assertThat(page.getByLabel("a month after the last")).isChecked();
            assertThat(page.getByLabel("From how little is a span taken?")).hasCount(0);
            page.getByLabel("taken inside a window").check();
            page.getByLabel("From how little is a span taken?").fill("5");
            assertThat(page.getByText("A number from 10 to 99")).isVisible();
            marit.button("Leave it as it is").click();
            marit.nothingWentWrong();
        }
    }

    @Test
    void aLeadSetsAFigureOfTheHouseAndHoldsOneDetectorToLess() {
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/rules").page();
            var reserve = page.getByLabel("How much of a cylinder is never used?");
            reserve.fill("60");
            assertThat(page.getByText("A number from 0 to 50")).isVisible();
            reserve.fill("5");
            page.getByLabel("How high above the sea is the bench?").fill("120");
            var change = page.getByRole(AriaRole.FORM, new Page.GetByRoleOptions().setName("Change of the rules"));
            assertThat(change).containsText("99.892 kPa instead of 101.325 kPa");
            assertThat(change).containsText("Tarn Breath");
            marit.button("Leave it as it is").click();
            assertThat(page.getByLabel("How high above the sea is the bench?")).hasValue("0");

            marit.open("/detectors/Q4-1005").button("Change the tolerance").click();
            page.getByLabel("A check passes within")
                    .selectOption(new com.microsoft.playwright.options.SelectOption().setValue("5"));
            page.getByLabel("Why").fill("works in the laboratory");
            marit.button("Set it").click();
            assertThat(page.getByText("set for this detector (stricter than site rules"))
                    .isVisible();
            marit.nothingWentWrong();
        }
    }

    @Test
    void aCardThatCannotBeReadIsRefusedWithItsPlaceAndTheRightOneIsPublished() {
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.open("/rules").page();
            var text = page.request()
                    .get(world.url() + "/api/v1/cards/Line%20CO/2")
                    .text();
            publish(page, text.replace("\"rangeMax\" : 50.0", "\"rangeMax\" : -1"));
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("sensors[0]");
            publish(page, text.replace("\"version\" : 2", "\"version\" : 3"));
            assertThat(page.getByText("Line CO version 3 is published")).isVisible();
            marit.nothingWentWrong();
        }
    }

    private static void publish(Page page, String text) {
        page.getByLabel("Card to publish")
                .setInputFiles(new com.microsoft.playwright.options.FilePayload(
                        "card.json", "application/json", text.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void aLaboratorysCertificateIsTypedInAndItsStatedDayCounts() {
        try (var una = new Walk(world).signIn("una")) {
            var prefix = "L" + System.nanoTime() % 100_000 + "-";
            world.crew("Laboratory " + prefix, prefix, 1, 20);
            var serial = prefix + "101";
            var page = una.open("/detectors/" + serial).page();
            una.link("Record work done elsewhere").click();
            page.getByText("at a laboratory").click();
            page.getByLabel("Laboratory", new Page.GetByLabelOptions().setExact(true))
                    .fill("Outer Sound Laboratory");
            page.getByLabel("Number of the certificate").fill("OS-118");
            var stated = LocalDate.now().plusDays(12);
            page.getByLabel("Next calibration, if it states one").fill(stated.toString());
            page.getByLabel("Carbon monoxide as left").fill("97");
            una.button("Store as calibrated").click();
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("missing");
            page.getByLabel("Carbon monoxide that was applied").fill("100");
            left(page, "Methane", "50", "51");
            left(page, "Oxygen", "18", "18.1");
            left(page, "Hydrogen sulfide", "25", "25.4");
            una.button("Store as calibrated").click();
            assertThat(page.getByText("Calibrated by Outer Sound Laboratory, certificate OS-118"))
                    .isVisible();
            una.link(serial).click();
            assertThat(page.getByText("at a laboratory").first()).isVisible();
            assertThat(page.getByText("Stated on the laboratory's certificate").first())
                    .isAttached();
            una.nothingWentWrong();
        }
    }

    private static void left(Page page, String gas, String applied, String reading) {
        page.getByLabel(gas + " that was applied").fill(applied);
        page.getByLabel(gas + " as left").fill(reading);
    }

    @Test
    void aJobFromPaperIsTypedInJudgedMarkedAndTakenBackByALead() {
        try (var una = new Walk(world).signIn("una");
                var marit = new Walk(world).signIn("marit")) {
            var page = una.open("/detectors/Q4-1004").page();
            una.link("Record work done elsewhere").click();
            page.getByLabel("Done by").fill("Old Halvard");
            page.getByLabel("Cylinder on the sheet")
                    .selectOption(new com.microsoft.playwright.options.SelectOption()
                            .setLabel(page.getByLabel("Cylinder on the sheet")
                                    .locator(
                                            "option",
                                            new com.microsoft.playwright.Locator.LocatorOptions().setHasText("HM-01"))
                                    .textContent()));
            fill(page, "Methane", "0", "24");
            fill(page, "Oxygen", "20,9", "16.1");
            fill(page, "Carbon monoxide", "1", "7o");
            fill(page, "Hydrogen sulfide", "0", "14.2");
            una.button("Save record").click();
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("no number");
            page.getByLabel("Carbon monoxide on gas").fill("70");
            una.button("Save record").click();
            assertThat(page.getByText("Typed in from paper, done by Old Halvard"))
                    .isVisible();
            assertThat(page.getByText("R = 87.5 % → pass")).isVisible();
            assertThat(una.button("Void")).hasCount(0);
            marit.page().navigate(page.url());
            una.link("Q4-1004").click();
            assertThat(page.getByText("from paper").first()).isVisible();
            una.nothingWentWrong();

            marit.button("Void").click();
            marit.page().getByLabel("What is wrong with it").fill("another detector’s sheet");
            marit.page()
                    .getByRole(AriaRole.DIALOG)
                    .getByText("Void", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(marit.page().getByText("this record is void and does not count"))
                    .isVisible();
            assertThat(marit.button("Void")).hasCount(0);
            marit.nothingWentWrong();
        }
    }

    private static void fill(Page page, String gas, String zero, String onGas) {
        page.getByLabel(gas + " in clean air").fill(zero);
        page.getByLabel(gas + " on gas").fill(onGas);
    }
}
