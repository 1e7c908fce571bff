/** The whole site as one file that other programs can read, and back into an empty site. */
package onward.sentry.server.archive;
