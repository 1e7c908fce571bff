package onward.sentry.server.gas;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.security.Principal;
import java.util.List;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.formats.CylinderSheet;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.Once;
import onward.sentry.server.platform.SentFile;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Several cylinders at once, from a sheet: looked at first, then registered. */
@RestController
class CylinderSheetController {

    private final Shelf shelf;
    private final Once once;
    private final People people;

    CylinderSheetController(Shelf shelf, Once once, People people) {
        this.shelf = shelf;
        this.once = once;
        this.people = people;
    }

    /** What a line comes to: {@code NEW}, {@code THERE} already, there but {@code DIFFERENT}, or {@code REFUSED}. */
    enum Standing {
        NEW,
        THERE,
        DIFFERENT,
        REFUSED
    }

    /** @param different columns in which it is not what is on the shelf */
    record SheetLine(
            long line, String tag, Standing standing, List<String> different, List<CylinderSheet.Fault> faults) {}

    /**
     * @param toRegister how many lines are new
     * @param registered whether they have been registered
     */
    record SheetView(int toRegister, boolean registered, List<SheetLine> lines) {}

    /** The body is the file as it is: CSV or XLSX. @param apply without it the sheet is only looked at */
    @PostMapping("/api/v1/cylinders/sheet")
    @Transactional
    public SheetView sheet(
            @RequestHeader("Idempotency-Key") String key,
            @RequestParam(defaultValue = "false") boolean apply,
            HttpServletRequest request,
            Principal principal)
            throws IOException {
        List<CylinderSheet.Line> lines;
        try (var sent = SentFile.receive(request.getInputStream())) {
            lines = CylinderSheet.read(sent.path());
        }
        if (!apply) {
            return view(lines, false);
        }
        return once.per(key, principal.getName(), SheetView.class, () -> {
            var view = view(lines, true);
            var by = people.displayName(principal.getName());
            lines.stream()
                    .filter(line -> line.cylinder().isPresent() && !shelf.holds(line.tag()))
                    .forEach(line -> shelf.register(
                            line.tag(), line.cylinder().orElseThrow().withState(CylinderState.NEW), by));
            return view;
        });
    }

    private SheetView view(List<CylinderSheet.Line> read, boolean registered) {
        var lines = read.stream().map(this::view).toList();
        return new SheetView(
                (int) lines.stream()
                        .filter(line -> line.standing() == Standing.NEW)
                        .count(),
                registered,
                lines);
    }

    private SheetLine view(CylinderSheet.Line line) {
        if (line.cylinder().isEmpty()) {
            return new SheetLine(line.line(), line.tag(), Standing.REFUSED, List.of(), line.faults());
        }
        if (!shelf.holds(line.tag())) {
            return new SheetLine(line.line(), line.tag(), Standing.NEW, List.of(), List.of());
        }
        var different = CylinderSheet.different(
                line.cylinder().get(), shelf.byTag(line.tag()).cylinder());
        return new SheetLine(
                line.line(),
                line.tag(),
                different.isEmpty() ? Standing.THERE : Standing.DIFFERENT,
                different,
                List.of());
    }
}
