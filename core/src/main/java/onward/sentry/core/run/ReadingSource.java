package onward.sentry.core.run;

/** How readings reach a run. */
public enum ReadingSource {
    /** A gateway sends them. */
    LINK,
    /** A person types what the display shows. */
    TYPED
}
