package onward.sentry.trials;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.offline.BareStage;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.trace.Reading;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.RunFile;
import onward.sentry.formats.RunFileText;
import onward.sentry.formats.RunVerdicts;

/** A trial as a run file with stages, written out as text and read again. */
final class FileOfStages {

    private static final double PAUSE = 6;

    private final Trial trial;
    private final Bench bench;
    private final SplittableRandom random;
    private final List<Reading> readings = new ArrayList<>();
    private final List<BareStage> stages = new ArrayList<>();

    FileOfStages(Trial trial) {
        this.trial = trial;
        this.bench = trial.bench();
        this.random = new SplittableRandom(trial.seed() ^ 0x5eed);
    }

    Verdict judged() {
        var verdicts = verdicts();
        return trial.ailment() == Ailment.NONE || trial.ailment() == Ailment.GAS_ENDS
                ? verdicts.verdict()
                : verdicts.sensors().stream()
                        .filter(sensor -> sensor.slot() == trial.slot())
                        .map(RunVerdicts.Sensor::verdict)
                        .findFirst()
                        .orElseThrow();
    }

    Told diagnosed() {
        var verdicts = verdicts();
        return new Told(
                verdicts.diagnosis(),
                verdicts.sensors().stream()
                        .flatMap(sensor -> sensor.outcomes().stream())
                        .anyMatch(SensorOutcome::failed),
                !verdicts.doubts().isEmpty());
    }

    private RunVerdicts verdicts() {
        run(PAUSE, 0);
        boolean gasIsOn = false;
        for (var step : trial.card().calibration()) {
            if (step instanceof Step.Zero zero) {
                if (gasIsOn) {
                    run(clearing(), 0);
                    gasIsOn = false;
                }
                bench.zeroed();
                double from = bench.seconds();
                run(zero.accept().endSeconds() + 1, 0);
                stages.add(new BareStage(Stage.ZERO, zero.slots(), from, bench.seconds(), Optional.empty()));
                run(PAUSE, 0);
            } else if (step instanceof Step.ApplyGas gas) {
                apply(gas);
                gasIsOn = true;
            }
        }
        var file = new RunFile(
                RunFile.FORMAT,
                RunFile.VERSION,
                new RunFile.Detector("TR-1", trial.model()),
                trial.card(),
                SitePolicy.SHIPPED,
                Optional.of(Bench.DAY),
                Map.of("TR", Bench.cylinder(trial.card())),
                Optional.empty(),
                null,
                Map.of(),
                List.of(),
                stages,
                readings,
                Optional.empty(),
                null);
        var text = CoreJson.canonical().writeValueAsString(file);
        return RunVerdicts.of(RunFileText.read(text));
    }

    private double clearing() {
        return 5
                * trial.card().sensors().stream()
                        .mapToDouble(sensor -> sensor.t90Seconds())
                        .max()
                        .orElseThrow();
    }

    private void apply(Step.ApplyGas gas) {
        double from = bench.seconds();
        double lasts = gas.accept() instanceof AcceptRule.Countdown countdown
                ? countdown.seconds() + 2
                : gas.accept().endSeconds() + 2;
        if (trial.ailment() == Ailment.GAS_ENDS) {
            double early = bench.fallSeconds() + 20 * random.nextDouble();
            run(lasts - early, 1);
            run(early, 0);
        } else {
            run(lasts, 1);
        }
        for (var purpose :
                gas.targets().stream().map(Target::purpose).distinct().toList()) {
            var slots = gas.targets().stream()
                    .filter(target -> target.purpose() == purpose)
                    .map(Target::slot)
                    .toList();
            stages.add(new BareStage(Stage.of(purpose), slots, from, bench.seconds(), Optional.of("TR")));
        }
    }

    private void run(double seconds, double gas) {
        double end = bench.seconds() + seconds;
        while (bench.seconds() < end) {
            readings.add(bench.next(gas));
        }
    }
}
