package onward.sentry.server.exchange;

/** What a table that comes in holds. */
enum ImportKind {
    DETECTORS,
    /** Jobs that were done on paper. */
    RUNS
}
