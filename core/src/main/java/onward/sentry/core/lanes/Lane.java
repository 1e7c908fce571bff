package onward.sentry.core.lanes;

import java.util.Optional;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.ZeroAir;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunMoment;
import onward.sentry.core.run.RunState;

/**
 * A detector on the bench, as its neighbours see it.
 *
 * @param id of its run
 * @param now run time, ms
 */
public record Lane(String id, RunState state, NextAction next, long now) {

    /**
     * As far as the run itself knows the time.
     *
     * @param id id of the run
     * @param live the run
     * @return the lane with its next action
     */
    public static Lane of(String id, LiveRun live) {
        return of(id, live, RunMoment.at(live.traces().now()));
    }

    /**
     * At a later moment: a typed run goes on with the clock, and a gateway may have fallen silent.
     *
     * @param id id of the run
     * @param live the run
     * @param moment the moment at the bench
     * @return the lane with its next action
     */
    public static Lane of(String id, LiveRun live, RunMoment moment) {
        return new Lane(
                id,
                live.state(),
                live.next(moment),
                Math.max(moment.now(), live.traces().now()));
    }

    /** {@return the serial of its detector} */
    public String serial() {
        return state.started().map(RunEvent.RunStarted::serial).orElse("");
    }

    /** {@return who works it} */
    public String technician() {
        return state.technician();
    }

    String room() {
        return state.place().map(RunEvent.LanePlaced::room).orElse("");
    }

    Optional<String> manifold() {
        return state.place().flatMap(RunEvent.LanePlaced::manifold);
    }

    /**
     * {@return whether one hand serves both: they hang on one manifold and ask for the same thing}
     *
     * @param other another lane of the room
     */
    public boolean isServedWith(Lane other) {
        return sharesManifoldWith(other)
                && next.kind() == other.next().kind()
                && state.step() == other.state().step()
                && technician().equals(other.technician());
    }

    boolean sharesManifoldWith(Lane other) {
        return manifold().isPresent() && manifold().equals(other.manifold());
    }

    /** The cylinder that it holds, from when it was chosen until its valve is shut again. */
    Optional<String> cylinder() {
        return state.flowing().or(state::cylinder).map(RunEvent.CylinderChosen::cylinderId);
    }

    /** Calibration gas gets into the room; air from a zero cylinder does no harm. */
    boolean spreadsGas() {
        return state.gasIsOn()
                && state.flowing().filter(chosen -> chosen.label().isEmpty()).isEmpty();
    }

    /** Its zero or blank is being taken in the air of the room. */
    boolean takesRoomAir() {
        return (next.kind() == Kind.WAIT_ZERO || next.kind() == Kind.WAIT_BLANK) && wantsRoomAir();
    }

    /** Its current step takes its air from the room. */
    boolean wantsRoomAir() {
        var step = state.currentStep().orElse(null);
        return step instanceof Step.Blank || step instanceof Step.Zero zero && zero.air() != ZeroAir.CYLINDER;
    }

    /** Whether the hand that it asks for is one that the readings or the clock bring by themselves. */
    boolean waits() {
        return switch (next.kind()) {
            case WAIT_WARM_UP, WAIT_ZERO, WAIT_BLANK, WAIT_SETTLE, WAIT_CLEAR, DONE -> true;
            default -> false;
        };
    }

    /** Readings are typed, and the step lives on them. */
    boolean wantsTyping() {
        return state.typed() && waits() && next.kind() != Kind.WAIT_WARM_UP && next.kind() != Kind.DONE;
    }

    /** Seconds of run time until its countdown ends; infinite without one. */
    double secondsLeft() {
        return next.countdown()
                .map(countdown -> (countdown.until() - now) / 1000.0)
                .orElse(Double.POSITIVE_INFINITY);
    }
}
