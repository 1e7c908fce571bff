/**
 * When work that was done without the program may be recorded, and when such a record may be voided.
 *
 * <p>Start with {@link onward.sentry.core.paper.PaperEntry} and {@link onward.sentry.core.paper.Withdrawal}.
 */
package onward.sentry.core.paper;
