package onward.sentry.server.people;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import onward.sentry.server.platform.Site;
import org.springframework.data.domain.Limit;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Lets an administrator look through the audit log. */
@RestController
class AuditController {

    private static final int PAGE = 100;

    private final AuditRepository entries;
    private final Site site;

    AuditController(AuditRepository entries, Site site) {
        this.entries = entries;
        this.site = site;
    }

    record AuditLine(long id, Instant at, AuditLog.Kind kind, String person, String source, String detail) {}

    /**
     * The newest first, 100 at once.
     *
     * @param person any part of a sign-in name
     * @param until last day
     * @param before id of the last line of the page before
     */
    @GetMapping("/api/v1/audit")
    @Transactional(readOnly = true)
    public List<AuditLine> audit(
            @RequestParam(defaultValue = "") String person,
            @RequestParam Optional<AuditLog.Kind> kind,
            @RequestParam Optional<LocalDate> from,
            @RequestParam Optional<LocalDate> until,
            @RequestParam Optional<Long> before) {
        return entries
                .find(
                        person.strip().toLowerCase(Locale.ROOT),
                        kind.map(Enum::name).orElse(""),
                        from.map(this::start).orElse(Instant.EPOCH),
                        until.map(day -> start(day.plusDays(1))).orElse(Instant.parse("9999-01-01T00:00:00Z")),
                        before.orElse(Long.MAX_VALUE),
                        Limit.of(PAGE))
                .stream()
                .map(one -> new AuditLine(one.id(), one.at(), one.kind(), one.person(), one.source(), one.detail()))
                .toList();
    }

    private Instant start(LocalDate day) {
        return day.atStartOfDay(site.zone()).toInstant();
    }
}
