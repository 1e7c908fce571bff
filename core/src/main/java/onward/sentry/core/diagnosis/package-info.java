/**
 * Likely causes of what a run shows. Each cause is a small model that predicts what would be seen; the readings are
 * compared with every model, and a probability for each follows. It judges nothing: no verdict changes because of it.
 *
 * <p>Start with {@link onward.sentry.core.diagnosis.Diagnosis}, {@link onward.sentry.core.diagnosis.Hypotheses} and
 * {@link onward.sentry.core.diagnosis.Inference}.
 */
package onward.sentry.core.diagnosis;
