package onward.sentry.core.run;

import static onward.sentry.core.working.Refusal.unless;

import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import onward.sentry.core.card.Step;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.judge.Judgement;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.Stage;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * Begins another try after a failure, or once more on suspect gas: what is suspected is changed first, and after a
 * failure the card's wait is kept.
 */
final class Retry {

    private Retry() {}

    static RunEvent.TryStarted started(RunState state, RunCommand.TryAgain c, long now) {
        var tries = state.triesHere();
        unless(
                !state.gasIsOn(),
                "try-gas-on",
                "",
                "Gas is on, and nothing is being measured.",
                "Close the valve, confirm that gas is off, then try again.");
        unless(
                !c.changed().isBlank() || !c.remedy().isBlank() || c.tried().isPresent(),
                "changed-missing",
                "changed",
                "Before another try, what is suspected is changed first.",
                "Say in a few words what was changed: the gas, the rig, the adapter.");
        unless(
                c.remedy().isEmpty() || tries.remedies().contains(c.remedy()),
                "remedy-unknown",
                "remedy",
                "The card knows no remedy '" + c.remedy() + "'.",
                "Pick one of: " + String.join("; ", tries.remedies()) + ".");
        boolean last = state.held().isEmpty() && state.tries() + 1 == tries.most();
        unless(
                !last || tries.beforeLast().isEmpty() || c.remedy().equals(tries.beforeLast()),
                "remedy-before-last",
                "remedy",
                "The last try comes only after: " + tries.beforeLast() + ".",
                "Have it done and say so, or leave it at the failure.");
        long ready = readyAt(state);
        unless(
                now >= ready,
                "try-too-early",
                "",
                "The card asks for a wait of " + Figures.upTo(tries.waitSeconds() / 60.0, 1)
                        + " min between two tries.",
                "Wait another " + Figures.upTo(Math.ceil((ready - now) / 1000.0), 0) + " s.");
        return new RunEvent.TryStarted(
                now, c.step(), state.failedHere(), c.changed().strip(), c.remedy(), c.tried());
    }

    /** Run time from which the next try may begin, ms: the card's wait is over, and cells that must rest have rested. */
    static long readyAt(RunState state) {
        long wait = state.held().isPresent() ? 0 : state.triesHere().waitSeconds() * 1000L;
        return Math.max(waitsSince(state) + wait, state.restsUntil().orElse(0));
    }

    /** Nothing is adjusted on gas that stays suspect, and the sensors are not judged by it. */
    static List<RunEvent.ReadingNotAccepted> leftSuspect(RunState state, long now) {
        if (state.held().isEmpty()) {
            return List.of();
        }
        var why = state.doubts().stream().map(Doubt::words).collect(Collectors.joining(", "));
        var gas = (Step.ApplyGas) state.currentStep().orElseThrow();
        return gas.targets().stream()
                .filter(target ->
                        state.doubts().stream().anyMatch(doubt -> doubt.slots().contains(target.slot())))
                .flatMap(target -> state.outcomes(target.slot()).stream()
                        .filter(outcome -> outcome.stage() == Stage.of(target.purpose()))
                        .reduce((earlier, later) -> later)
                        .stream())
                .map(outcome -> new RunEvent.ReadingNotAccepted(now, state.step(), notSet(outcome, why)))
                .toList();
    }

    private static SensorOutcome notSet(SensorOutcome outcome, String why) {
        var working = Derivation.of("Not adjusted: the gas stayed suspect", "")
                .with("suspect", why)
                .gives("suspect gas → " + Verdict.NOT_JUDGED.label())
                .from(outcome.judgement().working().source());
        return new SensorOutcome(
                outcome.slot(),
                outcome.stage(),
                new Judgement(Verdict.NOT_JUDGED, working),
                outcome.reading(),
                outcome.expected(),
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                "in doubt");
    }

    /** Where the wait before the next try began: when the failure was judged, or gas went off after it. */
    static long waitsSince(RunState state) {
        return state.events().stream()
                .filter(e -> e instanceof RunEvent.ZeroJudged
                        || e instanceof RunEvent.ReadingAccepted
                        || e instanceof RunEvent.ReadingNotAccepted
                        || e instanceof RunEvent.GasClosed)
                .mapToLong(RunEvent::at)
                .max()
                .orElse(0);
    }
}
