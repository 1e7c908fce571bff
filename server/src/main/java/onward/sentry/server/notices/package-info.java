/** What somebody should know in time: raised once, by mail and as a calendar. */
package onward.sentry.server.notices;
