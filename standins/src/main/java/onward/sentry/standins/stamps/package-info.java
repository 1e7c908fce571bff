/** A timestamp service by RFC 3161 on this machine, for tests. */
package onward.sentry.standins.stamps;
