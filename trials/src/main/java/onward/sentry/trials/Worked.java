package onward.sentry.trials;

import java.util.ArrayDeque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.diagnosis.Diagnosis;
import onward.sentry.core.evidence.History;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunPhase;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refused;

/** A trial worked by a technician who does what the run asks for, a few seconds later, and tries nothing twice. */
final class Worked {

    private static final String WHO = "Tess";
    private static final double LONGEST_SECONDS = 4_000;
    private static final double TYPES_EVERY = 6;

    private final Trial trial;
    private final ProcedureCard card;
    private final Bench bench;
    private final SplittableRandom random;
    private final LiveRun run;
    private final Map<Integer, ArrayDeque<Double>> shown = new HashMap<>();
    private double gas;
    private double endsAt = Double.MAX_VALUE;
    private double typedAt;

    Worked(Trial trial) {
        this.trial = trial;
        this.card = trial.card();
        this.bench = trial.bench();
        this.random = new SplittableRandom(trial.seed() ^ 0x11fe);
        this.run = LiveRun.start(
                card,
                SitePolicy.SHIPPED,
                new RunEvent.RunStarted(
                        0,
                        "TR-1",
                        trial.way() == Trial.Way.BUMP ? Job.BUMP : Job.CALIBRATION,
                        card.model(),
                        card.version(),
                        1,
                        WHO,
                        trial.way() == Trial.Way.TYPED ? ReadingSource.TYPED : ReadingSource.LINK,
                        1,
                        sensors(),
                        card.sensors().stream().map(SensorSpec::slot).toList()));
    }

    private Map<Integer, String> sensors() {
        var serials = new HashMap<Integer, String>();
        card.sensors().forEach(sensor -> serials.put(sensor.slot(), "S-" + sensor.slot()));
        return serials;
    }

    Verdict judged() {
        return endsEarly() ? Verdict.NOT_JUDGED : verdict();
    }

    Told diagnosed() {
        endsEarly();
        boolean failed = run.state().sensors().stream()
                .flatMap(sensor -> run.state().standing(sensor.slot()).stream())
                .anyMatch(SensorOutcome::failed);
        boolean held = run.state().events().stream()
                .anyMatch(event -> event instanceof RunEvent.AdjustmentDoubted doubted && doubted.stops());
        return new Told(
                Diagnosis.of(run.state(), run.traces(), History.NONE, CrossSensitivity.shipped()), failed, held);
    }

    /** Works it to its signature. @return whether gas ended before a reading was taken */
    private boolean endsEarly() {
        double handAt = 0;
        NextAction.Kind asked = null;
        int step = -1;
        while (run.state().phase() != RunPhase.SIGNED && bench.seconds() < LONGEST_SECONDS) {
            var reading = bench.next(bench.seconds() < endsAt ? gas : 0);
            reading.values().forEach(this::show);
            see(reading);
            var next = run.next();
            if (next.kind() != asked || next.step() != step) {
                asked = next.kind();
                step = next.step();
                handAt = bench.seconds() + 2 + 4 * random.nextDouble();
            }
            long until = next.countdown().map(NextAction.Countdown::until).orElse(0L);
            if (next.confirm().isPresent() && bench.seconds() >= handAt && 1000 * bench.seconds() >= until) {
                act(next);
                asked = null;
            }
            if (endedEarly()) {
                return true;
            }
        }
        return false;
    }

    private boolean endedEarly() {
        return run.state().events().stream().anyMatch(RunEvent.GasEndedEarly.class::isInstance);
    }

    private Verdict verdict() {
        var signed = run.state().signed();
        if (trial.ailment() == Ailment.NONE || trial.ailment() == Ailment.GAS_ENDS) {
            return signed.map(RunEvent.RunSigned::verdict).orElse(Verdict.NOT_JUDGED);
        }
        return signed.stream()
                .flatMap(record -> record.results().stream())
                .filter(result -> result.slot() == trial.slot())
                .map(SensorResult::verdict)
                .findFirst()
                .orElse(Verdict.NOT_JUDGED);
    }

