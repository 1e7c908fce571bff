/**
 * Labels for cylinders and detectors; scanning one opens the page of what it is on.
 *
 * <p>Start with {@code LabelController}.
 */
package onward.sentry.server.labels;
