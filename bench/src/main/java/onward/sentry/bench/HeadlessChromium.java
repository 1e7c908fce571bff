package onward.sentry.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** Debian's Chromium without a window, and somebody of the demo signed in. */
final class HeadlessChromium {

    private HeadlessChromium() {}

    static Playwright playwright() {
        return Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    }

    static Browser launch(Playwright playwright) {
        return playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setChromiumSandbox(false)
                        .setArgs(List.of("--no-sandbox", "--disable-gpu", "--disable-background-networking")));
    }

    static void signInAsUna(Page page, String server) {
        page.navigate(server + "/sign-in");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^una ")))
                .click();
        page.getByText("detectors may be used now").waitFor();
    }
}
