package onward.sentry.server.equipment;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.rig.Equipment;
import onward.sentry.core.rig.Regulator;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The things of the bench that must themselves be checked. */
@Service
public class BenchEquipment {

    private static final String WITH_LAST_CHECK = "select e.*, c.on_day, c.measured, c.passed from equipment e"
            + " left join lateral (select * from equipment_check c where c.equipment_id = e.id"
            + " order by c.on_day desc, c.at desc limit 1) c on true";

    private static final int LONGEST_REASON = 200;

    private final JdbcClient jdbc;
    private final Ledger ledger;
    private final Site site;
    private final JsonMapper json;

    BenchEquipment(JdbcClient jdbc, Ledger ledger, Site site, JsonMapper json) {
        this.jdbc = jdbc;
        this.ledger = ledger;
        this.site = site;
        this.json = json;
    }

    /** What is in use, by tag. */
    @Transactional(readOnly = true)
    public List<Equipment> all() {
        return jdbc.sql(WITH_LAST_CHECK + " where e.retired_at is null order by e.tag")
                .query((row, n) -> equipment(row))
                .list();
    }

    @Transactional(readOnly = true)
    public Equipment byTag(String tag) {
        return jdbc.sql(WITH_LAST_CHECK + " where e.retired_at is null and lower(e.tag) = lower(?)")
                .param(tag.strip())
                .query((row, n) -> equipment(row))
                .optional()
                .orElseThrow(() -> new NotFound("Equipment " + tag.strip()));
    }

    private static Equipment equipment(ResultSet row) throws SQLException {
        var kind = row.getString("regulator_kind");
        var checked = row.getObject("on_day", LocalDate.class);
        return new Equipment(
                row.getString("tag"),
                Equipment.Kind.valueOf(row.getString("kind")),
                kind == null
                        ? Optional.empty()
                        : Optional.of(new Regulator(
                                Regulator.Kind.valueOf(kind), row.getDouble("stamped_l_min"), row.getString("family"))),
                row.getInt("interval_months"),
                checked == null
                        ? Optional.empty()
                        : Optional.of(new Equipment.Check(checked, measured(row), row.getBoolean("passed"))));
    }

    private static OptionalDouble measured(ResultSet row) throws SQLException {
        double measured = row.getDouble("measured");
        return row.wasNull() ? OptionalDouble.empty() : OptionalDouble.of(measured);
    }

    @Transactional
    public Equipment register(Equipment equipment, String by) {
        var tag = equipment.tag().strip();
        Refusal.unless(
                jdbc.sql("select count(*) from equipment where lower(tag) = lower(?)")
                                .param(tag)
                                .query(Long.class)
                                .single()
                        == 0,
                "tag-taken",
                "tag",
                "There is equipment " + tag + " already.",
                "Give this one another tag.");
        jdbc.sql("insert into equipment (id, tag, kind, regulator_kind, stamped_l_min, family, interval_months,"
                        + " registered_at) values (?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        UUID.randomUUID(),
                        tag,
                        equipment.kind().name(),
                        equipment.regulator().map(r -> r.kind().name()).orElse(null),
                        equipment.regulator().map(Regulator::litresPerMinute).orElse(null),
                        equipment.regulator().map(Regulator::family).orElse(""),
                        equipment.intervalMonths(),
                        site.now().atOffset(ZoneOffset.UTC))
                .update();
        ledger.append(
                LedgerKind.EQUIPMENT_REGISTERED,
                by,
                Map.of("tag", tag, "kind", equipment.kind().label()));
        return byTag(tag);
    }

