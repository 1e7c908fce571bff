/** What every capability shares: the site's clock, JSON, problem details, the ledger, answering the same write once. */
package onward.sentry.server.platform;
