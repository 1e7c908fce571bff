package onward.sentry.server.certificate;

import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.card.Job;
import onward.sentry.core.run.RunPhase;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.CalibrationCertificate;
import onward.sentry.formats.CertificateCode;
import onward.sentry.formats.Chain;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.bench.RunEntity;
import onward.sentry.server.bench.Runs;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import onward.sentry.server.platform.SiteMarks;
import onward.sentry.server.platform.SiteProfiles;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Gives certificates out and knows them again. What one says is kept as it was said. */
@Service
class Certificates {

    private static final long LOCK = 7_301_003;

    private final JdbcClient jdbc;
    private final Runs runs;
    private final Fleet fleet;
    private final SitePolicies policies;
    private final Ledger ledger;
    private final SiteMarks marks;
    private final SiteProfiles profiles;
    private final Site site;
    private final JsonMapper json = CoreJson.canonical();

    Certificates(
            JdbcClient jdbc,
            Runs runs,
            Fleet fleet,
            SitePolicies policies,
            Ledger ledger,
            SiteMarks marks,
            SiteProfiles profiles,
            Site site) {
        this.jdbc = jdbc;
        this.runs = runs;
        this.fleet = fleet;
        this.policies = policies;
        this.ledger = ledger;
        this.marks = marks;
        this.profiles = profiles;
        this.site = site;
    }

    /** @param text the canonical JSON that the code is taken from */
    record Given(String code, UUID runId, CalibrationCertificate certificate, String text) {}

    /**
     * @param holds the text, the record of the run and the logbook all say the same as on the day it was issued
     * @param correctedSince what was put right in the record after that
     */
    record Validity(boolean holds, String words, List<String> correctedSince) {}

    /**
     * The certificate of a signed calibration. A valid one is not issued twice, unless the record was
     * put right since.
     *
     * @param address where the code can be looked up
     * @throws onward.sentry.core.working.Refused when the run is no signed calibration
     */
    @Transactional
    public Given give(UUID runId, String by, String address) {
        var run = runs.run(runId);
        Refusal.unless(
                run.phase() == RunPhase.SIGNED,
                "certificate-unsigned",
                "",
                "A certificate is given of a signed run; this one is not signed.",
                "Sign it first.");
        Refusal.unless(
                !run.withdrawn(),
                "certificate-withdrawn",
                "",
                "This record is void: it does not count.",
                "Its page says why.");
        Refusal.unless(
                run.job() == Job.CALIBRATION,
                "certificate-job",
                "",
                "A certificate is given of a calibration; this run is a "
                        + run.job().label() + ".",
                "Its record says what was done.");
        jdbc.sql("select pg_advisory_xact_lock(?)")
                .param(LOCK)
                .query((row, n) -> 0)
                .single();
        var standing = ofRun(runId).stream().findFirst();
        if (standing.isPresent() && correctedSince(standing.get()).isEmpty()) {
            return standing.get();
        }
        var now = site.now();
        var certificate = certificate(run, new CalibrationCertificate.Giving(issuer(), nextNumber(), now, by, address));
        var text = json.writeValueAsString(certificate);
        var code = CertificateCode.of(text);
        jdbc.sql("insert into calibration_certificate (number, code, run_id, given_at, body) values (?, ?, ?, ?, ?)")
                .params(certificate.number(), code, runId, now.atOffset(ZoneOffset.UTC), text)
                .update();
        ledger.append(
                LedgerKind.CERTIFICATE_GIVEN,
                by,
                Map.of(
                        "run", runId.toString(),
                        "detector", certificate.detector().serial(),
                        "number", certificate.number(),
                        "code", code));
        marks.afterThis();
        return new Given(code, runId, certificate, text);
    }

    /** @throws NotFound when no certificate has the code */
    @Transactional(readOnly = true)
    public Given byCode(String typed) {
        return CertificateCode.typed(typed)
                .flatMap(code -> jdbc.sql("select code, run_id, body from calibration_certificate where code = ?")
                        .param(code)
                        .query((row, n) -> given(row.getString(1), row.getObject(2, UUID.class), row.getString(3)))
                        .optional())
                .orElseThrow(() -> new NotFound("A certificate with the code '" + typed + "'"));
    }

