/** What a site has decided for itself. */
package onward.sentry.core.policy;
