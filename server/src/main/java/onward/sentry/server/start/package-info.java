/** What is to be done on an empty site, until its first run is signed. */
package onward.sentry.server.start;
