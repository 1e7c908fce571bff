/**
 * Reasons not to adjust a detector on the gas that is on it: room air in the gas, and a response that left its own trend
 * at once. A detector that is set to gas unlike its label is wrong until its next bump.
 *
 * <p>Start with {@link onward.sentry.core.doubt.RoomAir} and {@link onward.sentry.core.doubt.SuddenChange}.
 */
package onward.sentry.core.doubt;
