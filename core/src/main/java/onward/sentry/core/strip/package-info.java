/**
 * A run drawn as one timeline: stages along time, and a mark for each verdict, in at most 300 bytes.
 *
 * <p>Start with {@link onward.sentry.core.strip.Strip}.
 */
package onward.sentry.core.strip;
