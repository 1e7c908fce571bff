package onward.sentry.core.run;

/** Where a run is in its life. */
public enum RunPhase {
    /** Steps are left. */
    OPEN,
    /** Only the signature is left. */
    TO_SIGN,
    /** Signed; nothing changes any more. */
    SIGNED,
    /** Stopped before its end. */
    STOPPED
}
