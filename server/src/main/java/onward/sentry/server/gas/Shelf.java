package onward.sentry.server.gas;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.schedule.Cause;
import onward.sentry.core.shelf.Contents;
import onward.sentry.core.shelf.Draw;
import onward.sentry.core.shelf.GaugeReading;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.core.working.Tag;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** The cylinders of the site: what each holds now, and everything that has happened to it. */
@Service
public class Shelf {

    /**
     * A cylinder with its place in the store and the tag that people call it by.
     *
     * @param cylinder with the pressure that its gauge should show by now
     * @param lastGaugeBar what it showed when somebody last looked
     * @param drawnLitres what runs have drawn since
     * @param stateReason why it is on hold, empty or returned
     * @param regulator tag of the regulator that stays on it; empty where none does
     */
    public record OnShelf(
            UUID id,
            String tag,
            Cylinder cylinder,
            double lastGaugeBar,
            Instant gaugeReadAt,
            double drawnLitres,
            String stateReason,
            String regulator) {}

    /** A change of a cylinder's state. */
    record Change(Instant at, String by, CylinderState state, String reason) {}

    private record Key(long cylinders, long changes) {}

    private record Kept(Key key, List<OnShelf> cylinders) {}

    private final AtomicReference<Kept> kept = new AtomicReference<>();
    private final CylinderRepository cylinders;
    private final CylinderHoldRepository holds;
    private final JdbcClient jdbc;
    private final Ledger ledger;
    private final SitePolicies policies;
    private final Site site;

    Shelf(
            CylinderRepository cylinders,
            CylinderHoldRepository holds,
            JdbcClient jdbc,
            Ledger ledger,
            SitePolicies policies,
            Site site) {
        this.cylinders = cylinders;
        this.holds = holds;
        this.jdbc = jdbc;
        this.ledger = ledger;
        this.policies = policies;
        this.site = site;
    }

    /** All cylinders, the one that expires first in front. Kept until one of them is changed or another one comes. */
    @Transactional(readOnly = true)
    public List<OnShelf> all() {
        var key = jdbc.sql("select count(*) as cylinders, coalesce(sum(version), 0) as changes from cylinder")
                .query((row, n) -> new Key(row.getLong("cylinders"), row.getLong("changes")))
                .single();
        var known = kept.get();
        if (known != null && known.key().equals(key)) {
            return known.cylinders();
        }
        var all = cylinders.findAllByOrderByUseBeforeAscTagAsc().stream()
                .map(Shelf::onShelf)
                .toList();
        // What a transaction has written may still be taken back; only what stands is kept.
        if (TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            kept.set(new Kept(key, all));
        }
        return all;
    }

    @Transactional(readOnly = true)
    public OnShelf cylinder(UUID id) {
        return cylinders.findById(id).map(Shelf::onShelf).orElseThrow(() -> new NotFound("Cylinder " + id));
    }

    @Transactional(readOnly = true)
    public OnShelf byTag(String tag) {
        return onShelf(entity(tag));
    }

    @Transactional(readOnly = true)
    public boolean holds(String tag) {
        return cylinders.findByTagIgnoreCase(tag.strip()).isPresent();
    }

    @Transactional(readOnly = true)
    List<OnShelf> ofLot(String lot) {
        return cylinders.findByLotOrderByTag(lot).stream().map(Shelf::onShelf).toList();
    }

    @Transactional
    public OnShelf register(String tag, Cylinder cylinder, String by) {
        var written = Tag.of("tag", "A cylinder's tag", tag);
        Refusal.unless(
                !holds(written),
                "tag-taken",
                "tag",
                "There is a cylinder " + written + " already.",
                "Give this one another tag.");
        var now = site.now();
        var saved = cylinders.saveAndFlush(new CylinderEntity(UUID.randomUUID(), written, cylinder, now));
        store(saved.id(), new GaugeReading(now, cylinder.gaugeBar()), by);
        ledger.append(
                LedgerKind.CYLINDER_REGISTERED,
                by,
                Map.of("cylinder", saved.tag(), "certificate", cylinder.certificateNumber(), "lot", cylinder.lot()));
        return onShelf(saved);
    }

    /** Somebody has looked at the gauge. @param celsius of the cylinder, when measured */
    @Transactional
    public OnShelf gauge(String tag, double bar, OptionalDouble celsius, String by) {
        var cylinder = entity(tag);
        var units = policies.units();
        var reading = GaugeReading.of(site.now(), bar, celsius, units);
        double full = cylinder.toCore().fullBar();
        var pressure = units.pressure();
        Refusal.unless(
                reading.barAtUsualTemperature() <= 1.1 * full,
                "gauge-above-full",
                "bar",
                pressure.text(reading.barAtUsualTemperature()) + " at "
                        + units.temperature().text(20) + " is more than a full cylinder holds, " + pressure.text(full)
                        + ".",
                "Read the gauge again; mind the scale.");
        cylinder.read(reading);
        store(cylinder.id(), reading, by);
        ledger.append(
                LedgerKind.GAUGE_READ, by, Map.of("cylinder", cylinder.tag(), "bar", bar, "left", litres(cylinder)));
        return onShelf(cylinder);
    }

