/** {@code ./sentry verify}: walks everything that is on record and names what does not hold. */
package onward.sentry.tools.proof;
