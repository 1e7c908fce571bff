/** What {@code ./sentry gateway} does, over the same addresses as the pages. */
package onward.sentry.tools.gateway;
