package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.SensorCare;
import onward.sentry.core.schedule.CareKind;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Care that keeps detectors well between calibrations. */
@Component
public class Care {

    private static final int MOST_LETTERS = 200;

    /** @param last empty: never on record */
    public record Due(
            String serial, String model, String crew, CareKind kind, Optional<LocalDate> last, LocalDate on) {}

    private final JdbcClient jdbc;
    private final Fleet fleet;
    private final ProcedureLibrary library;
    private final Ledger ledger;
    private final Site site;

    Care(JdbcClient jdbc, Fleet fleet, ProcedureLibrary library, Ledger ledger, Site site) {
        this.jdbc = jdbc;
        this.fleet = fleet;
        this.library = library;
        this.ledger = ledger;
        this.site = site;
    }

    /** What is to be done today or has waited, over the whole fleet, what waits longest first. */
    @Transactional(readOnly = true)
    public List<Due> toDo() {
        var due = new ArrayList<Due>();
        for (var card : library.latestCards()) {
            for (var kind : SensorCare.of(card)) {
                all(card, kind, Optional.empty()).stream()
                        .filter(one -> !one.on().isAfter(site.today()))
                        .forEach(due::add);
            }
        }
        due.sort(Comparator.comparing(Due::on).thenComparing(Due::serial));
        return due;
    }

    /** What one detector asks for. */
    @Transactional(readOnly = true)
    public List<Due> of(String serial) {
        var detector = fleet.bySerial(serial);
        var card = library.latestCard(detector.model());
        return SensorCare.of(card).stream()
                .flatMap(kind -> all(card, kind, Optional.of(detector.id())).stream())
                .toList();
    }

    private List<Due> all(ProcedureCard card, CareKind kind, Optional<UUID> only) {
        return jdbc.sql(
                        "select d.serial, d.crew, d.received_on, (select max(done_on) from care_done c"
                                + " where c.detector_id = d.id and c.kind = :kind) as last from detector d"
                                + " where d.model = :model and d.retired_on is null and (cast(:id as uuid) is null or d.id = :id)")
                .param("kind", kind.name())
                .param("model", card.model())
                .param("id", only.orElse(null), java.sql.Types.OTHER)
                .query((row, n) -> {
                    var last = Optional.ofNullable(row.getObject("last", LocalDate.class));
                    return new Due(
                            row.getString("serial"),
                            card.model(),
                            row.getString("crew"),
                            kind,
                            last,
                            kind.next(last, row.getObject("received_on", LocalDate.class)));
                })
                .list();
    }

    /** Somebody has done it. @param on not a day to come */
    @Transactional
    public List<Due> done(String serial, CareKind kind, LocalDate on, String remark, String by) {
        var detector = fleet.bySerial(serial);
        Refusal.unless(
                SensorCare.of(library.latestCard(detector.model())).contains(kind),
                "care-unknown",
                "kind",
                "A " + detector.model() + " does not ask for that: " + kind.label() + ".",
                "Pick what its page lists.");
        Refusal.unless(
                remark.strip().length() <= MOST_LETTERS,
                "care-remark",
                "remark",
                "A remark has at most " + MOST_LETTERS + " characters.",
                "Say it shorter.");
        jdbc.sql("insert into care_done (id, detector_id, kind, done_on, by, remark) values (?, ?, ?, ?, ?, ?)")
                .params(UUID.randomUUID(), detector.id(), kind.name(), on, by, remark.strip())
                .update();
        ledger.append(
                LedgerKind.CARE_DONE,
                by,
                Map.of("detector", detector.serial(), "kind", kind.label(), "remark", remark.strip()));
        return of(serial);
    }
}
