package onward.sentry.tools.proof;

/** What is looked through, in the order in which it is. */
public enum ProofPart {
    /** Triggers of the database. */
    GUARDS,
    LEDGER,
    /** The chain of what rows looked like. */
    ROW_RECORDS,
    /** The rows of tables on record, against that chain. */
    TABLES,
    RUNS,
    RESULTS,
    TRACES,
    CERTIFICATES,
    FILES,
    MARKS
}
