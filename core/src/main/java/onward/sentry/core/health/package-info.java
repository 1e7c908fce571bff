/** How sensors fade: the trend of their span response, when they will cross their limits, when to order the next one. */
package onward.sentry.core.health;
