/**
 * The first steps on an empty site, until its first run is signed.
 *
 * <p>Start with {@code FirstStepsController}.
 */
package onward.sentry.server.start;
