/**
 * What speaks against setting a detector to the gas that is on it: room air in the gas, and a response that left its own trend
 * at once. A detector that was set to gas that is not what the label says is wrong until its next bump.
 */
package onward.sentry.core.doubt;
