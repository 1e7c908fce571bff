package onward.sentry.server.certificate;

import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.CalibrationCertificate;
import onward.sentry.server.certificate.Certificates.Given;
import onward.sentry.server.certificate.Certificates.Validity;
import onward.sentry.server.certificate.Register.Wanting;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.QrCode;
import onward.sentry.server.platform.SentrySettings;
import onward.sentry.server.platform.Site;
import onward.sentry.server.platform.SiteProfiles;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Gives certificates out, lists them, prints them; and tells anybody who has a code whether it stands. */
@RestController
class CalibrationCertificateController {

    private static final int MOST_PRINTED = 500;

    private final Certificates certificates;
    private final Register register;
    private final People people;
    private final SitePolicies policies;
    private final IdempotentRequests once;
    private final SentrySettings settings;
    private final SiteProfiles profiles;
    private final Site site;

    CalibrationCertificateController(
            Certificates certificates,
            Register register,
            People people,
            SitePolicies policies,
            IdempotentRequests once,
            SentrySettings settings,
            SiteProfiles profiles,
            Site site) {
        this.certificates = certificates;
        this.register = register;
        this.people = people;
        this.policies = policies;
        this.once = once;
        this.settings = settings;
        this.profiles = profiles;
        this.site = site;
    }

    /**
     * @param qr the dark squares of the code as an SVG path
     * @param squares how many of them lie side by side
     */
    record CalibrationCertificateView(
            String code,
            UUID runId,
            CalibrationCertificate certificate,
            Strip strip,
            Validity standing,
            String qr,
            int squares) {}

    record GivenCode(String code, String number) {}

    record RegisterRow(
            String code,
            String number,
            Instant givenAt,
            String givenBy,
            UUID runId,
            String detector,
            String model,
            String crew,
            LocalDate on,
            Verdict verdict) {}

    @PostMapping("/api/v1/runs/{id}/certificates")
    @Signed(many = true)
    @Transactional
    public GivenCode give(@RequestHeader("Idempotency-Key") String key, @PathVariable UUID id, Principal principal) {
        return once.execute(key, principal.getName(), GivenCode.class, () -> {
            var given = certificates.give(id, people.displayName(principal.getName()), settings.baseAddress());
            return new GivenCode(given.code(), given.certificate().number());
        });
    }

    @GetMapping("/api/v1/runs/{id}/certificates")
    List<GivenCode> ofRun(@PathVariable UUID id) {
        return certificates.ofRun(id).stream()
                .map(given -> new GivenCode(given.code(), given.certificate().number()))
                .toList();
    }

    @GetMapping("/api/v1/certificates/{code}")
    CalibrationCertificateView certificate(@PathVariable String code) {
        var given = certificates.byCode(code);
        var qr = new QrCode(CertificatePdf.link(given));
        return new CalibrationCertificateView(
                given.code(),
                given.runId(),
                given.certificate(),
                Strip.decode(given.certificate().strip()),
                certificates.standing(given),
                qr.path(),
                qr.squares());
    }

    @GetMapping(path = "/api/v1/certificates/{code}/pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> pdf(@PathVariable String code) {
        var given = certificates.byCode(code);
        return printed(List.of(given), given.certificate().number());
    }

    /** @param crew as it was when the certificate was issued; empty: every crew */
    @GetMapping("/api/v1/certificates")
    List<RegisterRow> register(
            @RequestParam Optional<String> crew, @RequestParam LocalDate from, @RequestParam LocalDate until) {
        return register.calibratedBetween(crew, from, until).stream()
                .map(CalibrationCertificateController::row)
                .toList();
    }

    @GetMapping("/api/v1/certificates-wanting")
    List<Wanting> wanting(
            @RequestParam Optional<String> crew, @RequestParam LocalDate from, @RequestParam LocalDate until) {
        return register.wanting(crew, from, until);
    }

    @GetMapping(path = "/api/v1/certificates-printed", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> printed(
            @RequestParam Optional<String> crew, @RequestParam LocalDate from, @RequestParam LocalDate until) {
        var all = register.calibratedBetween(crew, from, until);
        Refusal.unless(
                !all.isEmpty() && all.size() <= MOST_PRINTED,
                "certificates-printed",
                "until",
                all.size() + " certificates fall into this time; one file holds 1 to " + MOST_PRINTED + ".",
                all.isEmpty() ? "Give them out first, or choose other days." : "Choose fewer days, or one crew.");
        return printed(all, "certificates " + from + " to " + until);
    }

    private ResponseEntity<byte[]> printed(List<Given> all, String name) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename(name + ".pdf")
                                .build()
                                .toString())
                .body(CertificatePdf.of(
                        all, profiles.logo(), site.zone(), policies.units().dates()));
    }

    private static RegisterRow row(Given given) {
        var c = given.certificate();
        return new RegisterRow(
                given.code(),
                c.number(),
                c.givenAt(),
                c.givenBy(),
                given.runId(),
                c.detector().serial(),
                c.detector().model(),
                c.detector().crew(),
                c.on(),
                Verdict.labelled(c.verdict()));
    }
}
