package onward.sentry.core.run;

/** Where a run is in its life. */
public enum RunPhase {
    OPEN,
    TO_SIGN,
    SIGNED,
    STOPPED
}
