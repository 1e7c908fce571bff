package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.Collectors;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.working.Figures;

/**
 * The technician says that typed readings have settled: each sensor is judged by the last reading that was typed, and the
 * record says <em>declared</em>.
 */
record SettledDeclaration(RunState state, RunTraces traces, RunJudge judge) {

    /** Of every sensor that is still undecided. */
    List<RunEvent> ofAll() {
        return of(undecided());
    }

    /**
     * Of some sensors of the current step.
     *
     * @throws onward.sentry.core.working.Refused when readings come over the link, nothing is measured now, a sensor is
     *     decided already or none was typed for it, or the card's least time has not passed
     */
    List<RunEvent> of(List<Integer> slots) {
        unless(
                state.typed() && isMeasuring(),
                "declare-not-now",
                "",
                "A reading is declared settled while readings are typed, in a zero or on gas.",
                "Start the zero, or turn gas on, first.");
        var open = undecided();
        unless(
                !slots.isEmpty() && open.containsAll(slots),
                "slot-decided",
                "slot",
                "Slots " + slots + " are not all waiting for a reading.",
                "Go on with those that are: " + open + ".");
        checkTime();
        var unread = slots.stream().filter(slot -> !isRead(slot)).toList();
        unless(
                unread.isEmpty(),
                "reading-missing",
                "slot",
                unread.stream()
                                .map(slot -> state.card().sensor(slot).gas().name())
                                .collect(Collectors.joining(", "))
                        + ": no reading has been typed since "
                        + (state.zeroStartedAt().isPresent() ? "the zero was started." : "gas came on."),
                "Type what the display shows.");
        return state.zeroStartedAt().isPresent() ? List.of(judge.zeroDeclared(state, traces, slots)) : onGas(slots);
    }

    /**
     * Of the sensor whose reading was just entered, where the value is in the expected band and the card's least time has
     * passed.
     *
     * @return empty where the reading is only stored
     */
    List<RunEvent> ofEntered(RunCommand.EnterReading entered, SitePolicy policy) {
        boolean inTime = state.step() == entered.step()
                && from().stream().anyMatch(least -> traces.now() >= least)
                && undecided().contains(entered.slot());
        return inTime
                        && ExpectedBand.of(state, policy, state.card().sensor(entered.slot()))
                                .holds(entered.value())
                ? of(List.of(entered.slot()))
                : List.of();
    }

    /** Run time, ms, from which a typed reading may be said to have settled; empty while nothing is measured or typed. */
    OptionalLong from() {
        return state.typed() && isMeasuring() ? OptionalLong.of(leastSince()) : OptionalLong.empty();
    }

    private long leastSince() {
        long lag = state.zeroStartedAt().isPresent() ? 0 : RunJudge.lagMillis(state);
        return since() + lag + Math.round(accept().leastSeconds() * 1000);
    }

    private List<RunEvent> onGas(List<Integer> slots) {
        var events = new ArrayList<RunEvent>();
        for (Target target : state.undecidedTargets()) {
            if (slots.contains(target.slot())) {
                var gas = (Step.ApplyGas) state.currentStep().orElseThrow();
                events.addAll(judge.declaredOnGas(state, traces, gas, target));
            }
        }
        return events;
    }

    private boolean isMeasuring() {
        return state.zeroStartedAt().isPresent() || state.gasOpenedAt().isPresent() && state.gasIsOn();
    }

    private List<Integer> undecided() {
        return state.zeroStartedAt().isPresent()
                ? state.unzeroed()
                : state.undecidedTargets().stream().map(Target::slot).toList();
    }

    private long since() {
        return state.zeroStartedAt().isPresent()
                ? state.zeroStartedAt().getAsLong()
                : state.gasOpenedAt().orElseThrow();
    }

    private boolean isRead(int slot) {
        var trace = traces.trace(slot);
        return !trace.isEmpty() && trace.lastTime() >= since();
    }

    private void checkTime() {
        long lag = state.zeroStartedAt().isPresent() ? 0 : RunJudge.lagMillis(state);
        double elapsed = (traces.now() - since() - lag) / 1000.0;
        double least = accept().leastSeconds();
        unless(
                elapsed >= least,
                "exposure-too-short",
                "slot",
                (state.zeroStartedAt().isPresent() ? "The zero has run for " : "Gas has been at the sensors for ")
                        + Figures.upTo(Math.max(0, elapsed), 0) + " s; the card asks for at least "
                        + Figures.upTo(least, 0) + " s.",
                state.zeroStartedAt().isPresent() ? "Wait, and read again." : "Hold the gas on and read again.");
    }

    private AcceptRule accept() {
        var step = state.currentStep().orElseThrow();
        if (step instanceof Step.Zero zero) {
            return zero.accept();
        }
        return step instanceof Step.Blank blank ? blank.accept() : state.accept(((Step.ApplyGas) step).accept());
    }
}
