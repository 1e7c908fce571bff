/**
 * People, sign-in, signatures, and the one table of which role may use which address.
 *
 * <p>Start with {@code People}, {@code AccessTable} and {@code Sessions}.
 */
package onward.sentry.server.people;