    /**
     * Takes it out of use; its checks stay on record, and nobody else gets its tag.
     *
     * @throws onward.sentry.core.working.Refused while a saved set-up uses it, with code {@code equipment-in-rig}
     */
    @Transactional
    public void retire(String tag, String reason, String by) {
        var equipment = byTag(tag);
        Refusal.unless(
                !reason.isBlank() && reason.strip().length() <= LONGEST_REASON,
                "remark-missing",
                "reason",
                "A reason of 1 to " + LONGEST_REASON + " characters is missing.",
                "For example: diaphragm leaks.");
        var rigs = jdbc.sql("select r.name from bench_rig r join equipment e on e.id = r.regulator_id"
                        + " where lower(e.tag) = lower(?) order by r.name")
                .param(equipment.tag())
                .query(String.class)
                .list();
        Refusal.unless(
                rigs.isEmpty(),
                "equipment-in-rig",
                "tag",
                equipment.tag() + " is part of the set-up " + String.join(", ", rigs) + ".",
                "Delete that set-up first.");
        jdbc.sql("update equipment set retired_at = ? where lower(tag) = lower(?)")
                .params(site.now().atOffset(ZoneOffset.UTC), equipment.tag())
                .update();
        ledger.append(LedgerKind.EQUIPMENT_RETIRED, by, Map.of("tag", equipment.tag(), "reason", reason.strip()));
    }

    /** A rig's regulator as it really is, where it is one of the bench's own; else as it was named. */
    @Transactional(readOnly = true)
    public Rig withRegisteredEquipment(Rig named) {
        var tag = named.regulator().tag();
        return tag.isEmpty() ? named : new Rig(byTag(tag).forUse(site.today()), named.delivery(), named.tubing());
    }

    /**
     * A rig with one of the bench's regulators in it.
     *
     * @param tag of the regulator; empty, and one that is retired, leave the rig to the technician
     */
    @Transactional(readOnly = true)
    public Optional<Rig> withRegulator(Rig rig, String tag) {
        if (tag.isEmpty()) {
            return Optional.empty();
        }
        return all().stream()
                .filter(one -> one.tag().equals(tag) && one.regulator().isPresent())
                .findFirst()
                .map(one -> new Rig(one.forUse(site.today()), rig.delivery(), rig.tubing()));
    }

    /** A regulator has carried gas: one that was free is kept for the family of a reactive one from now on. */
    @Transactional
    public void carried(Regulator regulator, List<Gas> gases, String by) {
        if (regulator.tag().isEmpty()) {
            return;
        }
        var known = byTag(regulator.tag()).regulator().orElseThrow();
        var family = known.familyAfter(gases);
        if (!family.equals(known.family())) {
            jdbc.sql("update equipment set family = ? where lower(tag) = lower(?)")
                    .params(family, regulator.tag())
                    .update();
            ledger.append(LedgerKind.REGULATOR_FAMILY, by, Map.of("tag", regulator.tag(), "family", family));
        }
    }

    /** Somebody has checked it. @param well what the checker says where nothing is measured */
    @Transactional
    public Equipment check(String tag, LocalDate on, OptionalDouble measured, boolean well, String remark, String by) {
        var equipment = byTag(tag);
        Refusal.unless(
                !on.isAfter(site.today()),
                "check-future",
                "on",
                Figures.day(on) + " is still to come.",
                "Give the day on which it was checked.");
        var judged = equipment.judge(measured, well);
        jdbc.sql("insert into equipment_check (id, equipment_id, on_day, measured, passed, working, remark, at, by)"
                        + " select ?, id, ?, ?, ?, ?, ?, ?, ? from equipment where lower(tag) = lower(?)")
                .params(
                        UUID.randomUUID(),
                        on,
                        measured.isPresent() ? measured.getAsDouble() : null,
                        judged.passed(),
                        json.writeValueAsString(judged.working()),
                        remark.strip(),
                        site.now().atOffset(ZoneOffset.UTC),
                        by,
                        equipment.tag())
                .update();
        ledger.append(
                LedgerKind.EQUIPMENT_CHECKED,
                by,
                Map.of("tag", equipment.tag(), "result", judged.working().result()));
        return byTag(tag);
    }
}
