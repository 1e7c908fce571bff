/**
 * How a figure was calculated, and why something is refused. It imports no other package of the program.
 *
 * <p>Start with {@link onward.sentry.core.working.Derivation} and {@link onward.sentry.core.working.Refusal}.
 */
package onward.sentry.core.working;
