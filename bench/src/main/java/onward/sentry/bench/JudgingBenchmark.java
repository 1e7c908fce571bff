package onward.sentry.bench;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.concurrent.TimeUnit;
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
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.trace.Reading;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * What it costs to take one reading of a four-sensor detector in and judge it: while gas is on and nothing settles, and while a
 * run waits for its valve to be opened.
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
public class JudgingBenchmark {

    private static final int READINGS = 400;
    static final LocalDate TODAY = LocalDate.of(2026, 3, 2);

    /** Readings that the run holds before gas comes on. */
    @Param({"100", "2000", "40000"})
    int before;

    private LiveRun run;
    private LiveRun waiting;
    private List<Reading> next;
    private List<Reading> clean;

    @Setup(Level.Invocation)
    public void toGas() {
        var card = card();
        run = LiveRun.start(card, SitePolicy.SHIPPED, started());
        long at = 0;
        for (int i = 0; i < before; i++) {
            at += 250;
            run.observe(new Reading(at, Map.of(1, 0.0, 2, 20.9, 3, 0.0, 4, 0.0)));
        }
        run.carryOut(new RunCommand.ChooseCylinder(0, "mix", mix(), TODAY, List.of()), at, "Una");
        waiting = run.copy();
        run.carryOut(new RunCommand.GasOn(0), at, "Una");
        next = new ArrayList<>();
        clean = new ArrayList<>();
        for (int i = 0; i < READINGS; i++) {
            at += 250;
            clean.add(new Reading(at, Map.of(1, 0.0, 2, 20.9, 3, i % 2 * 1.0, 4, 0.0)));
            double swing = i % 2 == 0 ? 0.7 : 1.1;
            next.add(new Reading(at, Map.of(1, 25 * swing, 2, 20.9 - 4.9 * swing, 3, 80 * swing, 4, 15 * swing)));
        }
    }

    @Benchmark
    @OperationsPerInvocation(READINGS)
    public LiveRun observe() {
        for (var reading : next) {
            run.observe(reading);
        }
        return run;
    }

    @Benchmark
    @OperationsPerInvocation(READINGS)
    public LiveRun observeWaiting() {
        for (var reading : clean) {
            waiting.observe(reading);
        }
        return waiting;
    }

    static RunEvent.RunStarted started() {
        return new RunEvent.RunStarted(
                0,
                "Q4-1",
                Job.CALIBRATION,
                "Quoin 4",
                1,
                1,
                "Una",
                ReadingSource.LINK,
                1,
                Map.of(),
                List.of(1, 2, 3, 4));
    }

    static ProcedureCard card() {
        var steps = List.<Step>of(
                new Step.ApplyGas(
                        List.of(
                                Target.of(1, Purpose.SPAN),
                                new Target(2, Purpose.CHECK, OptionalDouble.of(16)),
                                Target.of(3, Purpose.SPAN),
                                Target.of(4, Purpose.SPAN)),
                        new AcceptRule.OnStability(45, 3_600),
                        60,
                        ""),
                new Step.ClearDown(240, ""));
        return new ProcedureCard(
                "Quoin 4",
                1,
                LelBasis.HANDBOOK,
                List.of(
                        sensor(1, "methane", Technology.CATALYTIC_BEAD, Unit.PERCENT_LEL, 100, 1, 20, 25),
                        sensor(2, "oxygen", Technology.GALVANIC, Unit.VOL_PERCENT, 30, 0.1, 15, 20.9),
                        sensor(3, "carbon-monoxide", Technology.ELECTROCHEMICAL, Unit.PPM, 300, 1, 25, 80),
                        sensor(4, "hydrogen-sulfide", Technology.ELECTROCHEMICAL, Unit.PPM, 50, 0.1, 30, 15)),
                0.5,
                1.4,
                0.6,
                50,
                new IntervalRule.EveryMonths(1, 35),
                RetryPolicy.USUAL,
                steps,
                steps);
    }

    private static SensorSpec sensor(
            int slot, String gas, Technology technology, Unit unit, double range, double step, double t90, double set) {
        var none = OptionalDouble.empty();
        return new SensorSpec(slot, gas, technology, unit, range, step, new Alarms(none, none, none, none), t90, set);
    }

    static Cylinder mix() {
        return new Cylinder(
                "SKV-1",
                "L-1",
                new Mixture(
                        List.of(
                                new Component("methane", Concentration.of(1.25, Unit.VOL_PERCENT), 0.02),
                                new Component("oxygen", Concentration.of(16, Unit.VOL_PERCENT), 0.01),
                                new Component("carbon-monoxide", Concentration.of(80, Unit.PPM), 0.02),
                                new Component("hydrogen-sulfide", Concentration.of(15, Unit.PPM), 0.05)),
                        "nitrogen"),
                TODAY.minusDays(90),
                TODAY.plusDays(300),
                103,
                69,
                60,
                CylinderState.IN_USE);
    }
}
