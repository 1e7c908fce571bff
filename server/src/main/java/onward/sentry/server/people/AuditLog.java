package onward.sentry.server.people;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashMap;
import onward.sentry.server.platform.SentrySettings;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Who came in, who was refused, and what left the site: a row that an administrator can search, and a line of JSON in a file
 * that other programs can read. What is done to records stands in the ledger.
 */
@Service
public class AuditLog {

    /** What is noted. */
    public enum Kind {
        SIGNED_IN,
        SIGN_IN_FAILED,
        /** Too many wrong ones came before. */
        NAME_CLOSED,
        SIGNED_OUT,
        DEVICE_LOCKED,
        DEVICE_OPENED,
        PROOF_FAILED,
        EXPORTED
    }

    private final AuditRepository entries;
    private final SentrySettings settings;
    private final Site site;
    private final JsonMapper json;
    private final HttpServletRequest request;

    AuditLog(AuditRepository entries, SentrySettings settings, Site site, JsonMapper json, HttpServletRequest request) {
        this.entries = entries;
        this.settings = settings;
        this.site = site;
        this.json = json;
        this.request = request;
    }

    /**
     * Notes something, whatever becomes of the request that it was part of.
     *
     * @param person sign-in name; empty when nobody is signed in
     * @param detail for example which table was exported
     */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public void note(Kind kind, String person, String detail) {
        var entry = new AuditEntity(site.now(), kind, person, request.getRemoteAddr(), detail);
        entries.save(entry);
        if (!settings.auditFile().isEmpty()) {
            append(line(entry));
        }
    }

    private String line(AuditEntity entry) {
        var fields = new LinkedHashMap<String, String>();
        fields.put("at", entry.at().toString());
        fields.put("kind", entry.kind().name());
        fields.put("person", entry.person());
        fields.put("source", entry.source());
        fields.put("detail", entry.detail());
        return json.writeValueAsString(fields) + "\n";
    }

    private synchronized void append(String line) {
        try {
            Files.writeString(
                    Path.of(settings.auditFile()),
                    line,
                    StandardCharsets.UTF_8,
                    StandardOpenOption.CREATE,
                    StandardOpenOption.APPEND);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
