/**
 * Reminders, each raised once: e-mail and calendar.
 *
 * <p>Start with {@code Notices} and {@code CalendarFeeds}.
 */
package onward.sentry.server.notices;
