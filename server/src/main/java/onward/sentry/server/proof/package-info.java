/**
 * Integrity of the records: checked every night, with signed marks that are sent to other machines.
 *
 * <p>Start with {@code Proof}.
 */
package onward.sentry.server.proof;
