package onward.sentry.core.run;

import java.util.Optional;
import onward.sentry.core.card.Step;
import onward.sentry.core.rig.Regulator;

/**
 * Gas that is on: since when, from which cylinder, and what that has cost so far. There is one as long as a valve is open,
 * whatever step the run is in.
 *
 * @param cylinderId the tag that people call the cylinder by
 * @param since run time at which its valve was opened, ms
 * @param seconds for which it has been open
 * @param litresDrawn from this cylinder since it was chosen, by every detector that shares it, purge included
 * @param litresLeft in the cylinder by its gauge and these draws, never below 0
 * @param usableLitres of those, before the site's reserve is touched; never below 0
 * @param limitSeconds exposure that the card allows the current application
 * @param over the exposure has passed that limit
 * @param idle nothing is being measured: the valve is to be closed
 * @param demand a demand regulator: taking the tubing off stops the gas
 */
public record GasWatch(
        String cylinderId,
        long since,
        double seconds,
        double litresDrawn,
        double litresLeft,
        double usableLitres,
        double limitSeconds,
        boolean over,
        boolean idle,
        boolean demand) {

    /**
     * For how long gas may stay on while alarms are noticed, or while a span is saved before the same gas goes straight on,
     * seconds of run time; site default: both take a technician well under a minute.
     */
    static final double HOLD_SECONDS = 60;

    /** For how long after its time a reading may still come over the link, seconds of run time; site default. */
    private static final double LATE_SECONDS = 10;

    /**
     * What there is to watch at a moment.
     *
     * <p>A cylinder of 103 L with 68 L in it, open for 4 min at 0.5 L/min, returns 2.1 L drawn (purge included) and 65.9 L
     * left.
     *
     * @param state of the run
     * @param reserve share of the full volume that is never used, 0 to 1
     * @param now run time, ms
     * @return empty while no valve is open
     */
    public static Optional<GasWatch> of(RunState state, double reserve, long now) {
        return state.flowing().map(flowing -> {
            double drawn = GasUse.sinceChosen(state, flowing, now);
            double left = Math.max(0, flowing.cylinder().litresLeft() - drawn);
            double limit = state.exposureLimitSeconds();
            long exposed = now - state.exposedSince();
            return new GasWatch(
                    flowing.cylinderId(),
                    state.flowingSince(),
                    Math.max(0, now - state.flowingSince()) / 1000.0,
                    drawn,
                    left,
                    Math.max(0, left - reserve * flowing.cylinder().volumeLitres()),
                    limit,
                    exposed > limit * 1000,
                    isIdle(state, now),
                    flowing.rig()
                            .filter(rig -> rig.regulator().kind() == Regulator.Kind.DEMAND)
                            .isPresent());
        });
    }

    /** Gas is on and no reading is waited for, nor anything else that needs it on. */
    static boolean isIdle(RunState state, long now) {
        boolean held = state.holdsGas() && now - state.stepSince() <= HOLD_SECONDS * 1000;
        return state.gasIsOn() && !held && (!state.isMeasuringOnGas() || isOverdue(state, now));
    }

    /** A gateway should have sent every reading of this application by now: what is missing will not come. */
    private static boolean isOverdue(RunState state, long now) {
        return !state.typed()
                && !state.seenBump()
                && state.currentStep().orElse(null) instanceof Step.ApplyGas gas
                && state.gasOpenedAt().isPresent()
                && now - state.gasOpenedAt().getAsLong() - RunJudge.lagMillis(state)
                        > 1000 * (state.accept(gas.accept()).endSeconds() + LATE_SECONDS);
    }
}
