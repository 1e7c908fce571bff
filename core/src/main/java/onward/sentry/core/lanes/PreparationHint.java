package onward.sentry.core.lanes;

import java.util.Optional;
import java.util.stream.Collectors;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.ZeroAir;
import onward.sentry.core.run.RunState;

/** What to prepare while a lane waits: what the next step at the bench needs. */
final class PreparationHint {

    private PreparationHint() {}

    static Optional<String> of(RunState state) {
        return state.steps().stream()
                .skip(state.step() + 1L)
                .map(step -> wanted(step, state))
                .flatMap(Optional::stream)
                .findFirst()
                .map(thing -> "Meanwhile prepare: " + thing + ".");
    }

    /** The gas that is on serves that step too. */
    private static boolean isAtHand(Step.ApplyGas gas, RunState state) {
        return state.currentStep().orElse(null) instanceof Step.ApplyGas now
                && now.slots().containsAll(gas.slots());
    }

    private static Optional<String> wanted(Step step, RunState state) {
        if (step instanceof Step.ApplyGas gas && !isAtHand(gas, state)) {
            var gases = gas.targets().stream()
                    .map(target -> state.card().sensor(target.slot()).gas().nameInSentence())
                    .distinct()
                    .toList();
            var mix = gases.size() > 2
                    ? "the mix for " + gases.size() + " gases"
                    : gases.stream().collect(Collectors.joining(" and ")) + " gas";
            var rig = state.card().usualRig();
            return Optional.of(
                    mix + ", " + rig.regulator() + ", " + rig.delivery().label());
        }
        if (step instanceof Step.Zero zero && zero.air() == ZeroAir.CHARCOAL) {
            return Optional.of("the charcoal filter");
        }
        if (step instanceof Step.Zero zero && zero.air() == ZeroAir.CYLINDER) {
            return Optional.of("the zero-air cylinder");
        }
        return Optional.empty();
    }
}
