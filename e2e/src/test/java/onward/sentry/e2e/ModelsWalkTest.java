package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** One run of each model on simulated instruments, worked by hand on the page; several at a time, as at a busy bench. */
class ModelsWalkTest {

    private static final long LONGEST_MILLIS = 180_000;
    private static final Map<String, String> READ_OFF = Map.of(
            "Battery as it was stored", "3.1",
            "Temperature of the instrument", "21",
            "Station pressure on the barometer", "98,6",
            "Hours since power-on", "700",
            "Flow at the meter", "0.4");

    private final World world = World.demo();

    /** @param told lines that its record must hold */
    private record Model(String serial, List<String> told) {}

    private static final Model QUOIN_5P = new Model(
            "Q5-3002",
            List.of(
                    "Inlet blocked: the pump alarmed",
                    "fixed flow 0.5 L/min, tee with an open end",
                    "Isobutylene span pass"));
    private static final Model MOTE_NH3 = new Model("MN-2103", List.of("Ammonia span pass"));
    private static final Model MOTE_CO = new Model("MC-2003", List.of("Carbon monoxide span pass"));
    private static final Model HOLLIN = new Model(
            "HN-4001",
            List.of(
                    "Battery as it was stored: 3.1 V",
                    "Has the bias battery gone flat since the last calibration? No",
                    "Nitric oxide span pass"));
    private static final Model FELL = new Model(
            "FC-5001", List.of("Carbon dioxide low point pass, settled", "Carbon dioxide span pass, settled"));
    private static final Model DRIFT = new Model(
            "DD-6001", List.of("Methane span pass", "Straight on with cylinder ME-02", "Methane low point pass"));
    private static final Model TARN = new Model(
            "TB-7001",
            List.of("Station pressure on the barometer: 98.6 kPa", "Ethanol check first pass", "Done: Chamber closed"));
    private static final Model LINE =
            new Model("LC-8001", List.of("Hours since power-on: 700 h", "Cylinder ZA-0", "Done: Air supply back"));

    static Stream<Arguments> benches() {
        return Stream.of(
                Arguments.of(List.of(QUOIN_5P, MOTE_NH3, TARN)),
                Arguments.of(List.of(HOLLIN, FELL)),
                Arguments.of(List.of(DRIFT, LINE, MOTE_CO)));
    }

    @ParameterizedTest
    @MethodSource("benches")
    void everyModelComesToItsSignatureByItsOwnCard(List<Model> models) {
        var walks = new ArrayList<Walk>();
        try {
            models.forEach(model -> walks.add(
                    new Walk(world).signIn("una").readings("Over the link", 60).putOnBench(model.serial())));
            long end = System.currentTimeMillis() + LONGEST_MILLIS;
            while (walks.stream().filter(ModelsWalkTest::goOn).count() > 0) {
                assertThat(System.currentTimeMillis()).isLessThan(end);
            }
            for (int i = 0; i < walks.size(); i++) {
                var page = walks.get(i).page();
                walks.get(i).link("Open the record").click();
                assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                        .containsText(models.get(i).serial());
                for (var line : models.get(i).told()) {
                    assertThat(page.locator("ol").getByText(line).first()).isVisible();
                }
                walks.get(i).nothingWentWrong();
            }
        } finally {
            walks.forEach(Walk::close);
        }
    }

    /** Does what the page asks for, if it asks for anything; false when the run is signed. */
    private static boolean goOn(Walk walk) {
        var page = walk.page();
        var asked = (Map<?, ?>) page.evaluate("""
                async () => {
                  const run = await (await fetch('/api/v1/runs/' + location.pathname.split('/').pop())).json();
                  return { kind: run.next.kind, seen: run.next.seenInReadings, asks: run.next.confirm !== null,
                    readable: run.next.readable?.label ?? '', sentence: run.next.sentence };
                }""");
        var kind = (String) asked.get("kind");
        if (kind.equals("DONE")) {
            return false;
        }
        if (!(boolean) asked.get("asks") || (boolean) asked.get("seen")) {
            page.waitForTimeout(150);
            return true;
        }
        walk.asked((String) asked.get("sentence"));
        switch (kind) {
            case "MEASURE" -> {
                page.getByLabel((String) asked.get("readable")).fill(READ_OFF.get((String) asked.get("readable")));
                page.keyboard().press("Enter");
            }
            case "ANSWER" -> page.keyboard().press("n");
            case "CONFIRM_SAVED", "CONFIRM_ALARMS" -> walk.confirm((String) asked.get("sentence"));
            case "TRY_AGAIN" -> throw new AssertionError("a healthy detector failed: " + asked);
            default -> {
                var confirm = walk.nextHand().locator("button:has(kbd)");
                assertThat(confirm).isEnabled();
                confirm.click();
            }
        }
        page.waitForTimeout(150);
        return true;
    }
}