    private void see(Reading reading) {
        if (trial.way() != Trial.Way.TYPED) {
            run.observe(reading);
        } else if (bench.seconds() - typedAt >= TYPES_EVERY) {
            typedAt = bench.seconds();
            // Whoever types looks at the display for some seconds and passes over what flashes by.
            shown.forEach((slot, values) -> tryTo(new RunCommand.TypeReading(
                    slot,
                    values.stream().sorted().skip(values.size() / 2).findFirst().orElseThrow())));
        }
    }

    private void show(int slot, double value) {
        var latest = shown.computeIfAbsent(slot, key -> new ArrayDeque<>());
        latest.addLast(value);
        if (latest.size() > 3) {
            latest.removeFirst();
        }
    }

    private void tryTo(RunCommand command) {
        try {
            run.carryOut(command, Math.round(1000 * bench.seconds()), WHO);
        } catch (Refused refused) {
            // not now; the run says so, and asks again
        }
    }

    private void act(NextAction next) {
        int step = next.step();
        switch (next.kind()) {
            case CONFIRM_CHECKS -> tryTo(new RunCommand.ConfirmChecks(step));
            case CONFIRM_STEP -> tryTo(new RunCommand.ConfirmStep(step));
            case MEASURE -> {
                var measure = (Step.Measure) run.state().currentStep().orElseThrow();
                tryTo(new RunCommand.Measure(step, (measure.least() + measure.most()) / 2));
            }
            case ANSWER ->
                tryTo(new RunCommand.Answer(
                        step, ((Step.Ask) run.state().currentStep().orElseThrow()).goOn()));
            case BLOCK_TEST -> tryTo(new RunCommand.BlockInlet(step, true));
            case TRY_AGAIN, RESOLVE_DOUBT -> tryTo(new RunCommand.LeaveFailed(step));
            case START_ZERO, START_BLANK -> {
                bench.zeroed();
                tryTo(new RunCommand.StartZero(step));
            }
            case CHOOSE_CYLINDER -> choose(step);
            case OPEN_GAS -> {
                gas = 1;
                if (trial.ailment() == Ailment.GAS_ENDS
                        && run.state().currentStep().orElseThrow() instanceof Step.ApplyGas apply) {
                    endsAt = bench.seconds()
                            + apply.accept().endSeconds()
                            - bench.fallSeconds()
                            - 20 * random.nextDouble();
                }
                tryTo(new RunCommand.GasOn(step));
            }
            case CONFIRM_ALARMS -> tryTo(new RunCommand.ConfirmAlarms(step, true, true, true));
            case CONFIRM_SAVED -> tryTo(new RunCommand.ConfirmSaved(step, saved()));
            case CLOSE_GAS -> {
                gas = 0;
                endsAt = Double.MAX_VALUE;
                tryTo(new RunCommand.GasOff(step));
            }
            case SIGN -> tryTo(new RunCommand.Sign(Bench.DAY));
            default -> throw new IllegalStateException("nothing to do at " + next);
        }
    }

    private void choose(int step) {
        boolean air = !(run.state().currentStep().orElseThrow() instanceof Step.ApplyGas);
        var cylinder = air ? Bench.cleanAir() : Bench.cylinder(card);
        tryTo(new RunCommand.ChooseCylinder(
                step,
                air ? "AIR" : "TR",
                cylinder,
                Bench.DAY,
                card.sensors().stream().map(SensorSpec::slot).toList(),
                Optional.empty(),
                false));
    }

    private Map<Integer, Verdict> saved() {
        var verdicts = new HashMap<Integer, Verdict>();
        List.copyOf(run.state().outcomes()).stream()
                .filter(outcome -> outcome.stage() == Stage.SPAN)
                .forEach(outcome -> verdicts.put(outcome.slot(), Verdict.PASS));
        return verdicts;
    }
}
