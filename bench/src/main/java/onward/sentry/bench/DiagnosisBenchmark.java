package onward.sentry.bench;

import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import onward.sentry.core.diagnosis.Diagnosis;
import onward.sentry.core.evidence.History;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.trace.Reading;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What it costs to find what may be behind a run of four sensors in which about a third of the gas was room air. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
public class DiagnosisBenchmark {

    private static final double GAS_AT = 60;
    private static final double SECONDS = 300;
    private static final double SHARE = 0.68;
    private static final double TAU_SECONDS = 10;

    private LiveRun run;
    private CrossSensitivity cross;

    @Setup
    public void work() {
        cross = CrossSensitivity.shipped();
        run = LiveRun.start(JudgingBenchmark.card(), SitePolicy.SHIPPED, JudgingBenchmark.started());
        run.carryOut(
                new RunCommand.ChooseCylinder(0, "mix", JudgingBenchmark.mix(), JudgingBenchmark.TODAY, List.of()),
                0,
                "Una");
        for (double at = 0.25; at <= SECONDS; at += 0.25) {
            double way = at < GAS_AT ? 0 : SHARE * (1 - Math.exp((GAS_AT - at) / TAU_SECONDS));
            run.observe(new Reading(
                    Math.round(1000 * at),
                    Map.of(
                            1,
                            Math.rint(25 * way),
                            2,
                            Math.rint(10 * (20.9 - 4.9 * way)) / 10,
                            3,
                            Math.rint(80 * way),
                            4,
                            Math.rint(150 * way) / 10)));
        }
        if (diagnosis().suspects().isEmpty()) {
            throw new IllegalStateException("nothing is suspected, so that nothing is measured");
        }
    }

    @Benchmark
    public Diagnosis diagnosis() {
        return Diagnosis.of(run.state(), run.traces(), History.NONE, cross);
    }
}
