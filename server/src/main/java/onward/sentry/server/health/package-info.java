/** How the fleet's sensors fade. */
package onward.sentry.server.health;
