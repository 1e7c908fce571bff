package onward.sentry.server.demo;

import java.time.LocalDate;
import java.util.List;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;

/** The island's 21 cylinders: one nearly empty, one expired, one without oxygen, the rest good. */
final class DemoShelf {

    record Tagged(String tag, Cylinder cylinder) {}

    private static final Mixture HOUSE = new Mixture(
            List.of(
                    new Component("methane", Concentration.of(1.25, Unit.VOL_PERCENT), 0.02),
                    new Component("oxygen", Concentration.of(16.0, Unit.VOL_PERCENT), 0.01),
                    new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02),
                    new Component("hydrogen-sulfide", Concentration.of(15, Unit.PPM), 0.05)),
            "nitrogen");

    private DemoShelf() {}

    static List<Tagged> cylinders(LocalDate today) {
        return List.of(
                cylinder("HM-01", "SKV-88121", "L2604", HOUSE, today.minusDays(210), today.plusDays(330), 103, 69, 46),
                cylinder("HM-02", "SKV-88702", "L2611", HOUSE, today.minusDays(20), today.plusDays(520), 103, 69, 69),
                fresh(cylinder(
                        "HM-04", "SKV-88790", "L2612", HOUSE, today.minusDays(9), today.plusDays(540), 103, 69, 69)),
                cylinder("HM-03", "SKV-87455", "L2511", HOUSE, today.minusDays(400), today.plusDays(140), 103, 69, 3.5),
                cylinder(
                        "HS-01",
                        "SKV-86010",
                        "L2505",
                        single("hydrogen-sulfide", 15, Unit.PPM, 0.05, "nitrogen"),
                        today.minusDays(377),
                        today.minusDays(12),
                        58,
                        35,
                        20),
                cylinder(
                        "CO-01",
                        "SKV-88340",
                        "L2607",
                        single("carbon-monoxide", 80, Unit.PPM, 0.02, "air"),
                        today.minusDays(130),
                        today.plusDays(590),
                        58,
                        35,
                        22),
                cylinder(
                        "CO-02",
                        "SKV-87990",
                        "L2602",
                        single("carbon-monoxide", 100, Unit.PPM, 0.02, "air"),
                        today.minusDays(260),
                        today.plusDays(24),
                        58,
                        35,
                        12),
                cylinder(
                        "ME-01",
                        "SKV-87120",
                        "L2509",
                        single("methane", 1.25, Unit.VOL_PERCENT, 0.02, "nitrogen"),
                        today.minusDays(300),
                        today.plusDays(420),
                        58,
                        35,
                        30),
                cylinder(
                        "ZA-01",
                        "SKV-88015",
                        "L2603",
                        single("oxygen", 20.9, Unit.VOL_PERCENT, 0.005, "nitrogen"),
                        today.minusDays(240),
                        today.plusDays(860),
                        58,
                        35,
                        27),
                one("ZA-02", "SKV-88016", "L2603", "oxygen", 20.9, Unit.VOL_PERCENT, "nitrogen", today, 240, 860),
                one("IB-01", "SKV-88412", "L2608", "isobutylene", 120, Unit.PPM, "air", today, 110, 980),
                one("NH-01", "SKV-88277", "L2606", "ammonia", 50, Unit.PPM, "nitrogen", today, 150, 215),
                one("NO-01", "SKV-88090", "L2604", "nitric-oxide", 40, Unit.PPM, "nitrogen", today, 190, 170),
                one("CD-01", "SKV-88501", "L2609", "carbon-dioxide", 0.10, Unit.VOL_PERCENT, "air", today, 95, 1000),
                one("CD-02", "SKV-88502", "L2609", "carbon-dioxide", 2.50, Unit.VOL_PERCENT, "air", today, 95, 1000),
                one("ME-02", "SKV-88233", "L2605", "methane", 1.25, Unit.VOL_PERCENT, "air", today, 160, 930),
                one("ME-60", "SKV-88234", "L2605", "methane", 60, Unit.VOL_PERCENT, "nitrogen", today, 160, 930),
                one("EB-01", "SKV-88610", "L2610", "ethanol", 0.100, Unit.MG_PER_L, "nitrogen", today, 60, 670),
                one("CO-18", "SKV-88344", "L2607", "carbon-monoxide", 18, Unit.PPM, "air", today, 130, 590),
                one("CO-20", "SKV-88345", "L2607", "carbon-monoxide", 20, Unit.PPM, "air", today, 130, 590),
                one("BZ-01", "SKV-88618", "L2610", "benzene", 5, Unit.PPM, "nitrogen", today, 60, 300));
    }

    /** It has come in and nobody has compared it yet. */
    private static Tagged fresh(Tagged one) {
        return new Tagged(one.tag(), one.cylinder().withState(CylinderState.NEW));
    }

    /** A small cylinder with one certified component, ±2 %, well filled. */
    private static Tagged one(
            String tag,
            String certificate,
            String lot,
            String gas,
            double amount,
            Unit unit,
            String balance,
            LocalDate today,
            int ageDays,
            int daysLeft) {
        return cylinder(
                tag,
                certificate,
                lot,
                single(gas, amount, unit, 0.02, balance),
                today.minusDays(ageDays),
                today.plusDays(daysLeft),
                103,
                69,
                52);
    }

    private static Mixture single(String gas, double amount, Unit unit, double uncertainty, String balance) {
        return new Mixture(List.of(new Component(gas, Concentration.of(amount, unit), uncertainty)), balance);
    }

    private static Tagged cylinder(
            String tag,
            String certificate,
            String lot,
            Mixture mixture,
            LocalDate madeOn,
            LocalDate useBefore,
            double litres,
            double full,
            double gauge) {
        return new Tagged(
                tag,
                new Cylinder(certificate, lot, mixture, madeOn, useBefore, litres, full, gauge, CylinderState.IN_USE));
    }
}
