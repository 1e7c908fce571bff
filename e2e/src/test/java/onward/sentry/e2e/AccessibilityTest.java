package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

/** Axe finds nothing serious on any screen, light or dark, wide or on a phone. */
class AccessibilityTest {

    private static final Set<String> SERIOUS = Set.of("serious", "critical");

    private final World world = World.demo();

    private static void nothingSerious(Page page, String where) {
        nothingSerious(new AxeBuilder(page), where);
    }

    /** In the dark only the colours differ. */
    private static void nothingSerious(Page page, ColorScheme scheme, String where) {
        var axe = new AxeBuilder(page);
        nothingSerious(scheme == ColorScheme.DARK ? axe.withRules(List.of("color-contrast")) : axe, where);
    }

    private static void nothingSerious(AxeBuilder axe, String where) {
        var found = axe.analyze().getViolations().stream()
                .filter(rule -> SERIOUS.contains(rule.getImpact()))
                .map(rule -> rule.getId() + ": " + rule.getNodes().get(0).getHtml())
                .toList();
        assertThat(found).as(where).isEmpty();
    }

    private static Browser.NewContextOptions look(ColorScheme scheme, int width, int height) {
        return new Browser.NewContextOptions().setColorScheme(scheme).setViewportSize(width, height);
    }

    @TestFactory
    Stream<DynamicTest> everyScreen() {
        return Stream.of(ColorScheme.LIGHT, ColorScheme.DARK)
                .map(scheme -> DynamicTest.dynamicTest(scheme.name().toLowerCase(), () -> {
                    try (var una = new Walk(world, look(scheme, 1280, 800))) {
                        var page = una.open("/sign-in").page();
                        assertThat(una.button("Sign in")).isVisible();
                        nothingSerious(page, scheme, "sign in");
                        una.signIn("una");
                        nothingSerious(page, scheme, "today");
                        record Screen(String path, String heading) {}
                        for (var screen : List.of(
                                new Screen("/detectors", "Detectors"),
                                new Screen("/detectors/Q4-1011", "Q4-1011"),
                                new Screen("/detectors/new", "Register a detector"),
                                new Screen("/detectors/Q4-1005/elsewhere", "Record work done elsewhere"),
                                new Screen("/plan", "Bench plan"),
                                new Screen("/parts", "Parts"),
                                new Screen("/logbook", "Logbook"),
                                new Screen("/certificates", "Certificates"),
                                new Screen("/me", "Una Haldane"),
                                new Screen("/exchange", "Import and export"),
                                new Screen("/verify", "Is a certificate valid?"),
                                new Screen("/rules", "Site rules"),
                                new Screen("/rules/cards/Quoin%205P", "Quoin 5P"),
                                new Screen("/round", "Bump round"),
                                new Screen("/gas", "Cylinders"),
                                new Screen("/gas/new", "Register a cylinder"),
                                new Screen("/site", "Site"),
                                new Screen("/board", "Detectors"))) {
                            una.open(screen.path());
                            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                                    .containsText(screen.heading());
                            nothingSerious(page, scheme, screen.path());
                        }
                        una.open("/detectors/Q4-1011");
                        page.locator("ol a").first().click();
                        assertThat(page.getByText("What happened")).isVisible();
                        nothingSerious(page, scheme, "record");
                        page.keyboard().press("Control+k");
                        assertThat(page.getByRole(AriaRole.OPTION).first()).isVisible();
                        nothingSerious(page, scheme, "palette");
                    }
                }));
    }

    @Test
    void theGatewaysThatALeadConnects() {
        try (var marit = new Walk(world, look(ColorScheme.DARK, 820, 1180)).signIn("marit")) {
            var page = marit.open("/gateways").page();
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .hasText("Gateways");
            nothingSerious(page, "gateways");
            marit.button("Connect a gateway").click();
            assertThat(page.getByText("Which detectors does it read?")).isVisible();
            nothingSerious(page, "connect a gateway");
            marit.open("/boards");
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .hasText("Crew boards");
            nothingSerious(page, "crew boards");
        }
    }

    @Test
    void theBenchAtEveryStep() {
        try (var una =
                new Walk(world, look(ColorScheme.DARK, 1280, 800)).signIn("una").readings("Over the link", 60)) {
            var page = una.page();
            una.putOnBench("Q4-1006").asked("Check the detector");
            nothingSerious(page, "checks");
            una.confirm("Check the detector").asked("Choose the cylinder");
            nothingSerious(page, "cylinder");
            una.confirm("Choose the cylinder").asked("Adapter off");
            nothingSerious(page, "zero");
            una.confirm("Adapter off").workTo("Save on the instrument");
            nothingSerious(page, "save");
            una.workTo("All sensors passed");
            nothingSerious(page, "sign");
            una.confirm("All sensors passed").asked("Signed");
            nothingSerious(page, "signed");
        }
    }

    @Test
    void onAPhoneNothingIsCutOffSideways() {
        try (var una = new Walk(world, look(ColorScheme.LIGHT, 390, 844)).signIn("una")) {
            var page = una.page();
            for (var path : List.of(
                    "/",
                    "/bench",
                    "/detectors/Q4-1011",
                    "/detectors/Q4-1005/elsewhere",
                    "/gas",
                    "/gas/new",
                    "/logbook?kind=run-signed",
                    "/certificates",
                    "/detectors/new",
                    "/rules")) {
                una.open(path);
                assertThat(page.locator("main")).isVisible();
                page.waitForTimeout(400);
                assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                        .as(path)
                        .isLessThanOrEqualTo(390);
                nothingSerious(page, "phone " + path);
            }
        }
    }
}
