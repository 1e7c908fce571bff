/** Tables out, and detectors in from a table. */
package onward.sentry.server.exchange;
