package onward.sentry.server.gas;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.Principal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import onward.sentry.server.platform.Upload;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Certificates of cylinders as they came, kept with the record. */
@RestController
class CertificateController {

    private final JdbcClient jdbc;
    private final Shelf shelf;
    private final Ledger ledger;
    private final Site site;
    private final IdempotentRequests once;
    private final People people;

    CertificateController(
            JdbcClient jdbc, Shelf shelf, Ledger ledger, Site site, IdempotentRequests once, People people) {
        this.jdbc = jdbc;
        this.shelf = shelf;
        this.ledger = ledger;
        this.site = site;
        this.once = once;
        this.people = people;
    }

    record CertificateView(String id, String fileName, String mediaType, Instant at, String by) {}

    @GetMapping("/api/v1/cylinders/{tag}/certificates")
    @Transactional(readOnly = true)
    public List<CertificateView> certificates(@PathVariable String tag) {
        return jdbc.sql("select id, file_name, media_type, at, by from cylinder_certificate where cylinder_id = ?"
                        + " order by at desc")
                .param(shelf.byTag(tag).id())
                .query((row, n) -> new CertificateView(
                        row.getString("id"),
                        row.getString("file_name"),
                        row.getString("media_type"),
                        row.getTimestamp("at").toInstant(),
                        row.getString("by")))
                .list();
    }

    /** Takes the file as the body; at most 5 MB, a PDF or a picture by its content. */
    @PostMapping(path = "/api/v1/cylinders/{tag}/certificates", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @Transactional
    public CertificateView attach(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String tag,
            @RequestParam String fileName,
            HttpServletRequest request,
            Principal principal)
            throws IOException {
        Refusal.unless(
                !fileName.isBlank() && fileName.length() <= 120,
                "upload-name",
                "fileName",
                "A file name has 1 to 120 characters.",
                "Give it a shorter one.");
        var upload = Upload.read(request.getInputStream());
        return once.execute(
                key, principal.getName(), CertificateView.class, () -> store(tag, fileName, upload, principal));
    }

    private CertificateView store(String tag, String fileName, Upload upload, Principal principal) {
        var cylinder = shelf.byTag(tag);
        var by = people.displayName(principal.getName());
        var hash = sha256(upload.content());
        var view =
                new CertificateView(UUID.randomUUID().toString(), fileName.strip(), upload.mediaType(), site.now(), by);
        jdbc.sql("insert into cylinder_certificate (id, cylinder_id, file_name, media_type, content, sha256, at, by)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        UUID.fromString(view.id()),
                        cylinder.id(),
                        view.fileName(),
                        view.mediaType(),
                        upload.content(),
                        hash,
                        view.at().atOffset(ZoneOffset.UTC),
                        by)
                .update();
        ledger.append(
                LedgerKind.CERTIFICATE_ATTACHED,
                by,
                Map.of("cylinder", cylinder.tag(), "file", view.fileName(), "sha256", hash));
        return view;
    }

    private static String sha256(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The file itself; a browser shows it and runs nothing in it. */
    @GetMapping("/api/v1/cylinders/{tag}/certificates/{id}")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> file(@PathVariable String tag, @PathVariable UUID id) {
        return jdbc.sql("select file_name, media_type, content from cylinder_certificate"
                        + " where id = ? and cylinder_id = ?")
                .params(id, shelf.byTag(tag).id())
                .query((row, n) -> ResponseEntity.ok()
                        .contentType(MediaType.parseMediaType(row.getString("media_type")))
                        .header("Content-Security-Policy", "sandbox")
                        .header("X-Content-Type-Options", "nosniff")
                        .header(HttpHeaders.CONTENT_DISPOSITION, disposition(row.getString("file_name")))
                        .body(content(row)))
                .optional()
                .orElseThrow(() -> new NotFound("Certificate " + id));
    }

    private static byte[] content(java.sql.ResultSet row) throws java.sql.SQLException {
        return row.getBytes("content");
    }

    private static String disposition(String fileName) {
        return ContentDisposition.inline()
                .filename(fileName, java.nio.charset.StandardCharsets.UTF_8)
                .build()
                .toString();
    }
}
