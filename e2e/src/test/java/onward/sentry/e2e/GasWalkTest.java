package onward.sentry.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.junit.jupiter.api.Test;

/** What is on the shelf, how long it lasts, and gas that is found bad after the fact. */
class GasWalkTest {

    private final World world = World.demo();

    @Test
    void aCylinderIsRecalledWhatRestsOnItIsDueAndTheRecallIsWithdrawn() {
        try (var marit = new Walk(world).signIn("marit")) {
            var page = marit.page();
            marit.open("/gas").link("CD-01").click();
            marit.button("Recall").click();
            assertThat(page.getByText(Pattern.compile("\\d+ detectors become due at once")))
                    .isVisible();
            page.getByLabel("What is wrong with the gas").fill("maker withdrew the certificate");
            marit.button("Recall it and make them due").click();
            assertThat(page.getByText("On hold: do not use.")).isVisible();
            assertThat(page.getByText("Recalled: maker withdrew the certificate."))
                    .isVisible();
            var resting = page.getByRole(
                    AriaRole.REGION,
                    new Page.GetByRoleOptions().setName(Pattern.compile("^Detectors relying on this cylinder")));
            assertThat(resting.getByText("ready", new Locator.GetByTextOptions().setExact(true)))
                    .hasCount(0);
            resting.getByRole(AriaRole.LINK).last().click();
            assertThat(page.getByText("cylinder CD-01 recalled: maker withdrew the certificate")
                            .first())
                    .isVisible();

            marit.open("/gas/CD-01").button("Withdraw this recall").click();
            page.getByLabel("Why the gas is good after all").fill("it was another lot");
            marit.button("Withdraw it").click();
            assertThat(page.getByText("In date.")).isVisible();
            assertThat(page.getByText(Pattern.compile("Withdrawn by Marit Voe.*it was another lot")))
                    .isVisible();
            marit.nothingWentWrong();
        }
    }

    @Test
    void aLookAtTheGaugeThatPartsFromTheRunsTellsOfALeak() {
        try (var una = new Walk(world).signIn("una")) {
            var page = una.page();
            una.open("/gas/ZA-02").button("Read the gauge").click();
            page.getByLabel("Gauge reads (bar)").fill("90");
            una.button("Record it").click();
            assertThat(page.getByText("more than a full cylinder holds, 69 bar"))
                    .isVisible();
            page.getByLabel("Gauge reads (bar)").fill("40");
            page.keyboard().press("Enter");
            assertThat(page.getByText("L are gone that no run has drawn: look for a leak at valve and regulator"))
                    .isVisible();
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("59.7 L left of 103 L")))
                    .isVisible();
            assertThat(una.button("Recall")).hasCount(0);

