/**
 * Several detectors on one bench: which one needs the technician first, what must not happen at the same time, and what
 * to prepare while all of them wait.
 *
 * <p>Start with {@link onward.sentry.core.lanes.LanePriority} and {@link onward.sentry.core.lanes.Neighbours}.
 */
package onward.sentry.core.lanes;
