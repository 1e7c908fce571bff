/**
 * What a run comes to, sensor by sensor: the outcome of each stage, and results at the signature. It does not know how a
 * run is worked.
 *
 * <p>Start with {@link onward.sentry.core.result.SensorOutcome} and {@link onward.sentry.core.result.SensorResult}.
 */
package onward.sentry.core.result;
