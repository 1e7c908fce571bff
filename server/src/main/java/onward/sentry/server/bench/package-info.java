/** Runs being worked: the event log, the judge's cache, the commands, the live stream. */
package onward.sentry.server.bench;
