/**
 * From a settled reading to a verdict with its derivation. It knows nothing of time, people or storage.
 *
 * <p>Start with {@link onward.sentry.core.judge.Verdict}, {@link onward.sentry.core.judge.SpanJudge} and {@link
 * onward.sentry.core.judge.CalibrationCheck}.
 */
package onward.sentry.core.judge;
