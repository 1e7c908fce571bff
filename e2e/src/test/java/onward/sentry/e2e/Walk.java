package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.TimeoutError;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ReducedMotion;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Pattern;

/** One browser page, and what a person does on it in the words of the screens. */
final class Walk implements AutoCloseable {

    private static final double LONGEST_STAGE_MILLIS = 45_000;
    private static final double SOON_MILLIS = 2_000;
    private static final long LONGEST_RUN_MILLIS = 240_000;

    private static final AtomicInteger ROOMS = new AtomicInteger();

    private static Browser browser;

    private final World world;
    private final Page page;
    private final List<String> complaints = new ArrayList<>();

    Walk(World world) {
        this(world, new Browser.NewContextOptions().setViewportSize(1280, 800));
    }

    Walk(World world, Browser.NewContextOptions options) {
        this.world = world;
        var context = browser().newContext(options.setReducedMotion(ReducedMotion.REDUCE));
        // A room of one's own, and no leading to the lanes that other walks have left.
        context.addInitScript(
                "try { localStorage['sentry-bench'] ??= JSON.stringify({ room: 'room " + ROOMS.incrementAndGet()
                        + "', sound: false, leads: false }) } catch { /* a page that never came */ }");
        this.page = context.newPage();
        page.setDefaultTimeout(LONGEST_STAGE_MILLIS);
        page.onPageError(complaints::add);
        page.onConsoleMessage(message -> {
            if (message.type().equals("error") && message.text().contains("Content Security Policy")) {
                complaints.add(message.text());
            }
        });
        com.microsoft.playwright.assertions.PlaywrightAssertions.setDefaultAssertionTimeout(LONGEST_STAGE_MILLIS);
    }

    private static synchronized Browser browser() {
        if (browser == null) {
            var playwright = Playwright.create(
                    new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
            browser = playwright
                    .chromium()
                    .launch(new BrowserType.LaunchOptions()
                            .setExecutablePath(Path.of("/usr/bin/chromium"))
                            .setHeadless(true)
                            .setChromiumSandbox(false)
                            .setArgs(List.of(
                                    "--no-sandbox",
                                    "--disable-gpu",
                                    "--disable-quic",
                                    "--no-first-run",
                                    "--disable-dev-shm-usage",
                                    "--disable-background-networking",
                                    "--disable-component-update",
                                    "--disable-sync")));
        }
        return browser;
    }

    Page page() {
        return page;
    }

    Walk signIn(String name) {
        page.navigate(world.url() + "/sign-in");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name + " ")))
                .click();
        assertThat(page.getByText("detectors may be used now")).isVisible();
        return this;
    }

    /** Where readings of the next run come from, and how fast the demo's time goes. */
    Walk readings(String source, int speed) {
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Readings")))
                .click();
        page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName(Pattern.compile(source)))
                .click();
        page.getByRole(
                        AriaRole.RADIO,
                        new Page.GetByRoleOptions().setName("×" + speed).setExact(true))
                .click();
        page.keyboard().press("Escape");
        return this;
    }

    Walk open(String path) {
        page.navigate(world.url() + path);
        return this;
    }

    /** Types a serial into the scan field. */
    Walk putOnBench(String serial) {
        var field = page.getByLabel("Scan or type a serial");
        field.fill(serial);
        field.press("Enter"); // not the keyboard: a menu that closes may take the focus back in between
        page.waitForURL(Pattern.compile("/bench/[0-9a-f-]{36}"));
        return this;
    }

    /** Waits until the bench asks for this. */
    Walk asked(String sentence) {
        assertThat(nextHand()).containsText(sentence);
        return this;
    }

    /** Waits until the bench asks for this, then confirms with the button. */
    Walk confirm(String sentence) {
        asked(sentence);
        if (sentence.startsWith("Save on the instrument")) {
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("it shows pass")))
                    .click();
        } else if (sentence.startsWith("Which alarms")) {
            button("All three worked").click();
        } else {
            confirmButton().click();
        }
        assertThat(nextHand().getByText(sentence, new Locator.GetByTextOptions().setExact(false)))
                .hasCount(0);
        return this;
    }

    /** Waits until the bench asks for this, then confirms with the space bar. */
    Walk space(String sentence) {
        asked(sentence);
        assertThat(confirmButton()).isEnabled();
        page.keyboard().press("Space");
        var still = nextHand().getByText(sentence, new Locator.GetByTextOptions().setExact(false));
        for (int waited = 0; waited < SOON_MILLIS && still.count() > 0; waited += 100) {
            page.waitForTimeout(100);
        }
        if (still.count() > 0 && confirmButton().count() > 0 && confirmButton().isEnabled()) {
            // Too soon after the page asked: a key that comes then is not taken, and a person presses again.
            page.keyboard().press("Space");
        }
        assertThat(still).hasCount(0);
        return this;
    }

    /**
     * Does by keyboard what the bench asks for now: the space bar, or the one press that says the same of all.
     *
     * @return what it asked for; empty while it only waits
     */
    Optional<String> keyOn() {
        return keyOnUnless("nothing that a bench asks for");
    }

    /** The same, and nothing where it asks for this. */
    private Optional<String> keyOnUnless(String end) {
        var ask = nextHand().locator("p").first();
        var forAll = page.getByRole(
                AriaRole.BUTTON,
                new Page.GetByRoleOptions().setName(Pattern.compile("it shows pass|All three worked")));
        boolean space = nextHand().locator("button:enabled:has(kbd)").count() > 0;
        if (!space && forAll.count() == 0) {
            return Optional.empty();
        }
        var sentence = ask.textContent();
        if (sentence.contains(end)) {
            return Optional.empty();
        }
        if (space) {
            page.keyboard().press("Space");
        } else {
            try {
                forAll.press("Enter", new Locator.PressOptions().setTimeout(SOON_MILLIS));
            } catch (TimeoutError e) {
                return Optional.empty(); // the page has gone on to another lane
            }
        }
        return Optional.of(sentence);
    }

    /**
     * Works by keyboard whatever the bench asks for until it asks for this. At 60 times the speed gas that was left on for two
     * seconds is to be closed first, and is opened again for the next application.
     */
    Walk workTo(String sentence) {
        return workTo(sentence, LONGEST_RUN_MILLIS);
    }

    /** The same with another limit: a run in real time takes as long as the card says. */
    Walk workTo(String sentence, long longestMillis) {
        long end = System.currentTimeMillis() + longestMillis;
        while (nextHand()
                        .getByText(sentence, new Locator.GetByTextOptions().setExact(false))
                        .count()
                == 0) {
            org.assertj.core.api.Assertions.assertThat(System.currentTimeMillis())
                    .as("until " + sentence)
                    .isLessThan(end);
            keyOnUnless(sentence);
            page.waitForTimeout(200);
        }
        return this;
    }

    /** Picks a cylinder of those that the bench offers. */
    Walk choose(String tag) {
        page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName(Pattern.compile(tag)))
                .check();
        return this;
    }

    Locator nextHand() {
        return page.getByLabel("Next action");
    }

    /** Stops the run on the page, with a reason. */
    void stopRun() {
        button("Stop the run").first().click();
        page.getByLabel("Why").fill("only shown");
        page.getByRole(AriaRole.DIALOG)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Stop the run"))
                .click();
    }

    Locator confirmButton() {
        return nextHand().locator("button:has(kbd)");
    }

    Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    Locator link(String name) {
        return page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    void nothingWentWrong() {
        org.assertj.core.api.Assertions.assertThat(complaints).isEmpty();
    }

    @Override
    public void close() {
        page.context().close();
    }
}
