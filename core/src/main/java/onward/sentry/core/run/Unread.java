package onward.sentry.core.run;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;

/**
 * Sensors without a reading although the time for it has passed. They are not judged: the run waits for their readings, or
 * they are skipped with a reason.
 *
 * @param slots in the order of the card; never empty
 */
record Unread(List<Integer> slots) {

    /** What to call them in a sentence: {@code "oxygen and methane"}, and {@code "3 sensors"} where names take too long. */
    String names(RunState state) {
        var gases = slots.stream()
                .map(slot -> state.card().sensor(slot).gas().nameInSentence())
                .distinct()
                .toList();
        return gases.size() <= 2 ? String.join(" and ", gases) : slots.size() + " sensors";
    }

    /** Those of the zero, blank or application that is going on; empty while there is time, and when all have been read. */
    static Optional<Unread> of(RunState state, RunTraces traces, long now) {
        return state.zeroStartedAt().isPresent() ? inAir(state, traces, now) : onGas(state, traces, now);
    }

    private static Optional<Unread> inAir(RunState state, RunTraces traces, long now) {
        var step = state.currentStep().orElse(null);
        AcceptRule accept = step instanceof Step.Zero zero
                ? zero.accept()
                : step instanceof Step.Blank blank ? blank.accept() : null;
        return accept == null
                ? Optional.empty()
                : among(state, state.unzeroed(), state.zeroStartedAt().getAsLong(), accept, traces, now);
    }

    private static Optional<Unread> onGas(RunState state, RunTraces traces, long now) {
        return state.gasIsOn()
                        && state.gasOpenedAt().isPresent()
                        && state.currentStep().orElse(null) instanceof Step.ApplyGas gas
                ? among(
                        state,
                        state.undecidedTargets().stream().map(Target::slot).toList(),
                        state.gasOpenedAt().getAsLong() + RunJudge.lagMillis(state),
                        state.accept(gas.accept()),
                        traces,
                        now)
                : Optional.empty();
    }

    private static Optional<Unread> among(
            RunState state, List<Integer> slots, long since, AcceptRule accept, RunTraces traces, long now) {
        if (now - since < accept.endSeconds() * 1000) {
            return Optional.empty();
        }
        var unread = slots.stream()
                .filter(slot -> !RunJudge.isReadAt(state, traces.trace(slot), since, accept.endSeconds()))
                .toList();
        return unread.isEmpty() ? Optional.empty() : Optional.of(new Unread(unread));
    }
}
