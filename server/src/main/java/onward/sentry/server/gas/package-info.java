/**
 * Cylinders: registered, looked at, compared, quarantined and recalled.
 *
 * <p>Start with {@code Shelf} and {@code Recalls}.
 */
package onward.sentry.server.gas;
