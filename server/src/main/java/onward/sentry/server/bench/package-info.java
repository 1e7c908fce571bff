/**
 * Runs at the bench: the event log in PostgreSQL, a cache of open runs, commands, rounds, and the live stream to the
 * screens. Rules are in {@code core.run}.
 *
 * <p>Start with {@code Runs}, {@code RunLog} and {@code LiveHub}.
 */
package onward.sentry.server.bench;
