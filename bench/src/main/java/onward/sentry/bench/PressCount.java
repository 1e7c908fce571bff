package onward.sentry.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import onward.sentry.standins.reference.ReferenceGateway;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * How many presses and typed values a clean calibration of five gases takes, typed and over the link, and how many fields a
 * cylinder of four gases, on a demo server without its stand-ins: {@code PressCount SERVER-ADDRESS TOKEN-FILE}. A typed value
 * and the key that enters it count as one value.
 */
public final class PressCount {

    private static final String TYPED = "Q5-3004";
    private static final String LINKED = "Q5-3005";
    private static final long LONGEST_MILLIS = 300_000;

    private final Page page;
    private final String server;
    private final JsonMapper json = JsonMapper.builder().build();
    private final List<String> pressed = new ArrayList<>();
    private int values;

    private PressCount(Page page, String server) {
        this.page = page;
        this.server = server;
    }

    public static void main(String[] args) throws IOException, InterruptedException {
        var server = args[0];
        var token = Files.readString(Path.of(args[1])).strip();
        try (var playwright = HeadlessChromium.playwright()) {
            var page = HeadlessChromium.launch(playwright)
                    .newContext(new Browser.NewContextOptions().setViewportSize(1280, 800))
                    .newPage();
            HeadlessChromium.signInAsUna(page, server);
            var typed = new PressCount(page, server);
            typed.calibrate(TYPED, "TYPED");
            System.out.printf(
                    "A typed calibration of five gases: %d presses (aim 18), %d typed values (aim 12)%n",
                    typed.pressed.size(), typed.values);
            System.out.println("  " + String.join(" | ", typed.pressed));
            var gateway = new Thread(() -> serve(server, token));
            gateway.setDaemon(true);
            gateway.start();
            var linked = new PressCount(page, server);
            linked.calibrate(LINKED, "LINK");
            System.out.printf("The same over the link: %d presses (aim 8)%n", linked.pressed.size());
            System.out.println("  " + String.join(" | ", linked.pressed));
            System.out.printf(
                    "A cylinder of four gases: %d fields (aim 12)%n", new PressCount(page, server).cylinder());
        }
    }

    private static void serve(String server, String token) {
        try {
            new ReferenceGateway(server + "/api/v1/link", token, 500, 250).work();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private void calibrate(String serial, String source) {
        page.navigate(server + "/");
        page.evaluate(
                "source => localStorage.setItem('sentry-bench', JSON.stringify({source, timeScale: 10, room: 'presses',"
                        + " sound: false, leads: false, characters: false}))",
                source);
        page.navigate(server + "/");
        page.getByLabel("Scan or type a serial").fill(serial);
        page.getByLabel("Scan or type a serial").press("Enter");
        page.waitForURL(Pattern.compile("/bench/[0-9a-f-]{36}"));
        var id = page.url().substring(page.url().lastIndexOf('/') + 1);
        long end = System.currentTimeMillis() + LONGEST_MILLIS;
        while (System.currentTimeMillis() < end) {
            var run = run(id);
            if (run.path("next").path("kind").asString().equals("DONE")) {
                return;
            }
            work(run);
            page.waitForTimeout(150);
        }
        throw new IllegalStateException(serial + " was not signed: "
                + run(id).path("next").path("sentence").asString());
    }

    private JsonNode run(String id) {
        return json.readTree(page.request().get(server + "/api/v1/runs/" + id).text());
    }

    /** Does what a person would do now, or nothing while the run waits. */
    private void work(JsonNode run) {
        var kind = run.path("next").path("kind").asString();
        var enabled = new Locator.ClickOptions().setTimeout(2_000);
        if (run.path("typed").asBoolean()
                && List.of("WAIT_ZERO", "WAIT_BLANK", "WAIT_CLEAR").contains(kind)) {
            // Nobody looks before the time that the card gives a zero is over.
            page.waitForTimeout(3_000);
            var both = button("All show clean air, ");
            press(both.count() > 0 ? both : button("All show clean air"), enabled);
        } else if (run.path("typed").asBoolean() && kind.equals("WAIT_SETTLE")) {
            typeOnGas(run);
        } else if (button("it shows pass").count() > 0) {
            press(button("it shows pass").first(), enabled);
        } else if (!run.path("next").path("following").isNull()) {
            var both = page.getByLabel("Next action")
                    .locator("button:enabled")
                    .filter(new Locator.FilterOptions()
                            .setHasText(", "
                                    + run.path("next")
                                            .path("following")
                                            .path("confirm")
                                            .asString()));
            if (both.count() > 0) {
                press(both.first(), enabled);
            }
        } else if (!run.path("next").path("seenInReadings").asBoolean()) {
            var confirm = page.getByLabel("Next action").locator("button:enabled:has(kbd)");
            if (confirm.count() > 0) {
                press(confirm.first(), enabled);
            }
        }
    }

    private Locator button(String part) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(part)));
    }

    private void press(Locator what, Locator.ClickOptions options) {
        try {
            var name = what.innerText(new Locator.InnerTextOptions().setTimeout(2_000))
                    .replace('\n', ' ');
            what.click(options);
            pressed.add(name);
        } catch (com.microsoft.playwright.TimeoutError gone) {
            // The page has gone on meanwhile.
        }
    }

    /** Types the expected value once for each sensor on gas; what was just set is said to show the label with one press. */
    private void typeOnGas(JsonNode run) {
        // Nobody looks before the exposure is long enough.
        page.waitForTimeout(12_000);
        var label = button("All show the label");
        if (label.count() > 0) {
            press(label, new Locator.ClickOptions().setTimeout(2_000));
            page.waitForTimeout(2_000);
            return;
        }
        for (var sensor : run.path("sensors")) {
            boolean onGas = !sensor.path("expected").isNull()
                    && List.of("SETTLING", "SETTLED")
                            .contains(sensor.path("progress").asString());
            if (onGas) {
                var field = page.locator("#reading-" + sensor.path("slot").asInt());
                field.fill(String.valueOf(sensor.path("expected").asDouble()));
                field.press("Enter");
                values++;
            }
        }
        page.waitForTimeout(1_000);
    }

    private int cylinder() {
        page.navigate(server + "/gas/new");
        page.getByLabel("Start from").selectOption("gases of Quoin 4");
        int fields = 1;
        var typed = List.of(
                List.of("Tag", "BN-1"),
                List.of("Certificate number", "SKV-B1"),
                List.of("Lot", "LB"),
                List.of("Made on", "2026-01-05"),
                List.of("Expiry date", "2099-12-31"),
                List.of("Volume of gas (L)", "103"),
                List.of("Full pressure (bar)", "69"));
        for (var one : typed) {
            page.getByLabel(one.get(0)).fill(one.get(1));
            fields++;
        }
        for (var amount : page.getByLabel("Amount").all()) {
            if (amount.inputValue().isEmpty()) {
                amount.fill("16");
                fields++;
            }
        }
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Register the cylinder"))
                .click();
        page.getByRole(
                        AriaRole.HEADING,
                        new Page.GetByRoleOptions().setName("BN-1").setLevel(1))
                .waitFor();
        return fields;
    }
}
