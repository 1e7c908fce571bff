/** When a job that was worked without this program may go on record, and when it may be taken back. */
package onward.sentry.core.paper;
