package onward.sentry.server.certificate;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.units.DateForm;
import onward.sentry.formats.CalibrationCertificate;
import onward.sentry.server.certificate.Certificates.Given;
import onward.sentry.server.platform.QrCode;
import onward.sentry.server.platform.SiteLogo;

/** Certificates as pages to print, one after the other in one file. */
final class CertificatePdf {

    static final String CAUTION =
            "This certificate says what was done and read. It does not certify an atmosphere. The maker's manual, local"
                    + " law and a competent person decide on use.";

    private static final float CODE = 78;
    private static final float LOGO = 30;
    private static final float[] FACTS = {PdfSheet.LEFT, 130, 318, 400, PdfSheet.RIGHT};
    private static final float[] GAS = {PdfSheet.LEFT, 120, 205, 285, 365, PdfSheet.RIGHT};
    private static final float[] CHECK = {PdfSheet.LEFT + 16, 150, 245, 340, PdfSheet.RIGHT};

    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm");

    private final PdfSheet sheet;
    private final Optional<SiteLogo> logo;
    private final ZoneId zone;
    private final DateForm dates;

    private CertificatePdf(PdfSheet sheet, Optional<SiteLogo> logo, ZoneId zone, DateForm dates) {
        this.sheet = sheet;
        this.logo = logo;
        this.zone = zone;
        this.dates = dates;
    }

