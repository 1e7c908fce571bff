/**
 * Checks on every request before its content is read: size, time, count, and the kind of answer that it accepts.
 *
 * <p>Start with {@code BodyLimits} and {@code StrangerLimit}.
 */
package onward.sentry.server.incoming;
