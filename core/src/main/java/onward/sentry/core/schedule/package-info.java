/** When work is due, and what a detector's state is today. */
package onward.sentry.core.schedule;