    private static String litres(CylinderEntity cylinder) {
        return Figures.upTo(cylinder.toCore().litresLeft(), 1) + " L";
    }

    private void store(UUID cylinderId, GaugeReading reading, String by) {
        jdbc.sql("insert into gauge_reading (id, cylinder_id, at, bar, celsius, by) values (?, ?, ?, ?, ?, ?)")
                .params(
                        UUID.randomUUID(),
                        cylinderId,
                        reading.at().atOffset(ZoneOffset.UTC),
                        reading.bar(),
                        reading.celsius().isPresent() ? reading.celsius().getAsDouble() : null,
                        by)
                .update();
    }

    /**
     * A run has drawn so much from a cylinder by now, never more than was left in it. What was drawn before somebody last
     * looked at the gauge is in that look already.
     *
     * @param litres in all since the run began
     */
    @Transactional
    public void draw(UUID runId, String tag, double litres, Instant at) {
        var cylinder = cylinders.lockByTag(tag).orElseThrow(() -> new NotFound("Cylinder " + tag));
        var before = jdbc.sql("select litres from gas_draw where run_id = ? and cylinder_id = ?")
                .params(runId, cylinder.id())
                .query(Double.class)
                .optional()
                .orElse(0.0);
        double more = Math.max(0, Math.min(litres - before, cylinder.toCore().litresLeft()));
        jdbc.sql("insert into gas_draw (run_id, cylinder_id, at, litres) values (?, ?, ?, ?)"
                        + " on conflict (run_id, cylinder_id) do update set at = excluded.at, litres = excluded.litres")
                .params(runId, cylinder.id(), at.atOffset(ZoneOffset.UTC), before + more)
                .update();
        cylinder.drew(more, at);
        cylinders.flush();
    }

    /** Grows with every change of a cylinder: what was worked out from the shelf before is out of date. */
    @Transactional(readOnly = true)
    public long changeCount() {
        return jdbc.sql("select coalesce(sum(version), 0) from cylinder")
                .query(Long.class)
                .single();
    }

    /** A regulator stays on the cylinder from now on. @param regulator its tag; empty: none */
    @Transactional
    OnShelf keep(String tag, String regulator, String by) {
        var cylinder = entity(tag);
        if (!cylinder.regulator().equals(regulator)) {
            cylinder.keep(regulator);
            ledger.append(
                    LedgerKind.CYLINDER_REGULATOR, by, Map.of("cylinder", cylinder.tag(), "regulator", regulator));
        }
        return onShelf(cylinder);
    }

    /** Puts a cylinder on hold by hand, back in use, aside as empty, or returns it. */
    @Transactional
    public OnShelf change(String tag, CylinderState to, String reason, String by) {
        var cylinder = entity(tag);
        checkReason(reason);
        checkStateDiffers(cylinder, to);
        var open = holds.findByCylinderIdAndLiftedAtIsNullOrderByPlacedAt(cylinder.id());
        if (to == CylinderState.ON_HOLD) {
            return hold(tag, Cause.Kind.BY_HAND, "", reason, by);
        }
        open.stream()
                .filter(held -> to == CylinderState.IN_USE && held.kind() == Cause.Kind.RECALL)
                .findFirst()
                .ifPresent(held -> {
                    throw new Refused(new Refusal(
                            "cylinder-recalled",
                            "state",
                            cylinder.tag() + " is held by a recall that is open. " + held.reason() + ".",
                            "Withdraw the recall; that puts it back in use."));
                });
        open.forEach(held -> held.lift(site.now(), by));
        become(cylinder, to, reason, by);
        return onShelf(cylinder);
    }

    /**
     * Holds a cylinder for one more reason; it stays held until every reason is lifted. One that is empty or returned stays
     * what it is.
     *
     * @param source id of the event, empty where it has none
     */
    @Transactional
    public OnShelf hold(String tag, Cause.Kind kind, String source, String reason, String by) {
        checkReason(reason);
        var cylinder = entity(tag);
        var state = cylinder.toCore().state();
        var open = holds.findByCylinderIdAndLiftedAtIsNullOrderByPlacedAt(cylinder.id());
        boolean held = open.stream().anyMatch(one -> one.isOf(kind, source));
        if (held || state == CylinderState.EMPTY || state == CylinderState.RETURNED) {
            return onShelf(cylinder);
        }
        var before = open.stream()
                .map(CylinderHoldEntity::stateBefore)
                .findFirst()
                .orElse(state == CylinderState.NEW ? CylinderState.NEW : CylinderState.IN_USE);
        holds.save(new CylinderHoldEntity(cylinder.id(), kind, source, reason.strip(), site.now(), by, before));
        if (state == CylinderState.ON_HOLD) {
            cylinder.stands(state, joined(open, reason));
        } else {
            become(cylinder, CylinderState.ON_HOLD, reason, by);
        }
        cylinders.flush(); // its row is taken now, before any detector's
        return onShelf(cylinder);
    }

