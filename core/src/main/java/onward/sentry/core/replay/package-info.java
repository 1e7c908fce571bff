/**
 * A stored run worked again from its events and readings, to compare its record with the rules that it names.
 *
 * <p>Start with {@link onward.sentry.core.replay.Replay}.
 */
package onward.sentry.core.replay;
