package onward.sentry.server.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.CylinderSheet;
import onward.sentry.formats.LedgerKind;
import onward.sentry.formats.LineFault;
import onward.sentry.formats.TableFile;
import onward.sentry.server.exchange.StagedRows.RefusedLine;
import onward.sentry.server.exchange.StagedRows.Waiting;
import onward.sentry.server.gas.Shelf;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Cylinders from a table. One whose tag is on the shelf is left as it is there. */
@Component
class CylinderImporter implements TableImporter {

    private static final int REGISTERED_AT_ONCE = 250;

    private final JdbcClient jdbc;
    private final StagedRows waiting;
    private final Shelf shelf;

    CylinderImporter(JdbcClient jdbc, StagedRows waiting, Shelf shelf) {
        this.jdbc = jdbc;
        this.waiting = waiting;
        this.shelf = shelf;
    }

    @Override
    public ImportKind kind() {
        return ImportKind.CYLINDERS;
    }

    @Override
    public List<String> columns() {
        return CylinderSheet.COLUMNS;
    }

    @Override
    public int mostRows() {
        return 5_000;
    }

    @Override
    public LedgerKind entry() {
        return LedgerKind.CYLINDERS_IMPORTED;
    }

    @Override
    public void stage(UUID id, List<TableFile.Row> rows, Set<String> seen) {
        var lines = rows.stream()
                .map(row -> new Waiting(row.line(), row.at("tag"), StagedRows.known(row, CylinderSheet.COLUMNS)))
                .toList();
        waiting.stage(id, lines, line -> faults(line, seen));
    }

    private static List<LineFault> faults(Waiting line, Set<String> seen) {
        var faults = new ArrayList<>(CylinderSheet.read(line.row()).faults());
        if (!line.name().isEmpty() && !seen.add(line.name().toLowerCase(Locale.ROOT))) {
            faults.add(new LineFault(
                    "tag",
                    line.name(),
                    "The tag is in this table twice.",
                    "Give each cylinder a tag of its own.",
                    Optional.empty()));
        }
        return faults;
    }

    @Override
    public void compare(UUID id, String by) {
        var there = shelf.all().stream()
                .collect(Collectors.toMap(one -> one.tag().toLowerCase(Locale.ROOT), Shelf.OnShelf::cylinder));
        var refused = new ArrayList<RefusedLine>();
        var same = new ArrayList<Long>();
        for (var line : waiting.fresh(id, "tag", Integer.MAX_VALUE)) {
            var known = there.get(line.name().toLowerCase(Locale.ROOT));
            if (known != null) {
                var read = CylinderSheet.read(line.row()).cylinder().orElseThrow();
                var different = CylinderSheet.different(read, known);
                if (different.isEmpty()) {
                    same.add(line.line());
                } else {
                    refused.add(new RefusedLine(
                            line.line(),
                            new LineFault(
                                    different.get(0),
                                    line.fields().get(different.get(0)),
                                    line.name() + " is registered with another "
                                            + String.join(", ", different).replace('_', ' ') + ".",
                                    "Compare the line with the label; a cylinder that came instead takes another tag.",
                                    Optional.empty())));
                }
            }
        }
        waiting.refuse(id, refused);
        waiting.same(id, same);
    }

    @Override
    public void mend(UUID id, String by) {
        var mended = waiting.takeMended(id);
        var seen = waiting.fresh(id, "tag", Integer.MAX_VALUE).stream()
                .map(line -> line.name().toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        stage(id, mended, seen);
        compare(id, by);
    }

    /** Those that somebody has registered meanwhile are left as they are. */
    @Override
    public boolean applyNext(UUID id, String by) {
        compare(id, by);
        var next = waiting.fresh(id, "tag", REGISTERED_AT_ONCE);
        next.forEach(line -> shelf.register(
                line.name(),
                CylinderSheet.read(line.row()).cylinder().orElseThrow().withState(CylinderState.NEW),
                by));
        waiting.applied(id, next.stream().map(Waiting::line).toList());
        return !next.isEmpty();
    }

    @Override
    public Map<String, Object> takeBack(UUID id, String reason, String by) {
        var used = jdbc.sql("select c.tag from fleet_import_row l join cylinder c on c.tag = l.serial"
                        + " where l.import_id = ? and l.applied and (c.state <> 'NEW'"
                        + " or exists (select 1 from gas_draw g where g.cylinder_id = c.id)) order by c.tag")
                .param(id)
                .query(String.class)
                .list();
        Refusal.unless(
                used.isEmpty(),
                "import-worked",
                "",
                used.size() + " of its cylinders were taken into use or quarantined since: "
                        + String.join(", ", used.subList(0, Math.min(used.size(), 5))) + ".",
                "What was used stays. Quarantine single cylinders on their pages.");
        var tags = jdbc.sql("select serial from fleet_import_row where import_id = ? and applied order by serial")
                .param(id)
                .query(String.class)
                .list();
        tags.forEach(tag -> shelf.takeBack(tag, reason, by));
        return Map.of("cylinders", tags.size());
    }
}
