/**
 * What a site decides for itself: tolerances, methods, units, gases of its own, signatures and passwords.
 *
 * <p>Start with {@link onward.sentry.core.policy.SitePolicy} and {@link onward.sentry.core.policy.MethodOptions}.
 */
package onward.sentry.core.policy;