    /** The certificates of a run, the newest first. */
    @Transactional(readOnly = true)
    public List<Given> ofRun(UUID runId) {
        return jdbc.sql(
                        "select code, run_id, body from calibration_certificate where run_id = ? order by given_at desc")
                .param(runId)
                .query((row, n) -> given(row.getString(1), row.getObject(2, UUID.class), row.getString(3)))
                .list();
    }

    /** Whether the store still says what the certificate says. */
    @Transactional(readOnly = true)
    public Validity standing(Given given) {
        var corrected = correctedSince(given);
        if (!CertificateCode.of(given.text()).equals(given.code())) {
            return new Validity(false, "What it says has been changed in the store: its code does not fit.", corrected);
        }
        if (!hashOf(given.runId()).equals(given.certificate().runHash())) {
            return new Validity(
                    false, "The record of the run is not the one that this certificate was given of.", corrected);
        }
        long entries = jdbc.sql("select count(*) from ledger where kind = 'certificate-given' and run_id = ?"
                        + " and body::jsonb ->> 'code' = ?")
                .params(given.runId(), given.code())
                .query(Long.class)
                .single();
        if (entries != 1) {
            return new Validity(false, "The logbook has no entry that it was issued.", corrected);
        }
        return new Validity(true, "It is in the register, and its record is as it was signed.", corrected);
    }

    private List<String> correctedSince(Given given) {
        return corrections(given.runId(), given.code());
    }

    /** What was put right in a run's record after the entry of a certificate; with no such entry, ever. */
    private List<String> corrections(UUID runId, String afterCode) {
        return jdbc.sql("select body::jsonb ->> 'right' from ledger where run_id = ? and kind = 'correction'"
                        + " and seq > coalesce((select max(seq) from ledger where run_id = ?"
                        + " and kind = 'certificate-given' and body::jsonb ->> 'code' = ?), 0) order by seq")
                .params(runId, runId, afterCode)
                .query(String.class)
                .list();
    }

    /** The end of the run's chain, worked out again from its events. */
    private String hashOf(UUID runId) {
        var hash = new String[] {Chain.START};
        jdbc.sql("select hash_rule, at, kind, version, client_id, body from run_event where run_id = ? order by seq")
                .param(runId)
                .query(row -> {
                    hash[0] = Chain.ofEvent(
                            row.getInt("hash_rule"),
                            hash[0],
                            row.getObject("at", OffsetDateTime.class).toInstant(),
                            row.getString("kind"),
                            row.getInt("version"),
                            row.getString("client_id"),
                            row.getString("body"));
                });
        return hash[0];
    }

    private CalibrationCertificate certificate(RunEntity run, CalibrationCertificate.Giving giving) {
        var detector = fleet.byId(run.detectorId());
        var state = runs.state(run.id());
        return CalibrationCertificate.of(
                giving,
                new CalibrationCertificate.Instrument(
                        detector.serial(), detector.assetTag(), detector.model(), detector.crew(), detector.location()),
                state,
                switch (run.source()) {
                    case LINK, SEEN_LIVE -> "over the link";
                    case TYPED, SEEN -> "typed by hand";
                    case PAPER -> "typed in from paper";
                    case LABORATORY ->
                        state.laboratory()
                                .map(of -> "typed in from certificate " + of.certificate() + " of " + of.laboratory())
                                .orElseThrow();
                },
                run.startedAt(),
                run.strip().map(Strip::decode).orElseThrow(),
                corrections(run.id(), ""),
                run.lastHash(),
                policies.units());
    }

    private Optional<CalibrationCertificate.Issuer> issuer() {
        return profiles.profile()
                .map(profile -> new CalibrationCertificate.Issuer(profile.name(), profile.addressLines()));
    }

    /** Numbers count up within the site's year. */
    private String nextNumber() {
        var year = "C-" + site.today().getYear() + "-";
        int given = jdbc.sql("select coalesce(max(split_part(number, '-', 3)::int), 0) from calibration_certificate"
                        + " where number like ?")
                .param(year + "%")
                .query(Integer.class)
                .single();
        return year + "%04d".formatted(given + 1);
    }

    /** A row of the register. */
    Given given(String code, UUID runId, String text) {
        return new Given(code, runId, json.readValue(text, CalibrationCertificate.class), text);
    }
}
