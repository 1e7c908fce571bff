package onward.sentry.server.gas;

import java.security.Principal;
import java.util.List;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.formats.CylinderSheet;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.Once;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
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

    /** What a line comes to: {@code NEW}, {@code THERE} already, or {@code REFUSED}. */
    enum Standing {
        NEW,
        THERE,
        REFUSED
    }

    record SheetLine(long line, String tag, Standing standing, List<CylinderSheet.Fault> faults) {}

    /**
     * @param toRegister how many lines are new
     * @param registered whether they have been registered
     */
    record SheetView(int toRegister, boolean registered, List<SheetLine> lines) {}

    /** @param apply without it the sheet is only looked at */
    @PostMapping(path = "/api/v1/cylinders/sheet", consumes = "text/csv")
    @Transactional
    public SheetView sheet(
            @RequestHeader("Idempotency-Key") String key,
            @RequestParam(defaultValue = "false") boolean apply,
            @RequestBody String csv,
            Principal principal) {
        if (!apply) {
            return view(csv, false);
        }
        return once.per(key, principal.getName(), SheetView.class, () -> {
            var view = view(csv, true);
            var by = people.displayName(principal.getName());
            CylinderSheet.read(csv).stream()
                    .filter(line -> line.cylinder().isPresent() && !shelf.holds(line.tag()))
                    .forEach(line -> shelf.register(
                            line.tag(), line.cylinder().orElseThrow().withState(CylinderState.NEW), by));
            return view;
        });
    }

    private SheetView view(String csv, boolean registered) {
        var lines = CylinderSheet.read(csv).stream()
                .map(line -> new SheetLine(line.line(), line.tag(), standing(line), line.faults()))
                .toList();
        return new SheetView(
                (int) lines.stream()
                        .filter(line -> line.standing() == Standing.NEW)
                        .count(),
                registered,
                lines);
    }

    private Standing standing(CylinderSheet.Line line) {
        if (line.cylinder().isEmpty()) {
            return Standing.REFUSED;
        }
        return shelf.holds(line.tag()) ? Standing.THERE : Standing.NEW;
    }
}
