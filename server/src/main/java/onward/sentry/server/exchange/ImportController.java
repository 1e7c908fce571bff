package onward.sentry.server.exchange;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.security.Principal;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.server.exchange.Imports.ImportLine;
import onward.sentry.server.exchange.Imports.ImportView;
import onward.sentry.server.people.People;
import onward.sentry.server.people.Signed;
import onward.sentry.server.platform.SentFile;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A table of detectors, cylinders or jobs: sent, looked at, put in force, taken back. Who may do so depends on what it holds. */
@RestController
class ImportController {

    private final Imports imports;
    private final People people;

    ImportController(Imports imports, People people) {
        this.imports = imports;
        this.people = people;
    }

    record ImportWithdrawal(@NotNull String reason) {}

    @GetMapping("/api/v1/imports")
    List<ImportView> imports(Principal principal) {
        return imports.all(Arrays.stream(ImportKind.values())
                .filter(kind -> people.isAtLeast(principal.getName(), kind.least()))
                .collect(Collectors.toSet()));
    }

    private void allow(ImportKind kind, Principal principal) {
        if (!people.isAtLeast(principal.getName(), kind.least())) {
            throw new AccessDeniedException("A " + kind.least().label() + " takes such a table in.");
        }
    }

    /** The body is the file as it is: CSV or XLSX. Sent twice, it is read twice; nothing is in force before it is begun. */
    @PostMapping("/api/v1/imports")
    ImportView read(
            @RequestParam String name,
            @RequestParam(defaultValue = "DETECTORS") ImportKind kind,
            HttpServletRequest request,
            Principal principal)
            throws IOException {
        allow(kind, principal);
        try (var sent = SentFile.receive(request.getInputStream())) {
            return imports.view(imports.read(sent, name, kind, people.displayName(principal.getName())));
        }
    }

    @GetMapping("/api/v1/imports/{id}")
    ImportView view(@PathVariable UUID id, Principal principal) {
        allow(imports.kind(id), principal);
        return imports.view(id);
    }

    /** @param verdict {@code NEW}, {@code CHANGED}, {@code SAME} or {@code REFUSED} */
    @GetMapping("/api/v1/imports/{id}/lines")
    List<ImportLine> lines(@PathVariable UUID id, @RequestParam String verdict, Principal principal) {
        allow(imports.kind(id), principal);
        return imports.lines(id, verdict);
    }

    @PostMapping("/api/v1/imports/{id}/mending")
    ImportView mend(@PathVariable UUID id, Principal principal) {
        allow(imports.kind(id), principal);
        imports.mend(id, people.displayName(principal.getName()));
        return imports.view(id);
    }

    /** Puts the next lines in force, some thousand at once; asked again until its phase is {@code APPLIED}. */
    @PostMapping("/api/v1/imports/{id}/applying")
    @Signed(many = true)
    ImportView apply(@PathVariable UUID id, Principal principal) {
        allow(imports.kind(id), principal);
        var by = people.displayName(principal.getName());
        imports.begin(id, by);
        imports.applyNext(id, by);
        return imports.view(id);
    }

    @PostMapping("/api/v1/imports/{id}/withdrawal")
    @Signed
    ImportView withdraw(@PathVariable UUID id, @Valid @RequestBody ImportWithdrawal body, Principal principal) {
        allow(imports.kind(id), principal);
        imports.withdraw(id, body.reason(), people.displayName(principal.getName()));
        return imports.view(id);
    }
}
