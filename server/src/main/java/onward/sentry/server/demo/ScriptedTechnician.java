package onward.sentry.server.demo;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunPhase;
import onward.sentry.core.run.Stage;
import onward.sentry.standins.sim.Atmosphere;
import onward.sentry.standins.sim.Hands;
import onward.sentry.standins.sim.Health;
import onward.sentry.standins.sim.SimDetector;

/** Works a run from start to signature on a simulated detector, by the same rules as a run at the bench. */
final class ScriptedTechnician {

    private static final long STEP_MILLIS = 500;
    private static final long LONGEST_RUN_MILLIS = 30 * 60_000;
    private static final Map<NextAction.Kind, Integer> SECONDS_BEFORE = Map.of(
            NextAction.Kind.CONFIRM_CHECKS, 18,
            NextAction.Kind.CONFIRM_STEP, 5,
            NextAction.Kind.TRY_AGAIN, 12,
            NextAction.Kind.START_ZERO, 6,
            NextAction.Kind.CHOOSE_CYLINDER, 9,
            NextAction.Kind.OPEN_GAS, 90,
            NextAction.Kind.CONFIRM_ALARMS, 4,
            NextAction.Kind.CONFIRM_SAVED, 5,
            NextAction.Kind.CLOSE_GAS, 90,
            NextAction.Kind.SIGN, 6);

    private final HousePolicy policy;
    private final String cylinderTag;
    private final Cylinder cylinder;

    ScriptedTechnician(HousePolicy policy, String cylinderTag, Cylinder cylinder) {
        this.policy = policy;
        this.cylinderTag = cylinderTag;
        this.cylinder = cylinder;
    }

    LiveRun work(
            ProcedureCard card, RunEvent.RunStarted started, Map<Integer, Health> health, LocalDate on, long seed) {
        var live = LiveRun.start(card, policy, started);
        var instrument = new SimDetector(card.lelBasis(), card.sensors(), health, seed, 0);
        var hands = new Hands(instrument, seed);
        var gas = Atmosphere.ofCylinder(
                cylinder.mixture().components().stream()
                        .map(c -> new Atmosphere.Part(
                                c.gasId(), c.certified().value(), c.certified().unit()))
                        .toList(),
                cylinder.mixture().balanceGasId());
        var random = new Random(seed);
        int known = 0;
        NextAction next = NextAction.of(live.state());
        long askedAt = 0;
        while (live.state().phase() != RunPhase.SIGNED) {
            if (instrument.now() > LONGEST_RUN_MILLIS) {
                throw new IllegalStateException(started.serial() + " on " + on + " does not come to an end at " + next);
            }
            hands.follow(next.kind(), live.state().spanning(), gas);
            live.observe(instrument.step(STEP_MILLIS));
            long waited = instrument.now() - askedAt;
            var seconds = SECONDS_BEFORE.get(next.kind());
            if (seconds != null && waited >= seconds * 1000L + random.nextInt(3_000)) {
                command(next, live, on).ifPresent(c -> live.carryOut(c, instrument.now(), started.technician()));
            }
            if (live.state().events().size() != known) {
                known = live.state().events().size();
                var now = NextAction.of(live.state());
                askedAt = now.kind() == next.kind() ? askedAt : instrument.now();
                next = now;
            }
        }
        return live;
    }

    private Optional<RunCommand> command(NextAction next, LiveRun live, LocalDate on) {
        int step = next.step();
        return Optional.ofNullable(
                switch (next.kind()) {
                    case CONFIRM_CHECKS -> new RunCommand.ConfirmChecks(step);
                    case CONFIRM_STEP -> new RunCommand.ConfirmStep(step);
                    case TRY_AGAIN -> new RunCommand.TryAgain(step, "adapter pushed home, regulator purged again");
                    case START_ZERO -> new RunCommand.StartZero(step);
                    case CHOOSE_CYLINDER -> new RunCommand.ChooseCylinder(step, cylinderTag, cylinder, on, List.of());
                    case OPEN_GAS -> new RunCommand.GasOn(step);
                    case CONFIRM_ALARMS -> new RunCommand.ConfirmAlarms(step, true, true, true);
                    case CONFIRM_SAVED -> new RunCommand.ConfirmSaved(step, instrumentVerdicts(live));
                    case CLOSE_GAS -> new RunCommand.GasOff(step);
                    case SIGN -> new RunCommand.Sign(on);
                    case WAIT_WARM_UP, WAIT_ZERO, WAIT_SETTLE, WAIT_CLEAR, DONE -> null;
                });
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
