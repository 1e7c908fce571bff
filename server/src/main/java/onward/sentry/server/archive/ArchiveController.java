package onward.sentry.server.archive;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.Principal;
import onward.sentry.server.people.AuditLog;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.Site;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The whole site for an administrator. */
@RestController
class ArchiveController {

    private final SiteArchive archive;
    private final People people;
    private final AuditLog audit;
    private final Site site;

    ArchiveController(SiteArchive archive, AuditLog audit, People people, Site site) {
        this.archive = archive;
        this.audit = audit;
        this.people = people;
        this.site = site;
    }

    /** Everything but what lets somebody in, as docs/formats/site-archive.md says. */
    @GetMapping("/api/v1/site-archive")
    void archive(Principal principal, HttpServletResponse response) {
        audit.note(AuditLog.Kind.EXPORTED, principal.getName(), "the whole site");
        response.setContentType("application/zip");
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename("onward-sentry-" + site.today() + ".zip")
                        .build()
                        .toString());
        try {
            var manifest = archive.write(response.getOutputStream());
            archive.taken(manifest, people.displayName(principal.getName()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
