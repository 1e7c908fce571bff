package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Purpose;
import onward.sentry.core.card.RetryPolicy;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.detector.Alarms;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.schedule.IntervalRule;

/** A four-sensor card, its mix and a start, for tests. */
public final class Fixtures {

    public static final LocalDate TODAY = LocalDate.of(2026, 3, 2);

    private Fixtures() {}

    public static SensorSpec sensor(
            int slot,
            String gas,
            Technology technology,
            Unit unit,
            double range,
            double step,
            double low,
            double t90,
            double setPoint) {
        var alarms = new Alarms(
                OptionalDouble.of(low), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty());
        return new SensorSpec(slot, gas, technology, unit, range, step, alarms, t90, setPoint);
    }

    public static ProcedureCard quoin4() {
        return new ProcedureCard(
                "Quoin 4",
                1,
                LelBasis.HANDBOOK,
                List.of(
                        sensor(1, "methane", Technology.CATALYTIC_BEAD, Unit.PERCENT_LEL, 100, 1, 10, 20, 25),
                        sensor(2, "oxygen", Technology.GALVANIC, Unit.VOL_PERCENT, 30, 0.1, 19.5, 15, 20.9),
                        sensor(3, "carbon-monoxide", Technology.ELECTROCHEMICAL, Unit.PPM, 300, 1, 25, 25, 80),
                        sensor(4, "hydrogen-sulfide", Technology.ELECTROCHEMICAL, Unit.PPM, 50, 0.1, 5, 30, 15)),
                0.5,
                1.2,
                0.6,
                50,
                new IntervalRule.EveryMonths(1, 35),
                new RetryPolicy(1, 0),
                List.of(
                        new Step.Checks(List.of("Serial", "Battery"), ""),
                        new Step.WarmUp(30, ""),
                        new Step.Zero(List.of(1, 2, 3, 4), new AcceptRule.OnStability(15, 60), ""),
                        new Step.ApplyGas(
                                List.of(
                                        Target.of(1, Purpose.SPAN),
                                        new Target(2, Purpose.CHECK, OptionalDouble.of(16.0)),
                                        Target.of(3, Purpose.SPAN),
                                        Target.of(4, Purpose.SPAN)),
                                new AcceptRule.StableOrDeadline(30, 150),
                                60,
                                ""),
                        new Step.SaveOnInstrument("Hold both keys for 3 s; it shows SAVED."),
                        new Step.ClearDown(180, "")),
                List.of(
                        new Step.ApplyGas(
                                List.of(Target.of(3, Purpose.BUMP), Target.of(4, Purpose.BUMP)),
                                new AcceptRule.OnStability(5, 60),
                                45,
                                ""),
                        new Step.ConfirmAlarms(""),
                        new Step.ClearDown(180, "")));
    }

    /** The same with as-found before and verification after, and a number of tries. */
    public static ProcedureCard quoin4Whole(RetryPolicy tries) {
        var card = quoin4();
        var plain = card.calibration();
        var steps = List.of(
                plain.get(0),
                plain.get(1),
                new Step.ApplyGas(all(Purpose.AS_FOUND), new AcceptRule.StableOrDeadline(30, 90), 60, ""),
                new Step.ClearDown(180, ""),
                plain.get(2),
                plain.get(3),
                plain.get(4),
                new Step.ApplyGas(all(Purpose.VERIFY), new AcceptRule.OnStability(20, 60), 60, ""),
                plain.get(5));
        return quoin4(tries, card.litresPerRun(), steps);
    }

    /** The same with other steps of calibration, tries, and gas kept ready for it. */
    public static ProcedureCard quoin4(RetryPolicy tries, double litresPerRun, List<Step> calibration) {
        var card = quoin4();
        return new ProcedureCard(
                card.model(),
                card.version(),
                card.lelBasis(),
                card.sensors(),
                card.flowLitresPerMinute(),
                litresPerRun,
                card.litresPerBump(),
                card.bumpLevelPercent(),
                card.interval(),
                tries,
                calibration,
                card.bump());
    }

    /** The same with a bump of hydrogen sulfide that counts on so many days. */
    public static ProcedureCard quoin4Bumped(OptionalInt bumpDays) {
        var card = quoin4();
        var sulfide = card.sensor(4);
        var own = new SensorSpec(
                4,
                sulfide.gasId(),
                sulfide.technology(),
                sulfide.unit(),
                sulfide.rangeMax(),
                sulfide.resolution(),
                sulfide.alarms(),
                sulfide.t90Seconds(),
                sulfide.spanSetPoint(),
                sulfide.reads(),
                sulfide.simulantFor(),
                sulfide.partialPressure(),
                bumpDays);
        return quoin4(List.of(card.sensor(1), card.sensor(2), card.sensor(3), own), card.bump());
    }

    /** The same with another bump. */
    public static ProcedureCard quoin4Bumping(List<Step> bump) {
        return quoin4(quoin4().sensors(), bump);
    }

    private static ProcedureCard quoin4(List<SensorSpec> sensors, List<Step> bump) {
        var card = quoin4();
        return new ProcedureCard(
                card.model(),
                card.version(),
                card.lelBasis(),
                sensors,
                card.flowLitresPerMinute(),
                card.litresPerRun(),
                card.litresPerBump(),
                card.bumpLevelPercent(),
                card.interval(),
                RetryPolicy.USUAL,
                card.calibration(),
                bump);
    }

    private static List<Target> all(Purpose purpose) {
        return List.of(
                Target.of(1, purpose),
                new Target(2, purpose, OptionalDouble.of(16.0)),
                Target.of(3, purpose),
                Target.of(4, purpose));
    }

    public static Cylinder houseMix() {
        return new Cylinder(
                "SK-1",
                "L-7",
                new Mixture(
                        List.of(
                                new Component("methane", Concentration.of(1.25, Unit.VOL_PERCENT), 0.02),
                                new Component("oxygen", Concentration.of(16, Unit.VOL_PERCENT), 0.01),
                                new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02),
                                new Component("hydrogen-sulfide", Concentration.of(15, Unit.PPM), 0.05)),
                        "nitrogen"),
                LocalDate.of(2025, 10, 1),
                LocalDate.of(2027, 4, 1),
                72,
                40,
                30,
                CylinderState.IN_USE);
    }

    public static RunEvent.RunStarted started(Job job, ReadingSource source) {
        return started(job, source, List.of(1, 2, 3, 4));
    }

    public static RunEvent.RunStarted started(Job job, ReadingSource source, List<Integer> slots) {
        return new RunEvent.RunStarted(
                0,
                "Q4-1001",
                job,
                "Quoin 4",
                1,
                1,
                "Una",
                source,
                1,
                Map.of(1, "B1", 2, "O1", 3, "C1", 4, "H1"),
                slots);
    }
}
