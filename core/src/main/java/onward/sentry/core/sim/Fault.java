package onward.sentry.core.sim;

/**
 * Something wrong with one sensor.
 *
 * @param strength for a weak sensor its response in %, for a slow one how many times slower, for a wandering zero how
 *     many steps of the display it stands off and cannot be zeroed
 */
public record Fault(Kind kind, double strength) {

    /** What can be set on the control page. */
    public enum Kind {
        WEAK,
        DEAD,
        SLOW,
        WANDERING
    }
}
