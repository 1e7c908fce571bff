package onward.sentry.server.gas;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.shelf.Comparison;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** New cylinders against outgoing ones: who agrees is in use, who does not is held. */
@Service
class Comparisons {

    /** A comparison that was made. */
    record Made(Instant at, String by, String outgoing, String detector, boolean agrees, List<Derivation> workings) {}

    private final JdbcClient jdbc;
    private final Shelf shelf;
    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final Ledger ledger;
    private final Site site;
    private final JsonMapper json;

    Comparisons(
            JdbcClient jdbc,
            Shelf shelf,
            Fleet fleet,
            ProcedureLibrary library,
            Ledger ledger,
            Site site,
            JsonMapper json) {
        this.jdbc = jdbc;
        this.shelf = shelf;
        this.fleet = fleet;
        this.library = library;
        this.ledger = ledger;
        this.site = site;
        this.json = json;
    }

    /** What a healthy detector would have to read on both. */
    @Transactional
    List<Comparison.Shared> shared(String tag, String outgoing, String serial) {
        return Comparison.shared(
                library.latestCard(healthy(serial).model()),
                inUse(outgoing).cylinder(),
                isNew(tag).cylinder());
    }

    /** Compares, and lets the outcome decide whether the new one is in use or held. */
    @Transactional
    Made compare(String tag, String outgoing, String serial, Map<Integer, Comparison.Pair> readings, String by) {
        var incoming = isNew(tag);
        var before = inUse(outgoing);
        var detector = healthy(serial);
        var comparison =
                Comparison.of(library.latestCard(detector.model()), before.cylinder(), incoming.cylinder(), readings);
        var workings = comparison.lines().stream().map(Comparison.Line::working).toList();
        var said = workings.stream().map(Derivation::result).collect(Collectors.joining("; "))
                + (comparison.uncompared().isEmpty()
                        ? ""
                        : "; not compared: " + String.join(", ", comparison.uncompared()));
        jdbc.sql("insert into cylinder_comparison (id, cylinder_id, outgoing_id, detector_id, at, by, agrees, workings)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        UUID.randomUUID(),
                        incoming.id(),
                        before.id(),
                        detector.id(),
                        site.now().atOffset(ZoneOffset.UTC),
                        by,
                        comparison.agrees(),
                        json.writeValueAsString(workings))
                .update();
        ledger.append(
                LedgerKind.CYLINDER_COMPARED,
                by,
                Map.of("cylinder", tag, "outgoing", outgoing, "detector", serial, "result", said));
        shelf.change(
                tag,
                comparison.agrees() ? CylinderState.IN_USE : CylinderState.ON_HOLD,
                "Compared with " + before.tag() + " on " + detector.serial() + ": " + said,
                by);
        return of(incoming.id()).get(0);
    }

    private Shelf.OnShelf isNew(String tag) {
        var incoming = shelf.byTag(tag);
        Refusal.unless(
                incoming.cylinder().state() == CylinderState.NEW,
                "comparison-not-new",
                "tag",
                incoming.tag() + " is " + incoming.cylinder().state().label() + ", not new.",
                "Only a new cylinder is compared before its first use.");
        return incoming;
    }

    private Shelf.OnShelf inUse(String tag) {
        var outgoing = shelf.byTag(tag);
        Refusal.unless(
                outgoing.cylinder().state() == CylinderState.IN_USE
                        && !site.today().isAfter(outgoing.cylinder().useBefore()),
                "comparison-outgoing",
                "outgoing",
                outgoing.tag() + " is no measure: it is expired or not in use.",
                "Take one that is in use and in date.");
        return outgoing;
    }

    private Fleet.RegisteredDetector healthy(String serial) {
        var detector = fleet.bySerial(serial);
        Refusal.unless(
                detector.state().mayBeBumped()
                        && detector.sensors().stream()
                                .noneMatch(s -> s.lastVerdict()
                                        .filter(verdict -> !verdict.good())
                                        .isPresent()),
                "comparison-detector",
                "detector",
                detector.serial() + " is " + detector.state().label() + " or has a sensor that failed.",
                "Take a healthy detector.");
        return detector;
    }

    /** What was made of a cylinder, the latest first. */
    @Transactional(readOnly = true)
    List<Made> of(UUID cylinderId) {
        return jdbc.sql("select m.at, m.by, c.tag, d.serial, m.agrees, m.workings from cylinder_comparison m"
                        + " join cylinder c on c.id = m.outgoing_id join detector d on d.id = m.detector_id"
                        + " where m.cylinder_id = ? order by m.at desc")
                .param(cylinderId)
                .query((row, n) -> new Made(
                        row.getTimestamp("at").toInstant(),
                        row.getString("by"),
                        row.getString("tag"),
                        row.getString("serial"),
                        row.getBoolean("agrees"),
                        json.readValue(row.getString("workings"), new TypeReference<List<Derivation>>() {})))
                .list();
    }
}
