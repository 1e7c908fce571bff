package onward.sentry.core.sim;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.Step;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.Fitness;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.Stage;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.units.SiteUnits;

/** What a careful technician answers to whatever a run asks for, with the best cylinder of a shelf for every gas. */
record Answers(SitePolicy policy, Map<String, Cylinder> shelf) {

    private static final double ROOM_CELSIUS = 21;

    RunCommand to(NextAction next, LiveRun live, LocalDate on) {
        int step = next.step();
        return switch (next.kind()) {
            case CONFIRM_CHECKS -> new RunCommand.ConfirmChecks(step);
            case CONFIRM_STEP -> new RunCommand.ConfirmStep(step);
            case MEASURE -> new RunCommand.Measure(step, read((Step.Measure) current(live), policy.units()));
            case ANSWER -> new RunCommand.Answer(step, ((Step.Ask) current(live)).goOn());
            case BLOCK_TEST -> new RunCommand.BlockInlet(step, true);
            case TRY_AGAIN, RESOLVE_DOUBT -> tryAgain(live, step);
            case START_ZERO, START_BLANK -> new RunCommand.StartZero(step);
            case CHOOSE_CYLINDER -> choose(live, step, on);
            case OPEN_GAS -> new RunCommand.GasOn(step);
            case CONFIRM_ALARMS -> new RunCommand.ConfirmAlarms(step, true, true, true);
            case CONFIRM_SAVED -> new RunCommand.ConfirmSaved(step, instrumentVerdicts(live));
            case CLOSE_GAS -> new RunCommand.GasOff(step);
            case SIGN -> new RunCommand.Sign(on);
            case WAIT_WARM_UP, WAIT_ZERO, WAIT_BLANK, WAIT_SETTLE, WAIT_CLEAR, DONE ->
                throw new IllegalStateException("nothing to confirm at " + next);
        };
    }

    private static Step current(LiveRun live) {
        return live.state().currentStep().orElseThrow();
    }

    private static double read(Step.Measure measure, SiteUnits units) {
        double usual = switch (measure.quantity()) {
            case STATION_PRESSURE -> 101.3;
            case INSTRUMENT_TEMPERATURE, AMBIENT_TEMPERATURE -> ROOM_CELSIUS;
            case STORED_BATTERY -> 3.1;
            case POWER_ON_HOURS -> 700;
            case FLOW_AT_METER -> 0.4;
        };
        double kept = Math.max(measure.least(), Math.min(measure.most(), usual));
        return measure.quantity().in(units).shown(kept);
    }

    private static RunCommand.TryAgain tryAgain(LiveRun live, int step) {
        var tries = live.state().triesHere();
        boolean last = live.state().tries() + 1 == tries.most();
        return new RunCommand.TryAgain(
                step, "adapter pushed home, regulator purged again", last ? tries.beforeLast() : "");
    }

    private RunCommand choose(LiveRun live, int step, LocalDate on) {
        var demand = GasDemands.of(live.state(), policy, on, Optional.empty());
        var best = shelf.entrySet().stream()
                .min(Map.Entry.<String, Cylinder>comparingByValue((a, b) ->
                                Fitness.BEST_FIRST.compare(CylinderCheck.of(a, demand), CylinderCheck.of(b, demand)))
                        .thenComparing(Map.Entry.comparingByKey()))
                .orElseThrow();
        var changed = CylinderCheck.of(best.getValue(), demand).setPointsToChange().stream()
                .map(LabelLine::slot)
                .toList();
        return new RunCommand.ChooseCylinder(step, best.getKey(), best.getValue(), on, changed);
    }

    /** A simulated instrument grades more kindly than we do: it fails a sensor below 45 % only. */
    private static Map<Integer, Verdict> instrumentVerdicts(LiveRun live) {
        var verdicts = new HashMap<Integer, Verdict>();
        for (var outcome : live.state().outcomes()) {
            if (outcome.stage() == Stage.SPAN) {
                boolean takes = outcome.responsePercent().orElse(0) >= 45;
                verdicts.put(outcome.slot(), takes ? Verdict.PASS : Verdict.FAIL);
            }
        }
        return verdicts;
    }
}