    /** @param all at least one */
    static byte[] of(List<Given> all, Optional<SiteLogo> logo, ZoneId zone, DateForm dates) {
        var first = all.get(0);
        try (var sheet = new PdfSheet(
                all.size() == 1
                        ? "Calibration certificate " + first.certificate().number()
                        : all.size() + " calibration certificates",
                first.certificate().givenAt(),
                first.code().hashCode())) {
            for (var given : all) {
                new CertificatePdf(sheet, logo, zone, dates).write(given);
            }
            return sheet.bytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void write(Given given) throws IOException {
        var c = given.certificate();
        sheet.newPage();
        int from = sheet.pages() - 1;
        head(given);
        facts(c);
        verdict(c);
        strip(c);
        gases(c);
        for (var sensor : c.sensors()) {
            sensor(sensor);
        }
        for (var correction : c.corrections()) {
            sheet.down(6);
            sheet.text("Corrected on record: " + correction, 9, true);
        }
        sheet.down(8);
        sheet.text("Approved and issued by " + c.givenBy() + ", " + moment(c.givenAt()) + ".", 9, false);
        for (int page = from, last = sheet.pages(); page < last; page++) {
            sheet.foot(
                    page,
                    c.number() + " · " + given.code() + " · page " + (page - from + 1) + " of " + (last - from) + " · "
                            + CAUTION + " Last hash of the record: " + c.runHash());
        }
    }

    private void head(Given given) throws IOException {
        var c = given.certificate();
        float codeLeft = PdfSheet.RIGHT - CODE;
        new QrCode(link(given)).draw(sheet.content(), codeLeft, PdfSheet.TOP - CODE, CODE);
        sheet.put(given.code(), 9, true, codeLeft, PdfSheet.TOP - CODE - 12);
        issuer(c, codeLeft);
        sheet.text("Calibration certificate", 22, true, PdfSheet.LEFT, codeLeft - 12);
        sheet.down(2);
        sheet.text(c.number(), 14, false, PdfSheet.LEFT, codeLeft - 12);
        sheet.down(4);
        sheet.text(
                c.address().isEmpty()
                        ? "To check whether it is valid: ./sentry verify " + given.code()
                        : "Check whether it is valid at " + link(given),
                8,
                false,
                PdfSheet.LEFT,
                codeLeft - 12);
        if (c.simulated()) {
            sheet.down(4);
            sheet.text("Simulated: demo speed, not real time.", 10, true, PdfSheet.LEFT, codeLeft - 12);
        }
        sheet.to(Math.min(sheet.y() - 6, PdfSheet.TOP - CODE - 20));
        sheet.rule(1.2f);
        sheet.down(4);
    }

    /** The site above the title, its logo beside its name. */
    private void issuer(CalibrationCertificate c, float right) throws IOException {
        if (c.site().isEmpty()) {
            return;
        }
        float left = PdfSheet.LEFT;
        if (logo.isPresent()) {
            left += sheet.picture(logo.get().content(), left, PdfSheet.TOP, LOGO) + 8;
        }
        sheet.text(c.site().get().name(), 11, true, left, right - 12);
        if (!c.site().get().address().isEmpty()) {
            sheet.text(String.join(", ", c.site().get().address()), 8, false, left, right - 12);
        }
        if (logo.isPresent()) {
            sheet.to(Math.min(sheet.y(), PdfSheet.TOP - LOGO));
        }
        sheet.down(4);
    }

    /** What the code holds. */
    static String link(Given given) {
        var address = given.certificate().address();
        return address.isEmpty() ? given.code() : address + "/verify/" + given.code();
    }

    private void facts(CalibrationCertificate c) throws IOException {
        var d = c.detector();
        fact("Detector", d.serial() + ", " + d.model(), "Calibrated", day(c.on()) + ", begun " + begun(c));
        fact("Asset tag", d.assetTag(), "Technician", c.technician());
        fact("Crew, place", d.crew() + ", " + d.location(), "Readings", c.readings());
        fact("Judged by", c.rules(), "Conditions", c.conditions().isEmpty() ? "not measured" : conditions(c));
        sheet.down(6);
    }

    private void fact(String name, String value, String other, String otherValue) throws IOException {
        sheet.row(9, false, FACTS, name, value, other, otherValue);
        sheet.down(1.5f);
    }

    private static String conditions(CalibrationCertificate c) {
        return String.join(
                "; ",
                c.conditions().stream()
                        .map(condition -> condition.name() + " " + condition.value())
                        .toList());
    }

    private void verdict(CalibrationCertificate c) throws IOException {
        sheet.need(28);
        sheet.down(22);
        mark(c.verdict(), PdfSheet.LEFT + 8, sheet.y() + 6, 7);
        sheet.put(c.verdict(), 18, true, PdfSheet.LEFT + 22, sheet.y());
        if (c.remark().isPresent()) {
            sheet.down(4);
            sheet.text(c.remark().get(), 9, true);
        }
        sheet.down(8);
    }

    private void strip(CalibrationCertificate c) throws IOException {
        new PdfStrip(sheet, Strip.decode(c.strip()), c.sensors()).draw();
    }

    private void gases(CalibrationCertificate c) throws IOException {
        sheet.down(8);
        sheet.row(8, true, GAS, "Gas", "Certificate", "Lot", "Expiry date", "Mixture");
        for (var gas : c.gases()) {
            sheet.row(
                    8.5f,
                    false,
                    GAS,
                    gas.tag(),
                    gas.certificateNumber(),
                    gas.lot(),
                    day(gas.useBefore()),
                    gas.mixture());
        }
        sheet.down(4);
    }

    private void sensor(CalibrationCertificate.SensorPart sensor) throws IOException {
        sheet.need(56);
        sheet.down(6);
        sheet.rule(0.5f);
        sheet.down(18);
        mark(sensor.verdict(), PdfSheet.LEFT + 5, sheet.y() + 4, 4.5f);
        sheet.put(
                sensor.formula() + "  " + sensor.gas() + ": " + sensor.verdict(),
                11,
                true,
                PdfSheet.LEFT + 16,
                sheet.y());
        var due = sensor.due().map(day -> "next due " + day(day)).orElse("due date unchanged");
        var simulant = sensor.simulant().map(gas -> ", reads as " + gas).orElse("");
        var right = "sensor " + sensor.serial() + simulant + ", " + due;
        sheet.put(right, 9, false, PdfSheet.RIGHT - sheet.width(right, 9), sheet.y());
        sheet.down(3);
        for (var check : sensor.checks()) {
            sheet.need(26);
            sheet.down(2);
            float top = sheet.y();
            sheet.row(
                    9,
                    false,
                    CHECK,
                    check.stage(),
                    "expected " + check.expected(),
                    "read " + check.reading(),
                    check.verdict());
            mark(check.verdict(), PdfSheet.LEFT + 10, top - 6, 2.8f);
            sheet.text(dates.inText(check.working()), 7, false, CHECK[0], PdfSheet.RIGHT);
        }
        if (sensor.dueWorking().isPresent()) {
            sheet.text("Due: " + dates.inText(sensor.dueWorking().get()), 7, false, CHECK[0], PdfSheet.RIGHT);
        }
    }

    private void mark(String verdict, float x, float y, float r) throws IOException {
        PdfMark.draw(sheet.content(), Verdict.labelled(verdict), x, y, r);
    }

    private String begun(CalibrationCertificate c) {
        var at = c.startedAt().atZone(zone);
        return at.toLocalDate().equals(c.on()) ? TIME.format(at) : moment(c.startedAt());
    }

    private String moment(Instant at) {
        var local = at.atZone(zone);
        return day(local.toLocalDate()) + ", " + TIME.format(local);
    }

    private String day(LocalDate day) {
        return dates.day(day);
    }
}
