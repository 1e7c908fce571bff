package onward.sentry.core.lanes;

import java.util.Optional;

/**
 * How urgently a lane needs a hand.
 *
 * @param why in a few words
 * @param meanwhile what to prepare while it waits; empty when it does not wait, or nothing is to be prepared
 */
public record LaneTask(Lane lane, Urgency urgency, String why, Optional<String> meanwhile) {

    /** The most urgent first. */
    public enum Urgency {
        /** Gas flows and somebody has to act: every second costs gas and wears a cell. */
        GAS_FLOWS,
        /** A limit is about to pass. */
        LIMIT_NEAR,
        /** Somebody has to act; a minute more costs nothing. */
        FREE,
        /** A hand would be wanted, and must wait for a neighbour. */
        HELD_BACK,
        /** The clock or the readings bring it on. */
        WAITS
    }

    /** {@return whether somebody has to act} */
    public boolean wanted() {
        return urgency.compareTo(Urgency.HELD_BACK) < 0;
    }
}
