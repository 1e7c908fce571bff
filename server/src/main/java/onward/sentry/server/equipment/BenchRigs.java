package onward.sentry.server.equipment;

import java.util.List;
import java.util.Map;
import onward.sentry.core.rig.BenchRig;
import onward.sentry.core.rig.Delivery;
import onward.sentry.core.rig.SampleLine;
import onward.sentry.core.rig.Tubing;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Saved gas set-ups. */
@Service
class BenchRigs {

    private final JdbcClient jdbc;
    private final BenchEquipment equipment;
    private final Ledger ledger;

    BenchRigs(JdbcClient jdbc, BenchEquipment equipment, Ledger ledger) {
        this.jdbc = jdbc;
        this.equipment = equipment;
        this.ledger = ledger;
    }

    /** By name. */
    @Transactional(readOnly = true)
    List<BenchRig> all() {
        return jdbc.sql("select r.*, e.tag from bench_rig r join equipment e on e.id = r.regulator_id order by r.name")
                .query((row, n) -> new BenchRig(
                        row.getString("name"),
                        equipment.byTag(row.getString("tag")),
                        Delivery.valueOf(row.getString("delivery")),
                        new Tubing(
                                Tubing.Material.valueOf(row.getString("material")),
                                new SampleLine(row.getDouble("metres"), row.getDouble("bore_mm")))))
                .list();
    }

    @Transactional
    BenchRig add(BenchRig rig, String by) {
        int added = jdbc.sql("insert into bench_rig (name, regulator_id, delivery, material, metres, bore_mm)"
                        + " select ?, id, ?, ?, ?, ? from equipment where lower(tag) = lower(?) on conflict do nothing")
                .params(
                        rig.name(),
                        rig.delivery().name(),
                        rig.tubing().material().name(),
                        rig.tubing().line().metres(),
                        rig.tubing().line().boreMillimetres(),
                        rig.regulator().tag())
                .update();
        Refusal.unless(
                added == 1,
                "rig-taken",
                "name",
                "There is a rig " + rig.name() + " already.",
                "Give this one another name, or take the other one apart first.");
        ledger.append(
                LedgerKind.RIG_PUT_TOGETHER,
                by,
                Map.of("rig", rig.name(), "regulator", rig.regulator().tag()));
        return rig;
    }

    @Transactional
    void takeApart(String name, String by) {
        if (jdbc.sql("delete from bench_rig where name = ?").param(name).update() == 0) {
            throw new NotFound("Rig " + name);
        }
        ledger.append(LedgerKind.RIG_TAKEN_APART, by, Map.of("rig", name));
    }
}