            page.getByLabel("Attach a PDF or picture")
                    .setInputFiles(new FilePayload(
                            "SKV-88016.pdf", "application/pdf", "%PDF-1.7 paper".getBytes(StandardCharsets.UTF_8)));
            assertThat(una.link("SKV-88016.pdf")).isVisible();
            una.nothingWentWrong();
        }
    }

    @Test
    void aDetectorSaysWhatServesItAndWhatIsRefused() {
        try (var tam = new Walk(world).signIn("tam")) {
            var page = tam.page();
            tam.open("/detectors/HN-4002");
            page.getByText("Which gas serves it?").click();
            assertThat(page.getByText(Pattern.compile("Connect NO-01"))).isVisible();
            page.getByText(Pattern.compile("cylinders are refused: why\\?")).click();
            assertThat(page.getByText(Pattern.compile("^Expired on")).first()).isVisible();
            tam.nothingWentWrong();
        }
    }

    @Test
    void aSheetWithTwoBadRowsSaysWhereAndWhatItRegistersIsComparedFirst() {
        var sheet = "tag,certificate,lot,made_on,use_before,volume_l,full_bar,gauge_bar,balance,components\n"
                + "SH-01,SKV-1,L9,2026-01-10,2030-01-10,58,35,35,air,carbon monoxide 80 ppm ±2 %\n"
                + "SH-02,SKV-2,L9,2026-01-10,31.12.2030,58,35,35,air,carbon monoxide 80 ppm ±2 %\n"
                + "SH-03,SKV-3,L9,2026-01-10,2030-01-10,58,35,40,air,unobtainium 80 ppm\n"
                + "CO-01,SKV-4,L9,2026-01-10,2030-01-10,58,35,35,air,carbon monoxide 80 ppm ±2 %\n";
        try (var una = new Walk(world).signIn("una")) {
            var page = una.page();
            una.open("/gas").link("Import").click();
            page.getByLabel("Import cylinders")
                    .setInputFiles(
                            new FilePayload("cylinders.csv", "text/csv", sheet.getBytes(StandardCharsets.UTF_8)));
            var in = page.getByRole(
                    AriaRole.REGION,
                    new Page.GetByRoleOptions().setName("Import").setExact(true));
            assertThat(in).containsText("3 refused");
            assertThat(in).containsText("use_before “31.12.2030” A date is written YYYY-MM-DD here.");
            assertThat(in).containsText("Suggested: 2030-12-31");
            assertThat(in).containsText("components “unobtainium 80 ppm” No gas is called 'unobtainium'.");
            assertThat(in).containsText("CO-01 is registered with another certificate, lot, made on");
            una.button("Register 1 cylinder").click();
            var listed =
                    in.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("cylinders.csv"));
            assertThat(listed.first()).containsText("applied");
            una.open("/gas");
            una.link("SH-01").click();
            assertThat(page.getByText("It sets no detector until it has been compared with the outgoing one."))
                    .isVisible();
            una.button("Compare it").click();
            page.getByLabel("Outgoing cylinder").selectOption("CO-01");
            page.getByLabel("Detector", new Page.GetByLabelOptions().setExact(true))
                    .fill("MC-2003");
            page.getByLabel("Carbon monoxide on CO-01 in ppm").fill("80");
            page.getByLabel("Carbon monoxide on SH-01 in ppm").fill("79");
            una.button("Compare").click();
            assertThat(page.getByText("In date.")).isVisible();
            assertThat(page.getByText("Agrees with CO-01, read by MC-2003")).isVisible();
            una.open("/gas/SH-02");
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("SH-02");
            una.nothingWentWrong();
        }
    }

    @Test
    void aPrintedLabelIsReadByAScannerAndOpensTheCylinder() throws Exception {
        try (var una = new Walk(world).signIn("una")) {
            var page = una.page();
            var print = una.open("/gas/ME-60").link("Label").getAttribute("href");
            var scanned = scan(page.request().get(world.url() + print).body());
            assertThat(scanned).isEqualTo("ME-60");
            una.open("/");
            page.getByLabel("Scan or type a serial").fill(scanned);
            page.keyboard().press("Enter");
            page.waitForURL(Pattern.compile("/gas/ME-60"));
            una.nothingWentWrong();
        }
    }

    @Test
    void aRegulatorWhoseCheckIsDueIsMeasuredAndPickedAtTheBench() {
        try (var una = new Walk(world).signIn("una").readings("Typed by hand", 10)) {
            var page = una.page();
            una.open("/gas").link("Equipment").click();
            var regulator = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("RG-02"));
            assertThat(regulator).containsText("check due");
            una.button("Check RG-02").click();
            page.getByLabel("Measured flow (L/min)").fill("0.47");
            una.button("Record the check").click();
            assertThat(regulator).containsText("stamped 0.5 L/min, gives 0.47");
            assertThat(regulator).containsText("good");

            world.crew("Net loft", "NL-", 1, 120);
            una.putOnBench("NL-101").confirm("Check the detector before gas").asked("Choose the cylinder");
            una.button("Change").click();
            page.getByLabel("Regulator of the bench").selectOption("RG-02");
            assertThat(page.getByLabel("Gas path")).containsText("fixed flow 0.47 L/min");
            page.getByLabel("Regulator of the bench").selectOption("RG-NH");
            assertThat(page.getByText("This regulator is kept for the family 'alkaline'")
                            .first())
                    .isVisible();
            una.nothingWentWrong();
        }
    }

    @Test
    void anExpiredCylinderIsRefusedAtTheBenchHoweverItIsAskedFor() {
        world.cylinderLike("HM-01", "HM-78");
        world.expire("HM-78");
        world.crew("Boat shed", "BS-", 1, 120);
        try (var una = new Walk(world).signIn("una").readings("Typed by hand", 10)) {
            var page = una.putOnBench("BS-101")
                    .confirm("Check the detector before gas")
                    .asked("Choose the cylinder")
                    .page();
            var refused = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("HM-78"));
            assertThat(refused).containsText("Expired on");
            assertThat(refused).containsText("3 days ago");
            page.getByLabel("Scan or type a serial").fill("HM-78");
            page.getByLabel("Scan or type a serial").press("Enter");
            assertThat(page.getByText("Not HM-78: Expired")).isVisible();
            assertThat(page.getByText("there are no exceptions")).isVisible();
            assertThat(page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName(Pattern.compile("HM-78"))))
                    .hasCount(0);
            una.nothingWentWrong();
        }
    }

    @Test
    void aRigIsPutTogetherAndTakenByItsNameAtTheBench() {
        try (var una = new Walk(world).signIn("una").readings("Typed by hand", 10)) {
            var page = una.open("/gas/equipment").page();
            una.button("Save a set-up").click();
            page.getByLabel("Name").fill("Window");
            page.getByLabel("Regulator").selectOption("RG-03");
            assertThat(page.getByLabel("What it serves")).containsText("Serves no model");
            page.getByLabel("Regulator").selectOption("RG-01");
            assertThat(page.getByLabel("What it serves")).containsText("Serves");
            assertThat(page.getByLabel("What it serves")).containsText("Quoin 4");
            una.button("Save set-up").click();
            var rig = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("Window"));
            rig.getByText(Pattern.compile("Why not the other")).click();
            assertThat(rig).containsText("A cup does not seal on a pumped inlet");

            world.crew("Kiln", "KN-", 1, 120);
            una.putOnBench("KN-101").confirm("Check the detector before gas").asked("Choose the cylinder");
            una.button("Change").click();
            page.getByLabel("Saved gas set-up").selectOption("Window");
            assertThat(page.getByLabel("Gas path")).containsText("fixed flow 0.49 L/min");
            una.open("/gas/equipment").button("Take rig Window apart").click();
            assertThat(rig).hasCount(0);
            una.nothingWentWrong();
        }
    }

    @Test
    void anUnknownScanBecomesACylinder() {
        try (var una = new Walk(world).signIn("una")) {
            var page = una.page();
            page.getByLabel("Scan or type a serial").fill("XX-404");
            page.getByLabel("Scan or type a serial").press("Enter");
            una.button("Register a cylinder").click();
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .hasText("Register a cylinder");
            assertThat(page.getByLabel("Tag")).hasValue("XX-404");
            una.nothingWentWrong();
        }
    }

    private static String scan(byte[] pdf) throws Exception {
        try (var document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
            var image = new PDFRenderer(document).renderImageWithDPI(0, 150);
            int[] pixels = image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
            var source = new RGBLuminanceSource(image.getWidth(), image.getHeight(), pixels);
            return new QRCodeReader()
                    .decode(new BinaryBitmap(new HybridBinarizer(source)))
                    .getText();
        }
    }
}
