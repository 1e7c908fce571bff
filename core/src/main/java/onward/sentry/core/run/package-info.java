/**
 * A run as a log that only grows: commands come in, events are added, the state is folded from the events, and the next
 * action follows from the state.
 *
 * <p>Start with {@link onward.sentry.core.run.LiveRun}, {@link onward.sentry.core.run.RunEvent}, {@link
 * onward.sentry.core.run.RunState} and {@link onward.sentry.core.run.NextActionResolver}.
 */
package onward.sentry.core.run;
