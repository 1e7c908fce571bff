/**
 * The ledger of the site as people read it, corrections, and the record of each run.
 *
 * <p>Start with {@code Logbook} and {@code RecordController}.
 */
package onward.sentry.server.logbook;
