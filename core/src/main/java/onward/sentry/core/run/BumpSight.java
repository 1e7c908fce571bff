package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.CylinderCheck;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.house.HousePolicy;
import onward.sentry.core.judge.BumpJudge;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.working.Refused;
import onward.sentry.core.working.Working;

/** Judges a bump as it is done in a round: gas on, and the technician says which sensors respond and whether all alarms came. */
record BumpSight(RunState state, HousePolicy policy) {

    private static final String SEEN = "seen";

    RunEvent.BumpSeen seen(RunCommand.SeeBump c, long now) {
        unless(
                state.seenBump() && state.outcomes().isEmpty(),
                "bump-not-now",
                "",
                "This run is no bump of a round, or it has been entered already.",
                "Begin with the next detector.");
        var targets = targets();
        var fitness = CylinderCheck.of(c.cylinder(), GasDemands.of(state, policy, c.on(), targets));
        if (!fitness.allowed()) {
            throw new Refused(fitness.refusals().get(0));
        }
        var outcomes = new ArrayList<SensorOutcome>();
        for (var target : targets) {
            var line = fitness.label().stream()
                    .filter(one -> one.slot() == target.slot())
                    .findFirst()
                    .orElseThrow();
            outcomes.add(outcome(c, target.slot(), line));
        }
        return new RunEvent.BumpSeen(
                now, c.cylinderId(), c.cylinder(), c.on(), c.silent(), c.alarms(), c.readings(), outcomes);
    }

    /** Every sensor that the card bumps, each once. */
    private List<Target> targets() {
        return state.steps().stream()
                .filter(Step.ApplyGas.class::isInstance)
                .flatMap(step -> ((Step.ApplyGas) step).targets().stream())
                .toList();
    }

    private SensorOutcome outcome(RunCommand.SeeBump c, int slot, LabelLine line) {
        var sensor = state.card().sensor(slot);
        var reading = Optional.ofNullable(c.readings().get(slot));
        var source = state.card().name() + ", " + policy.name();
        boolean silent = c.silent().contains(slot);
        var judgement = reading.filter(value -> !silent)
                .map(value -> BumpJudge.judge(
                        sensor, line.expected(), value, state.card().bumpLevelPercent(), source))
                .orElseGet(() -> new Judgement(
                        silent ? Verdict.FAIL : Verdict.PASS,
                        Working.of("Bump, seen by the technician", "the sensor responds to gas")
                                .with("gas", line.label())
                                .gives(silent ? "no response seen → fail" : "responds → pass")
                                .from(source)));
        return new SensorOutcome(
                slot,
                Stage.BUMP,
                judgement,
                reading.map(OptionalDouble::of).orElseGet(OptionalDouble::empty),
                line.expected(),
                reading.map(value -> OptionalDouble.of(BumpJudge.responsePercent(sensor, line.expected(), value)))
                        .orElseGet(OptionalDouble::empty),
                OptionalDouble.empty(),
                SEEN);
    }
}
