package onward.sentry.server.demo;

import java.time.LocalDate;
import java.util.List;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;

/** The island's cylinders: one nearly empty, one expired, one without oxygen, the rest good. */
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
                        27));
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
