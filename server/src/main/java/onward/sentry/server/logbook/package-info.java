/** What was done: a detector's runs as strips, and each record whole. */
package onward.sentry.server.logbook;
