package onward.sentry.server.demo;

import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.rig.Equipment;
import onward.sentry.core.rig.Regulator;
import onward.sentry.server.equipment.BenchEquipment;

/** What lies at the island's bench beside the cylinders. */
final class DemoEquipment {

    private DemoEquipment() {}

    static void load(BenchEquipment equipment, LocalDate today, String by) {
        regulator(equipment, "RG-01", Regulator.fixed(0.5), by);
        checked(equipment, "RG-01", today.minusDays(120), OptionalDouble.of(0.49), by);
        regulator(equipment, "RG-02", Regulator.fixed(0.5), by);
        checked(equipment, "RG-02", today.minusDays(380), OptionalDouble.of(0.52), by);
        regulator(equipment, "RG-03", Regulator.demand(), by);
        checked(equipment, "RG-03", today.minusDays(40), OptionalDouble.empty(), by);
        regulator(equipment, "RG-NH", new Regulator(Regulator.Kind.FIXED, 0.5, "alkaline"), by);
        checked(equipment, "RG-NH", today.minusDays(90), OptionalDouble.of(0.5), by);
        other(equipment, "FM-01", Equipment.Kind.FLOW_METER, by);
        checked(equipment, "FM-01", today.minusDays(200), OptionalDouble.empty(), by);
        other(equipment, "BA-01", Equipment.Kind.BAROMETER, by);
        checked(equipment, "BA-01", today.minusDays(30), OptionalDouble.empty(), by);
    }

    private static void regulator(BenchEquipment equipment, String tag, Regulator regulator, String by) {
        equipment.register(
                new Equipment(tag, Equipment.Kind.REGULATOR, Optional.of(regulator), 12, Optional.empty()), by);
    }

    private static void other(BenchEquipment equipment, String tag, Equipment.Kind kind, String by) {
        equipment.register(new Equipment(tag, kind, Optional.empty(), 24, Optional.empty()), by);
    }

    private static void checked(
            BenchEquipment equipment, String tag, LocalDate on, OptionalDouble measured, String by) {
        equipment.check(tag, on, measured, true, "", by);
    }
}
