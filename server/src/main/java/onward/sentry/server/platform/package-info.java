/**
 * What every other package shares: the clock of the site, problem details, the ledger, and answering a repeated request
 * once.
 *
 * <p>Start with {@code Site}, {@code Ledger}, {@code Problems} and {@code IdempotentRequests}.
 */
package onward.sentry.server.platform;
