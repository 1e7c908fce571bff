/**
 * What a run or a file of readings shows, as numbers that a cause can predict: shares, times, scatter and offsets, each
 * with the variation of a sound sensor. It draws no conclusion; {@code diagnosis} does.
 *
 * <p>Start with {@link onward.sentry.core.evidence.Evidence} and {@link onward.sentry.core.evidence.RunEvidence}.
 */
package onward.sentry.core.evidence;
