package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Somebody comes to the site, is qualified, and leaves it. */
class PeopleWalkTest {

    private static final String SIGN_IN_NAME = "jon" + System.nanoTime() % 100_000;
    private static final String NAME = "Jon Rask " + SIGN_IN_NAME.substring(3);

    private final World world = World.demo();

    @Test
    void somebodyNewGetsAFirstPasswordChoosesAnOwnOneAndMayDoWhatTheRoleAllows() {
        try (var runa = new Walk(world).signIn("runa");
                var jon = new Walk(world)) {
            var page = runa.open("/people").page();
            runa.button("Add a person").click();
            page.getByLabel("Name that records show").fill(NAME);
            page.getByLabel("Sign-in name").fill(SIGN_IN_NAME);
            runa.button("Add, and show the first password").click();
            var first =
                    page.getByText(Pattern.compile("^\\w{4}-\\w{4}-\\w{4}$")).innerText();
            runa.button("Done").click();
            var row = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText(NAME));
            assertThat(row).containsText("has not chosen a password yet");

            signIn(jon, first);
            assertThat(jon.page().getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .hasText("Choose your own password");
            jon.page()
                    .getByLabel("Your new password", new Page.GetByLabelOptions().setExact(true))
                    .fill("three old boats");
            jon.page().getByLabel("Your new password again").fill("three old bats");
            assertThat(jon.page().getByText("The two are not the same yet.")).isVisible();
            jon.page().getByLabel("Your new password again").fill("three old boats");
            jon.button("Change password").click();
            assertThat(jon.button("Sign in")).isVisible();
            signIn(jon, "three old boats");
            assertThat(jon.page().getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .containsText("day");

            page.reload();
            runa.button("Add a competence for " + NAME).click();
            page.getByLabel("Qualified for", new Page.GetByLabelOptions().setExact(true))
                    .fill("breath alcohol");
            page.getByLabel("Through").fill("2020-01-01");
            runa.button("Save").click();
            assertThat(row).containsText("ended Wed, 1 Jan 2020");

            var role = row.getByLabel("Role of " + NAME);
            role.selectOption("LEAD");
            assertThat(page.getByRole(AriaRole.DIALOG)).containsText("It signs " + NAME + " out on 1 device at once.");
            runa.button("Leave it as it is").click();
            assertThat(role).hasValue("TECHNICIAN");
            jon.page().reload();
            assertThat(jon.page().getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .containsText("day");
            role.selectOption("LEAD");
            runa.button("Yes, lead from now on").click();
            assertThat(role).hasValue("LEAD");
            assertThat(row).not().containsText("signed in on");
            jon.page().reload();
            assertThat(jon.button("Sign in")).isVisible();

            runa.button(NAME + " is not qualified for breath alcohol any more").click();
            runa.button("Not qualified from now on").click();
            assertThat(row).not().containsText("breath alcohol");

            row.getByText("Left the site").click();
            runa.button("Yes, has left").click();
            assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Not here any more")))
                    .containsText(NAME);
            jon.page().reload();
            assertThat(jon.button("Sign in")).isVisible();

            runa.link("Sign-ins and exports").click();
            page.getByLabel("Sign-in name").fill(SIGN_IN_NAME);
            var audit = page.getByLabel("Sign-ins and exports");
            assertThat(audit).containsText(SIGN_IN_NAME + " signed in");
            assertThat(audit.getByText("runa")).hasCount(0);
            runa.nothingWentWrong();
        }
    }

    private void signIn(Walk walk, String password) {
        walk.page().navigate(world.url() + "/sign-in");
        walk.page().getByLabel("Sign-in name").fill(SIGN_IN_NAME);
        walk.page().getByLabel("Password").fill(password);
        walk.button("Sign in").click();
    }
}