    private static String joined(List<CylinderHoldEntity> open, String more) {
        return Stream.concat(open.stream().map(CylinderHoldEntity::reason), Stream.of(more.strip()))
                .filter(words -> !words.isEmpty())
                .distinct()
                .collect(Collectors.joining("; "));
    }

    /** An event no longer holds cylinders; those that nothing else holds are what they were before. */
    @Transactional
    public void lift(Cause.Kind kind, String source, String reason, String by) {
        var byTag = new TreeMap<String, CylinderHoldEntity>();
        for (var held : holds.findByKindAndSourceAndLiftedAtIsNull(kind, source)) {
            byTag.put(cylinders.findById(held.cylinderId()).orElseThrow().tag(), held);
        }
        for (var lifted : byTag.values()) {
            lifted.lift(site.now(), by);
            holds.flush();
            var cylinder = cylinders.findById(lifted.cylinderId()).orElseThrow();
            var open = holds.findByCylinderIdAndLiftedAtIsNullOrderByPlacedAt(cylinder.id());
            if (cylinder.toCore().state() != CylinderState.ON_HOLD) {
                continue;
            }
            if (open.isEmpty()) {
                become(cylinder, lifted.stateBefore(), reason, by);
            } else {
                cylinder.stands(CylinderState.ON_HOLD, joined(open, ""));
            }
        }
        cylinders.flush(); // their rows are taken now, before any detector's
    }

    private static void checkReason(String reason) {
        Refusal.unless(
                !reason.isBlank() && reason.strip().length() <= 300,
                "reason-missing",
                "reason",
                "A change of a cylinder's state takes a reason of 1 to 300 characters.",
                "Say in a few words why.");
    }

    private static void checkStateDiffers(CylinderEntity cylinder, CylinderState to) {
        var from = cylinder.toCore().state();
        Refusal.unless(
                from != to,
                "cylinder-state-same",
                "state",
                cylinder.tag() + " is " + from.label() + " already.",
                "Nothing needs to be done.");
        Refusal.unless(
                from != CylinderState.RETURNED,
                "cylinder-returned",
                "state",
                cylinder.tag() + " was returned and is not here any more.",
                "Register the cylinder that came instead.");
    }

    private void become(CylinderEntity cylinder, CylinderState to, String reason, String by) {
        cylinder.stands(to, reason.strip());
        jdbc.sql("insert into cylinder_change (id, cylinder_id, at, by, state, reason) values (?, ?, ?, ?, ?, ?)")
                .params(
                        UUID.randomUUID(),
                        cylinder.id(),
                        site.now().atOffset(ZoneOffset.UTC),
                        by,
                        to.name(),
                        reason.strip())
                .update();
        ledger.append(
                LedgerKind.CYLINDER_CHANGED,
                by,
                Map.of("cylinder", cylinder.tag(), "state", to.label(), "reason", reason.strip()));
    }

    /** A cylinder that nobody has used was registered by mistake: it is returned, and its tag is free for the right one. */
    @Transactional
    public void takeBack(String tag, String reason, String by) {
        change(tag, CylinderState.RETURNED, reason, by);
        var name = tag + " (void";
        long before = cylinders.countByTagStartingWith(name);
        entity(tag).renameTo(name + (before == 0 ? ")" : " " + (before + 1) + ")"));
        cylinders.flush();
    }

    @Transactional(readOnly = true)
    List<Change> changes(UUID id) {
        return jdbc.sql("select at, by, state, reason from cylinder_change where cylinder_id = ? order by at desc")
                .param(id)
                .query((row, n) -> new Change(
                        row.getTimestamp("at").toInstant(),
                        row.getString("by"),
                        CylinderState.valueOf(row.getString("state")),
                        row.getString("reason")))
                .list();
    }

    /** Every look at its gauge and every run that drew from it. */
    @Transactional(readOnly = true)
    public Contents contents(UUID id) {
        var cylinder = cylinder(id).cylinder();
        return new Contents(
                cylinder.volumeLitres(),
                cylinder.fullBar(),
                jdbc.sql("select at, bar, celsius from gauge_reading where cylinder_id = ? order by at")
                        .param(id)
                        .query((row, n) -> new GaugeReading(
                                row.getTimestamp("at").toInstant(),
                                row.getDouble("bar"),
                                row.getObject("celsius") == null
                                        ? OptionalDouble.empty()
                                        : OptionalDouble.of(row.getDouble("celsius"))))
                        .list(),
                jdbc.sql("select at, litres from gas_draw where cylinder_id = ? order by at")
                        .param(id)
                        .query((row, n) -> new Draw(row.getTimestamp("at").toInstant(), row.getDouble("litres")))
                        .list());
    }

    private CylinderEntity entity(String tag) {
        return cylinders.findByTagIgnoreCase(tag.strip()).orElseThrow(() -> new NotFound("Cylinder " + tag.strip()));
    }

    private static OnShelf onShelf(CylinderEntity entity) {
        return new OnShelf(
                entity.id(),
                entity.tag(),
                entity.toCore(),
                entity.lastGaugeBar(),
                entity.gaugeReadAt(),
                entity.drawnLitres(),
                entity.stateReason(),
                entity.regulator());
    }
}
