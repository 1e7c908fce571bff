/**
 * Readings in a file without events, judged by stages whose times are given. {@code ./sentry judge} uses it.
 *
 * <p>Start with {@link onward.sentry.core.offline.BareReadings}.
 */
package onward.sentry.core.offline;
