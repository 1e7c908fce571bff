package onward.sentry.standins.sim;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.Fitness;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.Reading;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunPhase;
import onward.sentry.core.run.Stage;

/**
 * Works a run from start to signature on a simulated detector, by the same rules as a run at the bench, with the best
 * cylinder of a shelf for every gas. The same seed gives the same run.
 */
public final class SimTechnician {

    private static final long STEP_MILLIS = 1_000;
    private static final long LONGEST_RUN_MILLIS = 4 * 3_600_000;
    private static final double ROOM_CELSIUS = 21;
    private static final Map<NextAction.Kind, Integer> SECONDS_BEFORE = Map.ofEntries(
            Map.entry(NextAction.Kind.CONFIRM_CHECKS, 18),
            Map.entry(NextAction.Kind.CONFIRM_STEP, 5),
            Map.entry(NextAction.Kind.MEASURE, 6),
            Map.entry(NextAction.Kind.ANSWER, 3),
            Map.entry(NextAction.Kind.BLOCK_TEST, 9),
            Map.entry(NextAction.Kind.TRY_AGAIN, 12),
            Map.entry(NextAction.Kind.START_ZERO, 6),
            Map.entry(NextAction.Kind.START_BLANK, 6),
            Map.entry(NextAction.Kind.CHOOSE_CYLINDER, 9),
            Map.entry(NextAction.Kind.OPEN_GAS, 90),
            Map.entry(NextAction.Kind.CONFIRM_ALARMS, 4),
            Map.entry(NextAction.Kind.CONFIRM_SAVED, 5),
            Map.entry(NextAction.Kind.CLOSE_GAS, 90),
            Map.entry(NextAction.Kind.SIGN, 6));

    private final HousePolicy policy;
    private final Map<String, Cylinder> shelf;

    /** @param shelf cylinders by the tag that people call them by */
    public SimTechnician(HousePolicy policy, Map<String, Cylinder> shelf) {
        this.policy = policy;
        this.shelf = Map.copyOf(shelf);
    }

    /**
     * A run and the readings that it was judged on.
     *
     * @param readings as the instrument gave them, one a second
     */
    public record Worked(LiveRun run, List<Reading> readings) {}

    /** @param health of the sensor in each slot */
    public Worked work(
            ProcedureCard card, RunEvent.RunStarted started, Map<Integer, Health> health, LocalDate on, long seed) {
        var live = LiveRun.start(card, policy, started);
        var instrument = new SimDetector(card.lelBasis(), live.state().card().sensors(), health, seed, 0);
        var hands = new Hands(instrument, seed);
        var random = new Random(seed);
        var readings = new java.util.ArrayList<Reading>();
        int known = 0;
        NextAction next = live.next();
        long askedAt = 0;
        while (live.state().phase() != RunPhase.SIGNED) {
            if (instrument.now() > LONGEST_RUN_MILLIS) {
                throw new IllegalStateException(started.serial() + " on " + on + " does not come to an end at " + next);
            }
            hands.follow(next.kind(), live.state().spanning(), gas(live), lag(live));
            var reading = instrument.step(STEP_MILLIS);
            readings.add(reading);
            live.observe(reading);
            long ready = Math.max(
                    askedAt + SECONDS_BEFORE.getOrDefault(next.kind(), 0) * 1000L + random.nextInt(3_000),
                    next.countdown().map(NextAction.Countdown::until).orElse(0L));
            if (next.confirm().isPresent() && instrument.now() >= ready) {
                live.carryOut(command(next, live, on), instrument.now(), started.technician());
            }
            if (live.state().events().size() != known) {
                known = live.state().events().size();
                var now = live.next();
                boolean same = now.kind() == next.kind() && now.step() == next.step();
                askedAt = same ? askedAt : instrument.now();
                next = now;
            }
        }
        return new Worked(live, readings);
    }

    private static Atmosphere gas(LiveRun live) {
        return live.state()
                .cylinder()
                .map(chosen -> Atmosphere.of(chosen.cylinder().mixture()))
                .orElse(Atmosphere.cleanAir());
    }

    private static double lag(LiveRun live) {
        return live.state()
                .cylinder()
                .flatMap(RunEvent.CylinderChosen::rig)
                .map(rig -> rig.lagSeconds(live.state().card().intake()))
                .orElse(0.0);
    }

    private RunCommand command(NextAction next, LiveRun live, LocalDate on) {
        int step = next.step();
        return switch (next.kind()) {
            case CONFIRM_CHECKS -> new RunCommand.ConfirmChecks(step);
            case CONFIRM_STEP -> new RunCommand.ConfirmStep(step);
            case MEASURE -> new RunCommand.Measure(step, read((Step.Measure) current(live)));
            case ANSWER -> new RunCommand.Answer(step, ((Step.Ask) current(live)).goOn());
            case BLOCK_TEST -> new RunCommand.BlockInlet(step, true);
            case TRY_AGAIN -> tryAgain(live, step);
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

    private static double read(Step.Measure measure) {
        double usual = switch (measure.quantity()) {
            case STATION_PRESSURE -> 101.3;
            case INSTRUMENT_TEMPERATURE, AMBIENT_TEMPERATURE -> ROOM_CELSIUS;
            case STORED_BATTERY -> 3.1;
            case POWER_ON_HOURS -> 700;
            case FLOW_AT_METER -> 0.4;
        };
        return Math.max(measure.least(), Math.min(measure.most(), usual));
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
