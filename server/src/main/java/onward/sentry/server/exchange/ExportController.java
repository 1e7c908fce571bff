package onward.sentry.server.exchange;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.Principal;
import java.time.LocalDate;
import java.util.Optional;
import onward.sentry.formats.TableOut;
import onward.sentry.server.people.AuditLog;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Detectors, sensors, cylinders and runs as tables, for other programs. */
@RestController
class ExportController {

    private static final String XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    private final Exports exports;
    private final AuditLog audit;
    private final Site site;

    ExportController(Exports exports, AuditLog audit, Site site) {
        this.exports = exports;
        this.audit = audit;
        this.site = site;
    }

    /**
     * @param table {@code detectors}, {@code sensors}, {@code cylinders} or {@code runs}
     * @param form {@code csv} or {@code xlsx}
     * @param from first day of runs; left out: from the beginning
     * @param until last day of runs; left out: to the end
     */
    @GetMapping("/api/v1/exports/{table}/{form}")
    void export(
            @PathVariable String table,
            @PathVariable String form,
            @RequestParam Optional<LocalDate> from,
            @RequestParam Optional<LocalDate> until,
            HttpServletResponse response,
            Principal principal) {
        var wanted = ExportTable.named(table).orElseThrow(() -> new NotFound("The table '" + table + "'"));
        boolean csv = form.equals("csv");
        if (!csv && !form.equals("xlsx")) {
            throw new NotFound("The form '" + form + "'");
        }
        audit.note(AuditLog.Kind.EXPORTED, principal.getName(), table + " as " + form);
        response.setContentType(csv ? "text/csv;charset=UTF-8" : XLSX);
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(table + "-" + site.today() + "." + form)
                        .build()
                        .toString());
        try (var out = csv
                ? TableOut.csv(response.getOutputStream(), wanted.columns())
                : TableOut.xlsx(response.getOutputStream(), table, wanted.columns())) {
            exports.write(wanted, from.orElse(LocalDate.EPOCH), until.orElse(LocalDate.of(9999, 12, 31)), out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
